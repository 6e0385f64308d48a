package dev.shelftwin.buildtests;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.tools.ToolProvider;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The examples through libraries that a project may have, instead of those that we bring. */
class LibrariesIT {

  private static final Path KILN = Path.of("../kiln").toAbsolutePath().normalize();
  private static final Path JAR =
      Path.of("../../cli/target/shelf-twin.jar").toAbsolutePath().normalize();

  @TempDir Path folder;

  @ParameterizedTest
  @CsvSource({
    "org.hibernate.orm:hibernate-core:6.6.56.Final",
    "org.eclipse.persistence:eclipselink:4.0.4",
    "org.eclipse.persistence:org.eclipse.persistence.jpa:5.0.0",
  })
  void everyRouteHolds(String provider) throws Exception {
    String own = Files.readString(KILN.resolve("target/class-path.txt"));
    assertHolds(KILN, own + File.pathSeparator + classPath(provider), "60 of 60 routes held");
  }

  /** Documents by other libraries than the one that we bring. */
  @ParameterizedTest
  @CsvSource({"tools.jackson.core:jackson-databind:3.0.2", "org.eclipse:yasson:3.0.4"})
  void everyRouteThroughJsonHolds(String library) throws Exception {
    Path project = KILN.resolveSibling("second-steps");
    String own = Files.readString(project.resolve("target/class-path.txt"));
    assertHolds(project, own + File.pathSeparator + classPath(library), "5 of 5 routes held");
  }

  /** This library cannot tell an absent property from null; a trial says so. */
  @ParameterizedTest
  @CsvSource("tools.jackson.core:jackson-databind:3.0.2")
  void whatALibraryCannotTellApartIsFound(String library) throws Exception {
    String own = Files.readString(KILN.resolve("target/class-path.txt"));
    assertThat(trial(KILN, own + File.pathSeparator + classPath(library))).isEqualTo(1);
    assertThat(folder.resolve("out"))
        .content()
        .contains(
            "appeared  ChangeFiring.remarks on ChangeFiring->ChangeFiring@wire: sent (none),"
                + " arrived (cleared)",
            "59 of 60 routes held");
  }

  /** Entities of before version 3.0 of the standard, with a provider of that time. */
  @ParameterizedTest
  @CsvSource(
      "org.hibernate:hibernate-core:5.6.15.Final javax.validation:validation-api:2.0.1.Final")
  void olderEntitiesHaveTablesToo(String artifacts) throws Exception {
    List<Path> sources = new ArrayList<>();
    try (Stream<Path> files = Files.walk(KILN)) {
      for (Path file : files.filter(LibrariesIT::isSource).toList()) {
        Path copy = folder.resolve(KILN.relativize(file).toString());
        Files.createDirectories(copy.getParent());
        Files.writeString(
            copy,
            Files.readString(file).replaceAll("jakarta\\.(persistence|validation)", "javax.$1"));
        if (!copy.toString().endsWith(".yaml")) {
          sources.add(copy);
        }
      }
    }
    String own =
        Arrays.stream(
                Files.readString(KILN.resolve("target/class-path.txt")).split(File.pathSeparator))
            .filter(jar -> !jar.matches(".*jakarta\\.(persistence|validation).*"))
            .collect(Collectors.joining(File.pathSeparator));
    String classPath = own + File.pathSeparator + classPath(artifacts.split(" "));
    Path classes = Files.createDirectories(folder.resolve("target/classes"));
    List<String> call =
        new ArrayList<>(
            List.of("-proc:none", "-nowarn", "-d", classes.toString(), "-cp", classPath));
    sources.forEach(source -> call.add(source.toString()));
    int compiled =
        ToolProvider.getSystemJavaCompiler()
            .run(null, System.err, System.err, call.toArray(String[]::new));
    assertThat(compiled).isZero();
    Files.createDirectories(folder.resolve("target/test-classes"));
    assertHolds(folder, classPath, "60 of 60 routes held");
  }

  private static boolean isSource(Path file) {
    String path = file.toString();
    return path.endsWith("shelf-twin.yaml") && !path.contains("target")
        || path.endsWith("KilnSamples.java")
        || path.contains("src/main/java") && path.endsWith(".java");
  }

  private void assertHolds(Path project, String classPath, String summary) throws Exception {
    assertThat(trial(project, classPath)).as(Files.readString(folder.resolve("out"))).isZero();
    assertThat(folder.resolve("out")).content().contains(summary);
  }

  /** The exit code of a trial, which leaves what it prints in a file. */
  private int trial(Path project, String classPath) throws Exception {
    Path list = Files.writeString(folder.resolve("class-path.txt"), classPath);
    Path output = folder.resolve("out");
    Process trial =
        new ProcessBuilder(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:TieredStopAtLevel=1",
                "-jar",
                JAR.toString(),
                "trial",
                "--samples",
                "20",
                "--class-path",
                list.toString())
            .directory(project.toFile())
            .redirectErrorStream(true)
            .redirectOutput(output.toFile())
            .start();
    return trial.waitFor();
  }

  /** The artifacts and what they need, as a build resolves them. */
  private String classPath(String... artifacts) throws IOException, InterruptedException {
    StringBuilder pom =
        new StringBuilder(
            "<project><modelVersion>4.0.0</modelVersion><groupId>coop.kiln</groupId>"
                + "<artifactId>provider</artifactId><version>1</version><dependencies>");
    for (String artifact : artifacts) {
      String[] parts = artifact.split(":");
      pom.append("<dependency><groupId>").append(parts[0]);
      pom.append("</groupId><artifactId>").append(parts[1]);
      pom.append("</artifactId><version>").append(parts[2]).append("</version></dependency>");
    }
    Path file = Files.writeString(folder.resolve("pom.xml"), pom + "</dependencies></project>");
    Path list = folder.resolve("provider.txt");
    Process maven =
        new ProcessBuilder(
                System.getProperty("maven.home") + "/bin/mvn",
                "-B",
                "-q",
                "-f",
                file.toString(),
                "-Dmaven.repo.local=" + System.getProperty("known.repository"),
                "org.apache.maven.plugins:maven-dependency-plugin:3.8.1:build-classpath",
                "-Dmdep.outputFile=" + list)
            .redirectErrorStream(true)
            .redirectOutput(folder.resolve("maven").toFile())
            .start();
    assertThat(maven.waitFor()).as(Files.readString(folder.resolve("maven"))).isZero();
    return Files.readString(list).strip();
  }
}
