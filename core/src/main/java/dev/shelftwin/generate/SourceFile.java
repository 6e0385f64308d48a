package dev.shelftwin.generate;

import java.util.Objects;

/**
 * The source of one mapper.
 *
 * @param packageName of the class
 * @param className its simple name
 * @param text the whole file, with a fingerprint in its head
 */
public record SourceFile(String packageName, String className, String text) {

  public SourceFile {
    Objects.requireNonNull(packageName, "packageName");
    Objects.requireNonNull(className, "className");
    Objects.requireNonNull(text, "text");
  }

  public String qualifiedName() {
    return packageName + "." + className;
  }

  /** Where it belongs below a source folder, with slashes. */
  public String path() {
    return qualifiedName().replace('.', '/') + ".java";
  }
}
