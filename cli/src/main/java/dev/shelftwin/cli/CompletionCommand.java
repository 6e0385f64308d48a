package dev.shelftwin.cli;

import java.util.concurrent.Callable;
import picocli.AutoComplete;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

/** Prints a script that completes commands and options in a shell. */
@Command(
    name = "completion",
    description = {
      "Prints a script with which bash and zsh complete commands and options:",
      "source <(shelf-twin completion)"
    },
    mixinStandardHelpOptions = true)
final class CompletionCommand implements Callable<Integer> {

  private final Console console;
  @Spec private CommandSpec spec = CommandSpec.create();

  CompletionCommand(Console console) {
    this.console = console;
  }

  @Override
  public Integer call() {
    console.out().print(AutoComplete.bash("shelf-twin", spec.root().commandLine()));
    return ExitCode.DONE;
  }
}
