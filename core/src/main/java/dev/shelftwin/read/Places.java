package dev.shelftwin.read;

import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.TypeRef;
import java.io.IOException;
import java.nio.file.Path;
import javax.tools.FileObject;
import javax.tools.JavaFileManager;
import javax.tools.JavaFileObject;
import javax.tools.StandardLocation;
import org.jspecify.annotations.Nullable;

/** Where declarations stand: in the source if there is one, else in the class file. */
final class Places {

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
