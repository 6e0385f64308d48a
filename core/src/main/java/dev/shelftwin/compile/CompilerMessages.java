package dev.shelftwin.compile;

import dev.shelftwin.finding.InputError;
import dev.shelftwin.shape.Place;
import java.io.IOException;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import javax.tools.Diagnostic;
import javax.tools.JavaFileObject;
import org.jspecify.annotations.Nullable;

/** Turns what the compiler says into errors of the input. */
public final class CompilerMessages {

  private CompilerMessages() {}

  /** One message of the compiler, with its place and what to do. */
  public static InputError error(Diagnostic<? extends JavaFileObject> diagnostic) {
    List<String> lines = diagnostic.getMessage(Locale.ENGLISH).lines().map(String::strip).toList();
    String message = lines.stream().collect(Collectors.joining(", "));
    return new InputError(place(diagnostic), message, remedy(message));
  }

  private static String remedy(String message) {
    if (message.startsWith("error reading") || message.contains("bad class file")) {
      return "build or fetch that file again, or take it off the class path";
    }
    return message.contains("does not exist") || message.contains("cannot find symbol")
        ? "correct the name, or add what the code depends on to 'class-path' in the plan"
        : "make the class compile first";
  }

  private static Place place(Diagnostic<? extends JavaFileObject> diagnostic) {
    @Nullable JavaFileObject file = diagnostic.getSource();
    if (file == null) {
      return Place.in("code");
    }
    int line = Math.max(0, (int) diagnostic.getLineNumber());
    int column = Math.max(0, (int) diagnostic.getColumnNumber());
    return new Place(file.getName(), line, column, text(file, line));
  }

  private static String text(JavaFileObject file, int line) {
    try {
      return file.getCharContent(true).toString().lines().skip(line - 1L).findFirst().orElse("");
    } catch (IOException | IllegalArgumentException gone) {
      return "";
    }
  }
}
