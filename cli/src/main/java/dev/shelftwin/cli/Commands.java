package dev.shelftwin.cli;

import picocli.CommandLine;
import picocli.CommandLine.IFactory;

/** Makes the commands, which all write to one console. */
final class Commands implements IFactory {

  private final Console console;

  Commands(Console console) {
    this.console = console;
  }

  @Override
  public <K> K create(Class<K> type) throws Exception {
    for (Object command : commands()) {
      if (type.isInstance(command)) {
        return type.cast(command);
      }
    }
    return CommandLine.defaultFactory().create(type);
  }

  private Object[] commands() {
    return new Object[] {
      new DraftCommand(console),
      new LedgerCommand(console),
      new CheckCommand(console),
      new ScaffoldCommand(console),
      new GenerateCommand(console),
      new TrialCommand(console),
      new ImpactCommand(console),
      new ReportCommand(console),
      new DemoCommand(console),
      new CompletionCommand(console)
    };
  }
}
