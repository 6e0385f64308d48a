package dev.shelftwin.read;

import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Reference;
import dev.shelftwin.shape.References;
import dev.shelftwin.shape.TypeRef;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.objectweb.asm.ClassReader;

/** Reads what the users' compiled classes mention (JVMS §4). */
final class ClassFiles implements References {

  private final List<Path> folders;
  private final Places places;
  private final Map<String, Mentions> known = new HashMap<>();

  ClassFiles(List<Path> folders, Places places) {
    this.folders = List.copyOf(folders);
    this.places = places;
  }

  @Override
  public boolean exist() {
    return !folders.isEmpty();
  }

  @Override
  public List<Reference> in(String packageName) {
    return mentions(packageName).references();
  }

  @Override
  public List<String> unreadable(String packageName) {
    return mentions(packageName).unreadable();
  }

  @Override
  public Place place(Reference reference) {
    return reference.line() > 0
        ? places.ofLine(reference.from(), reference.line())
        : places.ofMember(reference.from(), reference.member());
  }

  private Mentions mentions(String packageName) {
    return known.computeIfAbsent(packageName, this::read);
  }

  private Mentions read(String packageName) {
    Map<List<TypeRef>, Reference> references = new LinkedHashMap<>();
    List<String> unreadable = new ArrayList<>();
    for (Path folder : folders) {
      for (Path file : classesIn(folder.resolve(packageName.replace('.', '/')))) {
        try {
          ClassMentions.of(new ClassReader(Files.readAllBytes(file)))
              .forEach(
                  found ->
                      references.merge(
                          List.of(found.from(), found.to()), found, ClassFiles::plainer));
        } catch (IllegalArgumentException | IndexOutOfBoundsException broken) {
          // So a class file of a newer Java is told, and one that is cut off (JVMS §4.8).
          unreadable.add(folder.relativize(file) + " (" + broken.getMessage() + ")");
        } catch (IOException failure) {
          unreadable.add(folder.relativize(file) + " (" + failure.getMessage() + ")");
        }
      }
    }
    return new Mentions(List.copyOf(references.values()), List.copyOf(unreadable));
  }

  /** Of two mentions the one with a line, else the first. */
  private static Reference plainer(Reference one, Reference other) {
    return one.line() == 0 && other.line() > 0 ? other : one;
  }

  private static List<Path> classesIn(Path folder) {
    try (Stream<Path> files = Files.isDirectory(folder) ? Files.walk(folder) : Stream.empty()) {
      return files.filter(file -> file.toString().endsWith(".class")).sorted().toList();
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
  }

  private record Mentions(List<Reference> references, List<String> unreadable) {}
}
