package dev.shelftwin.cli;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.finding.RuleId;
import dev.shelftwin.report.ConversionsPage;
import dev.shelftwin.report.RulesPage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import picocli.CommandLine;

/** Pages of the documentation that are written from the code; {@code -Dpages=write} does it. */
class PagesTest {

  @Test
  void theRulesAreThoseThatCheckKnows() throws IOException {
    Path page = Path.of("../docs/rules.md");
    if (System.getProperty("pages", "").equals("write")) {
      Files.writeString(page, RulesPage.text());
    }
    assertThat(page).hasContent(RulesPage.text());
    assertThat(RuleId.values())
        .allSatisfy(rule -> assertThat(RulesPage.of(rule)).contains("To resolve it: "))
        .filteredOn(rule -> rule != RuleId.FAILED_RULE) // nobody writes that
        .allSatisfy(rule -> assertThat(RulesPage.of(rule)).contains("\nWrong:", "\nRight:"));
  }

  @Test
  void theCommandsAreThoseOfTheCommandLine() throws IOException {
    CommandLine all = Main.commandLine(Console.ofProcess());
    StringBuilder text =
        new StringBuilder(
            """
            # Commands

            What `--help` says of each command; written from the code. Exit codes: 0 nothing found at or above the threshold, and
            every route held; 1 findings, divergences, or routes that did not hold; 2 the call, the plan or the code is wrong, and
            nothing was done; 70 an error of Shelf Twin.
            """);
    all.getSubcommands()
        .forEach(
            (name, command) ->
                text.append("\n## ")
                    .append(name)
                    .append("\n\n")
                    .append(command.getUsageMessage(CommandLine.Help.Ansi.OFF).indent(4)));
    Path page = Path.of("../docs/commands.md");
    if (System.getProperty("pages", "").equals("write")) {
      Files.writeString(page, text);
    }
    assertThat(page).hasContent(text.toString());
  }

  @Test
  void theConversionsAreThoseOfTheCatalogue() throws IOException {
    Path page = Path.of("../docs/conversions.md");
    if (System.getProperty("pages", "").equals("write")) {
      Files.writeString(page, ConversionsPage.text());
    }
    assertThat(page).hasContent(ConversionsPage.text());
    assertThat(ConversionsPage.text())
        .contains("| Long | Integer | `Numbers.toInt(value)` | range | yes |")
        .contains("| String | a constant of an enumeration | the constant of that name | | yes |");
  }
}
