package dev.shelftwin.compile;

import dev.shelftwin.runtime.Fault;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URISyntaxException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.function.BiFunction;

/**
 * The users' code, to be run together with mappers that are compiled in memory.
 *
 * @param binaries class folders and jars, the users' own classes first
 * @param sources source folders; what is newer there than in the binaries is compiled too
 * @param libraries what is needed only to compile
 */
public record UserCode(List<Path> binaries, List<Path> sources, List<Path> libraries) {

  public UserCode {
    binaries = List.copyOf(binaries);
    sources = List.copyOf(sources);
    libraries = List.copyOf(libraries);
  }

  /** The jar or folder of the types that generated mappers use. */
  public static Path runtime() {
    try {
      return Path.of(Fault.class.getProtectionDomain().getCodeSource().getLocation().toURI());
    } catch (URISyntaxException impossible) {
      throw new IllegalStateException(impossible);
    }
  }

  /**
   * Compiles mappers and runs something that uses them. Meanwhile their loader is the context class
   * loader of the thread, because libraries find their services through it.
   *
   * @param mappers texts by qualified class name
   * @param others qualified names of classes that are needed besides the mappers
   * @param use takes the loader, and why mappers do not compile by their names
   * @throws dev.shelftwin.finding.InputException where the users' own code does not compile
   */
  public <T> T run(
      Map<String, String> mappers,
      Collection<String> others,
      BiFunction<UserClassLoader, Map<String, String>, T> use) {
    List<String> uncompiled = others.stream().filter(other -> !isCompiled(other)).toList();
    MemoryCompiler.Compiled compiled = compiler().compileEach(mappers, uncompiled);
    Thread thread = Thread.currentThread();
    ClassLoader before = thread.getContextClassLoader();
    try (UserClassLoader loader = new UserClassLoader(compiled.classes(), binaries)) {
      thread.setContextClassLoader(loader);
      return use.apply(loader, compiled.failures());
    } catch (IOException unclosed) {
      throw new UncheckedIOException(unclosed);
    } finally {
      thread.setContextClassLoader(before);
    }
  }

  /** A compiler over the users' code. */
  public MemoryCompiler compiler() {
    List<Path> classPath = new ArrayList<>(binaries);
    classPath.add(runtime());
    classPath.addAll(libraries);
    return new MemoryCompiler(classPath, sources);
  }

  private boolean isCompiled(String className) {
    String file = className.replace('.', '/') + ".class";
    return binaries.stream().anyMatch(folder -> Files.exists(folder.resolve(file)));
  }
}
