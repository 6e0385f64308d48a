package dev.shelftwin.source;

import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.TypeRef;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import javax.tools.FileObject;
import javax.tools.JavaFileManager;
import javax.tools.JavaFileObject;
import javax.tools.StandardLocation;
import org.jspecify.annotations.Nullable;

/** Where declarations stand: in the source if there is one, else in the class file. */
final class Places {

  /** JVMS §4.3.3: no method takes more. */
  private static final int MOST_PARAMETERS = 255;

  private final SourceIndex sources;
  private final JavaFileManager files;

  Places(SourceIndex sources, JavaFileManager files) {
    this.sources = sources;
    this.files = files;
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
    return sources.parameterNames(owner.packageName(), owner.name(), method, types);
  }

  /** A field or the first method of a name; the type itself where it has neither. */
  Place ofMember(TypeRef owner, String name) {
    Stream<String> members =
        Stream.concat(
            Stream.of(name),
            IntStream.rangeClosed(0, MOST_PARAMETERS).mapToObj(count -> name + "/" + count));
    return members
        .flatMap(member -> sources.find(owner.packageName(), owner.name(), member).stream())
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
    return sources
        .find(owner.packageName(), owner.name(), member)
        .orElseGet(() -> Place.in(container(owner) + owner.qualifiedName() + suffix));
  }

  private String container(TypeRef type) {
    try {
      @Nullable FileObject file =
          files.getJavaFileForInput(
              StandardLocation.CLASS_PATH, type.binaryName(), JavaFileObject.Kind.CLASS);
      if (file == null) {
        return "";
      }
      String name = file.getName();
      int entry = name.indexOf('(');
      return entry < 0 ? "" : Path.of(name.substring(0, entry)).getFileName() + "!";
    } catch (IOException unreadable) {
      return "";
    }
  }
}
