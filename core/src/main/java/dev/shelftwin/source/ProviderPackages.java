package dev.shelftwin.source;

import dev.shelftwin.facts.Frameworks;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;

/** Finds the packages of the JPA providers on a class path. */
final class ProviderPackages {

  private final Set<String> packages = new LinkedHashSet<>();

  private ProviderPackages() {}

  /**
   * For each provider the package that it shares with all classes of its jar below the same
   * organisation: several products of one organisation begin with the same two words.
   */
  static List<String> of(List<Path> binaries) {
    ProviderPackages found = new ProviderPackages();
    for (Path entry : binaries) {
      try {
        found.addAll(entry);
      } catch (IOException unreadable) {
        // reported by the reader of declarations
      }
    }
    return List.copyOf(found.packages);
  }

  private void addAll(Path entry) throws IOException {
    if (Files.isDirectory(entry)) {
      for (String service : Frameworks.providerServiceFiles()) {
        Path file = entry.resolve(service);
        if (Files.isRegularFile(file)) {
          try (Stream<Path> files = Files.walk(entry)) {
            List<String> names = files.map(one -> entry.relativize(one).toString()).toList();
            add(Files.readString(file), names);
          }
        }
      }
    } else if (Files.isRegularFile(entry)) {
      try (ZipFile jar = new ZipFile(entry.toFile())) {
        for (String service : Frameworks.providerServiceFiles()) {
          ZipEntry file = jar.getEntry(service);
          if (file != null) {
            byte[] text = jar.getInputStream(file).readAllBytes();
            add(
                new String(text, StandardCharsets.UTF_8),
                jar.stream().map(ZipEntry::getName).toList());
          }
        }
      }
    }
  }

  private void add(String services, List<String> files) {
    services
        .lines()
        .map(line -> line.replaceFirst("#.*", "").strip())
        .filter(line -> !line.isEmpty())
        .forEach(provider -> packages.add(common(provider, files)));
  }

  private static String common(String provider, List<String> files) {
    List<String> shared = packageOf(provider);
    List<String> organisation = shared.subList(0, Math.min(2, shared.size()));
    for (String file : files) {
      List<String> other =
          packageOf(file.replaceFirst("\\.class$", "").replace('\\', '/').replace('/', '.'));
      if (file.endsWith(".class") && startsWith(other, organisation)) {
        int length = 0;
        while (length < Math.min(shared.size(), other.size())
            && shared.get(length).equals(other.get(length))) {
          length++;
        }
        shared = shared.subList(0, length);
      }
    }
    return String.join(".", shared);
  }

  private static boolean startsWith(List<String> name, List<String> beginning) {
    return name.size() >= beginning.size() && name.subList(0, beginning.size()).equals(beginning);
  }

  private static List<String> packageOf(String className) {
    List<String> parts = Arrays.asList(className.split("\\.", -1));
    return parts.subList(0, parts.size() - 1);
  }
}
