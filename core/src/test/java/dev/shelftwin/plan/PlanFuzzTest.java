package dev.shelftwin.plan;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.document.Documents;
import dev.shelftwin.finding.InputError;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.ledger.LedgerBuilder;
import dev.shelftwin.rule.Checker;
import dev.shelftwin.source.CodePaths;
import dev.shelftwin.source.JavaReader;
import dev.shelftwin.testkit.Project;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** Plans with random mistakes: each is read, or refused with places and remedies. */
class PlanFuzzTest {

  private static final int MUTATIONS = 20_000;

  /** Every so often a plan that can be read is also resolved and checked, which takes longer. */
  private static final int CHECKED_EVERY = 100;

  private static final Path KILN = Path.of("../examples/kiln");
  private static final LocalDate TODAY = LocalDate.of(2026, 11, 28);

  private static final List<String> INSERTED =
      List.of(
          "",
          " ",
          "\t",
          "\n",
          ":",
          "'",
          "\"",
          "{",
          "}",
          "[",
          "]",
          ",",
          "#",
          "&a",
          "*a",
          "!!x",
          "|",
          ">",
          "- ",
          "? ",
          "%",
          "@",
          "`",
          "\\",
          "\u0000",
          "\u0007",
          "\uD83C",
          "é",
          "null",
          "true",
          "0",
          "-1",
          "1e999",
          "99999999999999999999",
          "2026-13-40",
          "<<: ",
          "a.b.c.d",
          "*",
          "**",
          "x".repeat(300),
          "{a: ".repeat(40),
          "[".repeat(60));

  private final SplittableRandom random = new SplittableRandom(14);

  @Test
  void noMutationOfThePlanIsAnErrorOfOurOwn() throws IOException {
    String plan = Files.readString(KILN.resolve("shelf-twin.yaml"));
    List<String> lines = plan.lines().toList();
    int read = 0;
    CodePaths code =
        new CodePaths(
            List.of(), List.of(KILN.resolve("src/main/java")), List.of(Project.persistenceApi()));
    try (JavaReader reader = new JavaReader(code)) {
      for (int number = 0; number < MUTATIONS; number++) {
        String mutated = mutated(plan, lines);
        Optional<Plan> accepted = read(number, mutated);
        if (accepted.isPresent() && read++ % CHECKED_EVERY == 0) {
          check(number, accepted.get(), reader);
        }
      }
    }
    assertThat(read).as("plans that can be read").isGreaterThan(MUTATIONS / 20);
    assertThat(read).as("plans that cannot").isLessThan(MUTATIONS);
  }

  private static Optional<Plan> read(int number, String text) {
    try {
      return Optional.of(PlanReader.read("plan.yaml", text));
    } catch (InputException refused) {
      assertThat(refused.errors()).as("mutation " + number).isNotEmpty();
      for (InputError error : refused.errors()) {
        assertThat(error.at().toString()).as("mutation " + number).startsWith("plan.yaml");
        assertThat(error.message()).as("mutation " + number).isNotBlank();
        assertThat(error.remedy()).as("mutation " + number).isNotBlank();
      }
      return Optional.empty();
    } catch (RuntimeException | StackOverflowError ours) {
      throw new AssertionError("mutation " + number + ":\n" + text, ours);
    }
  }

  private static void check(int number, Plan plan, JavaReader reader) {
    try {
      assertThat(
              Checker.check(
                      LedgerBuilder.build(plan, reader),
                      reader,
                      reader.dependencies(),
                      Documents.NONE,
                      TODAY)
                  .findings())
          .as("mutation " + number)
          .allSatisfy(found -> assertThat(found.message()).doesNotContain("Exception"));
    } catch (InputException refused) {
      assertThat(refused.errors()).as("mutation " + number).isNotEmpty();
    } catch (RuntimeException | StackOverflowError ours) {
      throw new AssertionError("mutation " + number + " of " + plan.name(), ours);
    }
  }

  /** One to three mistakes: in a character, in a word, in lines, or in indentation. */
  private String mutated(String plan, List<String> lines) {
    String text = plan;
    for (int mistakes = random.nextInt(1, 4); mistakes > 0; mistakes--) {
      text = random.nextBoolean() ? inText(text) : inLines(text, lines);
    }
    return text;
  }

  private String inText(String text) {
    if (text.isEmpty()) {
      return text;
    }
    int from = random.nextInt(text.length());
    int to = Math.min(text.length(), from + random.nextInt(6));
    return switch (random.nextInt(3)) {
      case 0 -> text.substring(0, from) + text.substring(to);
      case 1 -> text.substring(0, from) + inserted() + text.substring(from);
      default -> text.substring(0, from) + inserted() + text.substring(to);
    };
  }

  private String inserted() {
    return INSERTED.get(random.nextInt(INSERTED.size()));
  }

  private String inLines(String text, List<String> original) {
    List<String> lines = new ArrayList<>(text.lines().toList());
    if (lines.isEmpty()) {
      return text;
    }
    int index = random.nextInt(lines.size());
    String line = lines.get(index);
    switch (random.nextInt(5)) {
      case 0 -> lines.remove(index);
      case 1 -> lines.add(index, line);
      case 2 -> lines.set(index, original.get(random.nextInt(original.size())));
      case 3 -> lines.set(index, line.startsWith("  ") ? line.substring(2) : "  " + line);
      default -> lines.set(index, line.substring(0, random.nextInt(line.length() + 1)));
    }
    return String.join("\n", lines) + "\n";
  }
}
