package dev.shelftwin.compile;

import java.net.MalformedURLException;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;

/**
 * Loads the users' classes and the mappers compiled with them. All are of one loader, so that
 * mappers may use package-private members (JVMS §5.3: a run-time package belongs to one loader).
 * Nothing of this program is seen but what mappers need at run time.
 */
public final class UserClassLoader extends URLClassLoader {

  static {
    registerAsParallelCapable();
  }

  private static final String RUNTIME = "dev.shelftwin.runtime.";

  private final Map<String, byte[]> compiled;

  /**
   * A loader.
   *
   * @param compiled class files by binary name; they win over the same names in the class path
   * @param classPath folders and jars
   */
  public UserClassLoader(Map<String, byte[]> compiled, List<Path> classPath) {
    super(urls(classPath), ClassLoader.getPlatformClassLoader());
    this.compiled = Map.copyOf(compiled);
  }

  @Override
  protected Class<?> findClass(String name) throws ClassNotFoundException {
    if (name.startsWith(RUNTIME)) {
      return Class.forName(name, false, UserClassLoader.class.getClassLoader());
    }
    byte[] bytes = compiled.get(name);
    return bytes == null ? super.findClass(name) : defineClass(name, bytes, 0, bytes.length);
  }

  private static URL[] urls(List<Path> classPath) {
    return classPath.stream().map(UserClassLoader::url).toArray(URL[]::new);
  }

  private static URL url(Path path) {
    try {
      return path.toUri().toURL();
    } catch (MalformedURLException impossible) {
      throw new IllegalArgumentException(path.toString(), impossible);
    }
  }
}
