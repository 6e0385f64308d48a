package dev.shelftwin.compile;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.shape.Place;
import javax.tools.JavaCompiler;
import javax.tools.ToolProvider;
import org.jspecify.annotations.Nullable;

/** The compiler of the Java that runs this. */
public final class Javac {

  private Javac() {}

  /**
   * The compiler.
   *
   * @throws InputException where this Java has none
   */
  public static JavaCompiler compiler() {
    @Nullable JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
    if (compiler == null) {
      throw new InputException(
          Place.in(System.getProperty("java.home")),
          "this Java has no compiler",
          "run Shelf Twin with a JDK, version 17 or newer");
    }
    return compiler;
  }
}
