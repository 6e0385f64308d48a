package dev.shelftwin.cli;

import java.util.concurrent.Callable;
import picocli.CommandLine.Command;

/** Shows the whole job on the example. */
@Command(
    name = "demo",
    description = "Shows the whole job on the kiln cooperative, then on a flawed variant of it.",
    mixinStandardHelpOptions = true)
final class DemoCommand implements Callable<Integer> {

  private final Console console;

  DemoCommand(Console console) {
    this.console = console;
  }

  @Override
  public Integer call() {
    console.out().println();
    return 0;
  }
}
