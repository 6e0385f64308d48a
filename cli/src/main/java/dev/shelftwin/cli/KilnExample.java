package dev.shelftwin.cli;

import com.fasterxml.jackson.annotation.JsonTypeInfo;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.shape.Place;
import jakarta.persistence.Entity;
import java.io.IOException;
import java.net.JarURLConnection;
import java.net.URI;
import java.net.URISyntaxException;
import java.net.URL;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;

/** The example of the kiln cooperative, which this program carries along. */
final class KilnExample {

  /** The name of the variant whose mappers were written by hand. */
  static final String BY_HAND = "by-hand";

  private static final String ROOT = "/demo/";
  private static final String PLAN = "shelf-twin.yaml";

  private KilnExample() {}

  /**
   * Writes the example to a folder.
   *
   * @param folder created if it does not exist
   * @param flaws planted in it
   * @return the plan
   * @throws InputException if the folder cannot be written
   */
  static Path write(Path folder, List<Flaw> flaws) {
    try {
      copyTo(folder, "kiln");
      for (Flaw flaw : flaws) {
        for (Flaw.Edit edit : flaw.edits()) {
          Path file = folder.resolve(edit.file());
          Files.writeString(file, edit.apply(Files.readString(file)));
        }
      }
      Path classPath = folder.resolve("target/class-path.txt");
      Files.createDirectories(Objects.requireNonNull(classPath.getParent()));
      Files.write(classPath, annotations(), StandardCharsets.UTF_8);
      return folder.resolve(PLAN);
    } catch (IOException failure) {
      throw new InputException(
          Place.in(folder.toString()),
          "the example cannot be written here: " + failure,
          "name another folder with --to");
    }
  }

  /**
   * Writes the variant with mappers that were written by hand.
   *
   * @param folder created if it does not exist
   * @param kiln the example, whose types it uses
   * @return the plan
   * @throws InputException if the folder cannot be written
   */
  static Path writeByHand(Path folder, Path kiln) {
    try {
      copyTo(folder, BY_HAND);
      Path plan = folder.resolve(PLAN);
      String types = "../" + kiln.getFileName();
      String code =
          """
          code:
            sources: [src/main/java, %1$s/src/main/java, %1$s/src/test/java]
            class-path: %1$s/target/class-path.txt
          """
              .formatted(types);
      Files.writeString(plan, Files.readString(plan).replaceFirst("(?m)^code:\\n(  .*\\n)+", code));
      return plan;
    } catch (IOException failure) {
      throw new InputException(
          Place.in(folder.toString()),
          "the example cannot be written here: " + failure,
          "name another folder with --to");
    }
  }

  private static void copyTo(Path folder, String example) throws IOException {
    URI uri =
        uri(Objects.requireNonNull(KilnExample.class.getResource(ROOT + example + "/" + PLAN)));
    if (!"jar".equals(uri.getScheme())) {
      copy(Objects.requireNonNull(Path.of(uri).getParent()), folder);
      return;
    }
    JarURLConnection inJar = (JarURLConnection) uri.toURL().openConnection();
    try (FileSystem jar = FileSystems.newFileSystem(Path.of(uri(inJar.getJarFileURL())))) {
      copy(jar.getPath(ROOT + example), folder);
    }
  }

  private static void copy(Path from, Path to) throws IOException {
    try (Stream<Path> files = Files.walk(from)) {
      for (Path file : files.filter(Files::isRegularFile).toList()) {
        Path target = to.resolve(from.relativize(file).toString());
        Files.createDirectories(Objects.requireNonNull(target.getParent()));
        Files.write(target, Files.readAllBytes(file));
      }
    }
  }

  /** The jars with the annotations of the example, which are part of this program. */
  private static List<String> annotations() {
    return Stream.of(Entity.class, JsonTypeInfo.class)
        .map(type -> type.getProtectionDomain().getCodeSource().getLocation())
        .map(location -> Path.of(uri(location)).toString())
        .distinct()
        .toList();
  }

  private static URI uri(URL url) {
    try {
      return url.toURI();
    } catch (URISyntaxException impossible) {
      throw new IllegalStateException(impossible);
    }
  }
}
