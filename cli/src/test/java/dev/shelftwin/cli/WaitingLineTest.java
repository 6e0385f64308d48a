package dev.shelftwin.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.report.Style;
import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;

class WaitingLineTest {

  /** Tells when something was written. */
  private static final class Screen extends ByteArrayOutputStream {
    private final CountDownLatch written = new CountDownLatch(1);

    @Override
    public synchronized void write(byte[] bytes, int from, int length) {
      super.write(bytes, from, length);
      written.countDown();
    }
  }

  private final Screen screen = new Screen();

  private Console console(boolean terminal) {
    PrintStream stream = new PrintStream(screen, true, StandardCharsets.UTF_8);
    return new Console(stream, stream, Style.PLAIN, terminal);
  }

  @Test
  void longWorkShowsWhatIsDone() {
    boolean shown =
        WaitingLine.during(
            console(true),
            "reading the code",
            Duration.ZERO,
            () -> {
              try {
                return screen.written.await(20, TimeUnit.SECONDS);
              } catch (InterruptedException stopped) {
                throw new IllegalStateException(stopped);
              }
            });
    assertThat(shown).isTrue();
    assertThat(screen.toString(StandardCharsets.UTF_8)).contains("reading the code");
  }

  @Test
  void shortWorkAndOtherReadersGetNoLine() {
    assertThat(WaitingLine.during(console(true), "reading", () -> 1)).isEqualTo(1);
    assertThat(WaitingLine.during(console(false), "reading", Duration.ZERO, () -> 2)).isEqualTo(2);
    assertThat(screen.size()).isZero();
  }
}
