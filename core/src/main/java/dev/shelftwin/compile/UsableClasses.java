package dev.shelftwin.compile;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import javax.tools.ForwardingJavaFileManager;
import javax.tools.JavaFileManager;
import javax.tools.JavaFileObject;
import javax.tools.StandardJavaFileManager;
import javax.tools.StandardLocation;
import org.jspecify.annotations.Nullable;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.Opcodes;

/**
 * Hides class files that this Java cannot read where their source is at hand: truncated ones, and
 * those of a newer Java. The compiler then reads the source, however old it is. Hides sources that
 * are not there, too: links that lead nowhere, on which the compiler fails; and those that
 * libraries bring beside their classes. And hides declarations of modules: all is read from the
 * class path, as one unnamed module (JLS §7.7.5).
 */
public final class UsableClasses extends ForwardingJavaFileManager<StandardJavaFileManager> {

  /** The version of class files of Java 1.0 less one (JVMS §4.1, table 4.1-A). */
  private static final int BEFORE_FIRST_VERSION = 44;

  /** Where the version stands in a class file (JVMS §4.1). */
  private static final int MAJOR_VERSION = 6;

  /** The name of the file without its ending (JLS §7.3). */
  private static final String MODULE_DECLARATION = "module-info";

  private final List<Path> sources;

  /**
   * A file manager whose locations are set.
   *
   * @param sources the source folders
   */
  public UsableClasses(StandardJavaFileManager files, List<Path> sources) {
    super(files);
    this.sources = List.copyOf(sources);
  }

  @Override
  public Iterable<JavaFileObject> list(
      JavaFileManager.Location location,
      String packageName,
      Set<JavaFileObject.Kind> kinds,
      boolean recurse)
      throws IOException {
    Iterable<JavaFileObject> files = super.list(location, packageName, kinds, recurse);
    if (location != StandardLocation.CLASS_PATH && location != StandardLocation.SOURCE_PATH) {
      return files;
    }
    List<Path> folders =
        sources.stream()
            .map(folder -> folder.resolve(packageName.replace('.', '/')))
            .filter(Files::isDirectory)
            .toList();
    List<JavaFileObject> usable = new ArrayList<>();
    for (JavaFileObject file : files) {
      boolean isUsable =
          switch (file.getKind()) {
            case SOURCE ->
                location == StandardLocation.SOURCE_PATH && Files.exists(Path.of(file.toUri()));
            case CLASS ->
                folders.isEmpty()
                    || !hasSource(inferBinaryName(location, file), folders)
                    || isReadable(file);
            default -> true;
          };
      if (isUsable && !file.isNameCompatible(MODULE_DECLARATION, file.getKind())) {
        usable.add(file);
      }
    }
    return usable;
  }

  @Override
  public @Nullable JavaFileObject getJavaFileForInput(
      JavaFileManager.Location location, String className, JavaFileObject.Kind kind)
      throws IOException {
    boolean hidden =
        className.equals(MODULE_DECLARATION)
            && (location == StandardLocation.CLASS_PATH
                || location == StandardLocation.SOURCE_PATH);
    return hidden ? null : super.getJavaFileForInput(location, className, kind);
  }

  private static boolean hasSource(String binaryName, List<Path> folders) {
    String simple = binaryName.substring(binaryName.lastIndexOf('.') + 1);
    int nested = simple.indexOf('$');
    String file = (nested > 0 ? simple.substring(0, nested) : simple) + ".java";
    return folders.stream().anyMatch(folder -> Files.isRegularFile(folder.resolve(file)));
  }

  private static boolean isReadable(JavaFileObject file) {
    try (InputStream bytes = file.openInputStream()) {
      ClassReader reader = new ClassReader(bytes);
      reader.accept(new ClassVisitor(Opcodes.ASM9) {}, ClassReader.SKIP_CODE);
      return reader.readUnsignedShort(MAJOR_VERSION)
          <= BEFORE_FIRST_VERSION + Runtime.version().feature();
    } catch (IOException | IllegalArgumentException | IndexOutOfBoundsException unreadable) {
      return false;
    }
  }
}
