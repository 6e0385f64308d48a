package dev.shelftwin.rule;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.trial.Outcome;
import dev.shelftwin.trial.RouteResult;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A request that has one part only of a value with two. */
class MissingPartTest {

  @TempDir Path folder;

  private static final String PLAN =
      """
      shelf-twin: 1
      name: tickets
      code: { sources: src }
      layers:
        model: { role: domain, package: coop.kiln.model }
        api: { role: transfer, package: coop.kiln.api }
      concepts:
        Ticket:
          model: Ticket
          api: { NewTicket: in, TicketView: out }
          fields:
            - { model: price.currency, api: currency }
            - { model: price.amount, api: price }
      """;

  private static final String TYPES =
      """
      package coop.kiln.model;
      public record Ticket(String seat, Money price) {}
      package coop.kiln.model;
      public record Money(long amount, String currency) {}
      package coop.kiln.api;
      public record NewTicket(
          @jakarta.validation.constraints.NotNull String seat, long price) {}
      package coop.kiln.api;
      public record TicketView(String seat, long price, String currency) {}
      package coop.kiln.api;
      public class Euros {
        public static coop.kiln.model.Money euros(long amount) {
          return new coop.kiln.model.Money(amount, "EUR");
        }
        public static long amount(coop.kiln.model.Money money) { return money.amount(); }
      }
      """;

  @Test
  void isMadeByAClassOfTheUsersAsTheRemedySays() {
    String own =
        PLAN.replace("currency, api:", "currency, TicketView:")
            .replace("amount, api:", "amount, TicketView:")
            .concat(
                "      - { model: price, NewTicket: price, by: { NewTicket: coop.kiln.api.Euros } }\n");
    Project project = new Project(folder).instead(own, TYPES);
    assertThat(project.check()).extracting(Finding::message).isEmpty();
    assertThat(project.trial().routes())
        .extracting(RouteResult::outcome)
        .containsOnly(Outcome.HELD);
  }

  @Test
  void isNotSaidToBePassedByTheCaller() {
    assertThat(new Project(folder).instead(PLAN, TYPES).check())
        .singleElement()
        .satisfies(
            finding -> {
              assertThat(finding.message())
                  .isEqualTo("Ticket.price.currency has no source in NewTicket.");
              assertThat(finding.remedies())
                  .extracting(Remedy::advice)
                  .containsExactly(
                      "add price.currency to NewTicket, or pair the fields in a row",
                      "or let a class of yours make all of price: 'by'");
            });
  }
}
