package dev.shelftwin.cli;

import dev.shelftwin.report.Style;
import java.io.FileDescriptor;
import java.io.FileOutputStream;
import java.io.OutputStream;
import java.io.PrintStream;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import picocli.CommandLine.Help.Ansi;

/**
 * The output of commands: results on one stream, everything else on the other, both in UTF-8.
 *
 * @param out results and nothing else
 * @param err messages
 * @param style colours only if the output is a terminal
 * @param terminal whether a person reads
 */
record Console(PrintStream out, PrintStream err, Style style, boolean terminal) {

  static Console ofProcess() {
    // Looks at NO_COLOR (no-color.org), TERM, and whether a terminal is there.
    boolean terminal = Ansi.AUTO.enabled();
    return new Console(
        stream(FileDescriptor.out),
        stream(FileDescriptor.err),
        terminal ? Style.COLOURED : Style.PLAIN,
        terminal);
  }

  /** The same without messages. */
  Console silent() {
    return new Console(out, new PrintStream(OutputStream.nullOutputStream()), style, terminal);
  }

  PrintWriter outWriter() {
    return new PrintWriter(out, true, StandardCharsets.UTF_8);
  }

  PrintWriter errWriter() {
    return new PrintWriter(err, true, StandardCharsets.UTF_8);
  }

  /** The command by which the user calls this program. */
  static String command() {
    return System.getProperty("shelf-twin.command", "shelf-twin");
  }

  private static PrintStream stream(FileDescriptor descriptor) {
    return new PrintStream(new FileOutputStream(descriptor), true, StandardCharsets.UTF_8);
  }
}
