package dev.shelftwin.cli;

import dev.shelftwin.trial.TrialProgress;
import java.time.Duration;
import java.time.Instant;
import me.tongfei.progressbar.ConsoleProgressBarConsumer;
import me.tongfei.progressbar.ProgressBar;
import me.tongfei.progressbar.ProgressBarBuilder;
import org.jspecify.annotations.Nullable;

/** Shows how far a trial is, on a terminal and only when it takes long. */
final class ProgressLine implements TrialProgress, AutoCloseable {

  static final Duration PATIENCE = Duration.ofSeconds(2);

  private final Console console;
  private final Instant began = Instant.now();
  private @Nullable ProgressBar bar;

  ProgressLine(Console console) {
    this.console = console;
  }

  @Override
  public void advance(String route, int done, int total) {
    if (bar == null && console.terminal() && isLong()) {
      bar =
          new ProgressBarBuilder()
              .setTaskName("samples")
              .setInitialMax(total)
              .clearDisplayOnFinish()
              .setConsumer(new ConsoleProgressBarConsumer(console.err()))
              .build();
    }
    if (bar != null) {
      bar.stepTo(done);
      bar.setExtraMessage(route);
    }
  }

  @Override
  public void close() {
    if (bar != null) {
      bar.close();
      bar = null;
    }
  }

  private boolean isLong() {
    return Duration.between(began, Instant.now()).compareTo(PATIENCE) > 0;
  }
}
