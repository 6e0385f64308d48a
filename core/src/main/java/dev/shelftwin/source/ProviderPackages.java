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

/**
 * The packages of the JPA providers on a class path, without those of validation providers, which
 * may be below them.
 */
final class ProviderPackages {

  private final Set<String> persistence = new LinkedHashSet<>();
  private final Set<String> validation = new LinkedHashSet<>();

  private ProviderPackages() {}

  /**
   * Finds for each provider the package that it shares with all classes of its jar below the same
   * organisation: several products of one organisation begin with the same two words.
   */
  static ProviderPackages of(List<Path> binaries) {
    ProviderPackages found = new ProviderPackages();
    for (Path entry : binaries) {
      try {
        found.addAll(entry);
      } catch (IOException unreadable) {
        // reported by the reader of declarations
      }
    }
    return found;
  }

  /** Whether a package belongs to a JPA provider. */
  boolean contain(String packageName) {
    return isWithin(packageName, persistence) && !isWithin(packageName, validation);
  }

  private static boolean isWithin(String packageName, Set<String> packages) {
    return packages.stream().anyMatch(one -> (packageName + ".").startsWith(one + "."));
  }

  private void addAll(Path entry) throws IOException {
    if (Files.isDirectory(entry)) {
      add(new Folder(entry));
    } else if (Files.isRegularFile(entry)) {
      try (ZipFile jar = new ZipFile(entry.toFile())) {
        add(new Jar(jar));
      }
    }
  }

  private void add(Library library) throws IOException {
    add(library, Frameworks.persistenceServices(), persistence);
    add(library, Frameworks.validationServices(), validation);
  }

  private static void add(Library library, List<String> services, Set<String> packages)
      throws IOException {
    for (String service : services) {
      String text = library.text(service);
      if (!text.isBlank()) {
        List<String> files = library.files();
        text.lines()
            .map(line -> line.replaceFirst("#.*", "").strip())
            .filter(line -> !line.isEmpty())
            .forEach(provider -> packages.add(common(provider, files)));
      }
    }
  }

  /** The files of an entry of a class path. */
  private interface Library {

    /** The text of a file; empty if there is none. */
    String text(String file) throws IOException;

    List<String> files() throws IOException;
  }

  private record Folder(Path root) implements Library {

    @Override
    public String text(String file) throws IOException {
      Path path = root.resolve(file);
      return Files.isRegularFile(path) ? Files.readString(path) : "";
    }

    @Override
    public List<String> files() throws IOException {
      try (Stream<Path> files = Files.walk(root)) {
        return files.map(one -> root.relativize(one).toString()).toList();
      }
    }
  }

  private record Jar(ZipFile file) implements Library {

    @Override
    public String text(String name) throws IOException {
      ZipEntry entry = file.getEntry(name);
      return entry == null
          ? ""
          : new String(file.getInputStream(entry).readAllBytes(), StandardCharsets.UTF_8);
    }

    @Override
    public List<String> files() {
      return file.stream().map(ZipEntry::getName).toList();
    }
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
