package dev.shelftwin.cli;

import java.time.Duration;
import java.util.Timer;
import java.util.TimerTask;
import java.util.function.Supplier;
import me.tongfei.progressbar.ConsoleProgressBarConsumer;
import me.tongfei.progressbar.ProgressBar;
import me.tongfei.progressbar.ProgressBarBuilder;
import org.jspecify.annotations.Nullable;

/** Shows what is being done and for how long, on a terminal and only when it takes long. */
final class WaitingLine {

  private final Console console;
  private final String what;
  private @Nullable ProgressBar bar;
  private boolean done;

  private WaitingLine(Console console, String what) {
    this.console = console;
    this.what = what;
  }

  /**
   * Runs some work, and shows what it is if that takes longer than the given time.
   *
   * @param what the line's text, such as {@code reading the code}
   */
  static <T> T during(Console console, String what, Duration patience, Supplier<T> work) {
    if (!console.terminal()) {
      return work.get();
    }
    WaitingLine line = new WaitingLine(console, what);
    Timer timer = new Timer("waiting", true);
    timer.schedule(
        new TimerTask() {
          @Override
          public void run() {
            line.show();
          }
        },
        patience.toMillis());
    try {
      return work.get();
    } finally {
      timer.cancel();
      line.close();
    }
  }

  /** Runs some work, and shows what it is if that takes longer than two seconds. */
  static <T> T during(Console console, String what, Supplier<T> work) {
    return during(console, what, ProgressLine.PATIENCE, work);
  }

  private synchronized void show() {
    if (!done) {
      bar =
          new ProgressBarBuilder()
              .setTaskName(what)
              .setInitialMax(-1)
              .clearDisplayOnFinish()
              .setConsumer(new ConsoleProgressBarConsumer(console.err()))
              .build();
    }
  }

  private synchronized void close() {
    done = true;
    if (bar != null) {
      bar.close();
    }
  }
}
