package dev.shelftwin.source;

import dev.shelftwin.shape.ClassDependencies;
import dev.shelftwin.shape.ClassDependency;
import dev.shelftwin.shape.MethodCall;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.TypeRef;
import java.io.Closeable;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.FileVisitOption;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.objectweb.asm.ClassReader;

/** Reads what the users' compiled classes mention (JVMS §4). */
final class ClassFiles implements ClassDependencies, Closeable {

  private final List<Path> folders = new ArrayList<>();
  private final List<FileSystem> jars = new ArrayList<>();
  private final List<Path> binaries;
  private final Places places;
  private final Map<String, Mentions> known = new HashMap<>();
  private final Map<String, List<MethodCall>> calls = new HashMap<>();
  private @Nullable ProviderPackages providers;

  ClassFiles(CodePaths code, Places places) {
    code.classes().forEach(this::addFolder);
    this.binaries = code.binaries();
    this.places = places;
  }

  private void addFolder(Path classes) {
    if (!Files.isRegularFile(classes)) {
      folders.add(classes);
      return;
    }
    try {
      FileSystem jar = FileSystems.newFileSystem(classes);
      jars.add(jar);
      jar.getRootDirectories().forEach(folders::add);
    } catch (IOException | RuntimeException unreadable) {
      // The reader of declarations reports it.
    }
  }

  @Override
  public void close() throws IOException {
    for (FileSystem jar : jars) {
      jar.close();
    }
  }

  @Override
  public boolean exist() {
    return !folders.isEmpty();
  }

  @Override
  public List<ClassDependency> in(String packageName) {
    return mentions(packageName).references();
  }

  @Override
  public List<String> unreadable(String packageName) {
    return mentions(packageName).unreadable();
  }

  @Override
  public List<MethodCall> calls(TypeRef owner, String method) {
    return calls.computeIfAbsent(owner.qualifiedName() + "." + method, name -> find(owner, method));
  }

  private List<MethodCall> find(TypeRef owner, String method) {
    String file = owner.binaryName().replace('.', '/') + ".class";
    return folders.stream()
        .map(folder -> folder.resolve(file))
        .filter(Files::isRegularFile)
        .findFirst()
        .map(found -> calls(found, owner, method))
        .orElse(List.of());
  }

  private List<MethodCall> calls(Path file, TypeRef owner, String method) {
    try {
      return ClassCalls.of(new ClassReader(Files.readAllBytes(file)), method).stream()
          .map(
              call ->
                  new MethodCall(
                      ClassUses.type(call.owner()),
                      call.name(),
                      call.line() > 0
                          ? places.ofLine(owner, call.line())
                          : places.ofMember(owner, method)))
          .toList();
    } catch (IllegalArgumentException | IndexOutOfBoundsException | IOException unreadable) {
      return List.of(); // reported with the package that the class is in
    }
  }

  @Override
  public boolean isOfProvider(String packageName) {
    if (providers == null) {
      providers = ProviderPackages.of(binaries);
    }
    return providers.contain(packageName);
  }

  @Override
  public Place place(ClassDependency reference) {
    return reference.line() > 0
        ? places.ofLine(reference.from(), reference.line())
        : places.ofMember(reference.from(), reference.member());
  }

  private Mentions mentions(String packageName) {
    return known.computeIfAbsent(packageName, this::read);
  }

  private Mentions read(String packageName) {
    Map<List<Object>, ClassDependency> references = new LinkedHashMap<>();
    List<String> unreadable = new ArrayList<>();
    for (Path folder : folders) {
      for (Path file : classesIn(folder.resolve(packageName.replace('.', '/')))) {
        try {
          ClassUses.of(new ClassReader(Files.readAllBytes(file)))
              .forEach(
                  found ->
                      references.merge(
                          List.of(found.from(), found.to(), found.exposed()),
                          found,
                          ClassFiles::plainer));
        } catch (IllegalArgumentException | IndexOutOfBoundsException broken) {
          // Reports class files of a newer Java and truncated ones (JVMS §4.8).
          unreadable.add(folder.relativize(file) + " (" + broken.getMessage() + ")");
        } catch (IOException failure) {
          unreadable.add(folder.relativize(file) + " (" + failure.getMessage() + ")");
        }
      }
    }
    return new Mentions(List.copyOf(references.values()), List.copyOf(unreadable));
  }

  /** Of two mentions the one with a line, else the first. */
  private static ClassDependency plainer(ClassDependency one, ClassDependency other) {
    return one.line() == 0 && other.line() > 0 ? other : one;
  }

  private static List<Path> classesIn(Path folder) {
    try (Stream<Path> files =
        Files.isDirectory(folder)
            ? Files.walk(folder, FileVisitOption.FOLLOW_LINKS)
            : Stream.empty()) {
      return files.filter(file -> file.toString().endsWith(".class")).sorted().toList();
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
  }

  private record Mentions(List<ClassDependency> references, List<String> unreadable) {}
}
