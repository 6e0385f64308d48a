package dev.shelftwin.cli;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.report.FindingText;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.UnmatchedArgumentException;

/** The command line. */
@Command(
    name = "shelf-twin",
    description = {
      "Describes the types of each layer, generates the mappers between them,",
      "and proves that every field makes the round trip."
    },
    subcommands = {
      DraftCommand.class,
      LedgerCommand.class,
      CheckCommand.class,
      ScaffoldCommand.class,
      GenerateCommand.class,
      TrialCommand.class,
      ImpactCommand.class,
      ReportCommand.class,
      DemoCommand.class,
      CompletionCommand.class
    },
    mixinStandardHelpOptions = true,
    version = "shelf-twin " + Main.VERSION,
    synopsisSubcommandLabel = "COMMAND",
    footerHeading = "%nExit codes:%n",
    footer = {
      "  0   nothing found at or above the threshold, every route held",
      "  1   findings, divergences, or no sample accepted",
      "  2   the call, the plan or the code is wrong; nothing was done",
      "  70  an error of Shelf Twin's own"
    })
public final class Main {

  static final String VERSION = "0.1.0";

  private Main() {}

  /** Runs one command and ends the process with its exit code. */
  public static void main(String[] arguments) {
    // A library of ours logs through SLF4J, and nobody asked for its log.
    System.setProperty("slf4j.internal.verbosity", "ERROR");
    System.exit(run(Console.ofProcess(), arguments));
  }

  /** Runs one command. */
  static int run(Console console, String... arguments) {
    CommandLine line = commandLine(console);
    line.setParameterExceptionHandler((wrong, given) -> wrongCall(console, wrong));
    line.setExecutionExceptionHandler((failure, command, given) -> failed(console, failure));
    if (arguments.length == 0) {
      line.usage(console.err());
      return ExitCode.WRONG_INPUT;
    }
    try {
      return line.execute(arguments);
    } catch (LinkageError | StackOverflowError | OutOfMemoryError failure) {
      return failed(console, failure);
    }
  }

  /** All commands and their options. */
  static CommandLine commandLine(Console console) {
    CommandLine line = new CommandLine(new Main(), new Commands(console));
    line.setOut(console.outWriter()).setErr(console.errWriter());
    return line.setCaseInsensitiveEnumValuesAllowed(true);
  }

  private static int wrongCall(Console console, ParameterException wrong) {
    String name = wrong.getCommandLine().getCommandSpec().qualifiedName();
    console.err().println(name + ": " + wrong.getMessage());
    UnmatchedArgumentException.printSuggestions(wrong, console.errWriter());
    console.err().println("  see '" + name + " --help'");
    return ExitCode.WRONG_INPUT;
  }

  private static int failed(Console console, Throwable failure) {
    if (failure instanceof InputException wrong) {
      console.err().print(FindingText.ofErrors(wrong.errors(), console.style()));
      return ExitCode.WRONG_INPUT;
    }
    console.err().println("shelf-twin: an error of its own: " + failure);
    if (System.getenv("SHELF_TWIN_TRACE") == null) {
      console.err().println("  set SHELF_TWIN_TRACE=1 to see where, and report it with the plan");
    } else {
      failure.printStackTrace(console.err());
    }
    return ExitCode.OWN_ERROR;
  }
}
