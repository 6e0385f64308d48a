package dev.shelftwin.source;

import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.TypeRef;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** Where declarations stand: in the source if there is one, else in the class file. */
final class Places {

  /** JVMS §4.3.3: no method takes more. */
  private static final int MOST_PARAMETERS = 255;

  private final Sources sources;
  private final Function<TypeRef, String> containers;

  /**
   * Places in sources and class files.
   *
   * @param containers the jar of a class file with an exclamation mark; empty if it is in no jar
   */
  Places(Sources sources, Function<TypeRef, String> containers) {
    this.sources = sources;
    this.containers = containers;
  }

  /** The sources of types. */
  @FunctionalInterface
  interface Sources {

    /** What the source of a type declares, and perhaps others; nothing where there is none. */
    DeclaredPlaces of(TypeRef type);
  }

  Place ofType(TypeRef type) {
    return find(type, "", "");
  }

  Place ofField(TypeRef owner, String field) {
    return find(owner, field, "." + field);
  }

  Place ofCallable(TypeRef owner, String name, int parameters) {
    return find(owner, name + "/" + parameters, "." + name);
  }

  /** The names of parameters as the source declares them; empty if there is none. */
  Optional<List<String>> parameterNames(TypeRef owner, String method, List<String> types) {
    return sources.of(owner).parameterNames(owner.name(), method, types);
  }

  /** A field or the first method of a name; the type itself where it has neither. */
  Place ofMember(TypeRef owner, String name) {
    Stream<String> members =
        Stream.concat(
            Stream.of(name),
            IntStream.rangeClosed(0, MOST_PARAMETERS).mapToObj(count -> name + "/" + count));
    return members
        .flatMap(member -> sources.of(owner).find(owner.name(), member).stream())
        .findFirst()
        .orElseGet(() -> ofType(owner));
  }

  /** A line of the file that declares a type; the type itself where there is no such line. */
  Place ofLine(TypeRef type, int line) {
    Place declared = ofType(type);
    if (declared.line() == 0 || line == 0) {
      return declared;
    }
    try (Stream<String> lines = Files.lines(Path.of(declared.file()))) {
      return lines
          .skip(line - 1L)
          .findFirst()
          .map(text -> new Place(declared.file(), line, indent(text) + 1, text))
          .orElse(declared);
    } catch (IOException | UncheckedIOException unreadable) {
      return declared;
    }
  }

  private static int indent(String text) {
    return text.length() - text.stripLeading().length();
  }

  private Place find(TypeRef owner, String member, String suffix) {
    return Place.found(() -> search(owner, member, suffix));
  }

  /** Places may be asked for by several threads. */
  private synchronized Place search(TypeRef owner, String member, String suffix) {
    return sources
        .of(owner)
        .find(owner.name(), member)
        .orElseGet(() -> Place.in(containers.apply(owner) + owner.qualifiedName() + suffix));
  }
}
