package dev.shelftwin.observe;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.draft.LayerPackage;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.shape.Role;
import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import java.io.IOException;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Documents of texts that a mapper parses, each in a way of its own. */
class ParsedTextsTest {

  @TempDir Path folder;

  private static final String TYPES =
      """
      package coop.kiln.store;
      import java.util.*;
      public class SaleDocument {
        public String id;
        public String title;
        public String slug;
        public String kind;
        public List<TicketDocument> tickets = new ArrayList<>();
        public List<String> speakerIds = new ArrayList<>();
      }
      package coop.kiln.store;
      public class TicketDocument {
        public String category;
        public String price;
        public String currency;
      }
      package coop.kiln.model;
      import java.util.*;
      public record Sale(
          UUID id,
          String title,
          Slug slug,
          Kind kind,
          List<Ticket> tickets,
          Set<SpeakerId> speakers) {}
      package coop.kiln.model;
      public record Slug(String value) {
        public Slug {
          if (!value.matches("[a-z0-9-]{1,40}")) { throw new IllegalArgumentException("no slug: " + value); }
        }
      }
      package coop.kiln.model;
      public enum Kind { WORKSHOP, MARKET }
      package coop.kiln.model;
      public record SpeakerId(String value) {}
      package coop.kiln.model;
      public record Ticket(String category, Money price) {}
      package coop.kiln.model;
      public record Money(java.math.BigDecimal amount, java.util.Currency currency) {}
      package coop.kiln.map;
      import coop.kiln.model.*;
      import coop.kiln.store.*;
      import java.math.BigDecimal;
      import java.util.*;
      import java.util.stream.Collectors;
      public class Sales {
        public static SaleDocument document(Sale sale) {
          SaleDocument document = new SaleDocument();
          document.id = sale.id().toString();
          document.title = sale.title();
          document.slug = sale.slug().value();
          document.kind = sale.kind().name();
          document.speakerIds = sale.speakers().stream().map(SpeakerId::value).toList();
          for (Ticket one : sale.tickets()) {
            TicketDocument ticket = new TicketDocument();
            ticket.category = one.category();
            ticket.price = one.price().amount().toPlainString();
            ticket.currency = one.price().currency().getCurrencyCode();
            document.tickets.add(ticket);
          }
          return document;
        }
        public static Sale sale(SaleDocument document) {
          return new Sale(
              UUID.fromString(document.id),
              document.title,
              new Slug(document.slug),
              Kind.valueOf(document.kind.toUpperCase(Locale.ROOT)),
              document.tickets == null
                  ? List.of()
                  : document.tickets.stream()
                      .map(one -> new Ticket(one.category,
                          new Money(new BigDecimal(one.price), Currency.getInstance(one.currency))))
                      .toList(),
              document.speakerIds == null
                  ? Set.of()
                  : document.speakerIds.stream().map(SpeakerId::new).collect(Collectors.toSet()));
        }
      }
      """;

  @Test
  void aTextThatOneOfSeveralParsersRefusesIsFound() throws IOException {
    String plan =
        new Project(folder)
            .instead("", TYPES)
            .draftCompiled(
                new LayerPackage(Role.PERSISTENCE, "coop.kiln.store"),
                new LayerPackage(Role.DOMAIN, "coop.kiln.model"))
            .text();
    assertThat(plan).contains("{ model: speakers, store: speakerIds");
    Project answered = new Project(folder).instead(plan.replace("'?'", "ours"), TYPES);
    assertThat(answered.run(OpenProject::observe))
        .hasSize(2)
        .flatExtracting(ObservedMapper::findings)
        .extracting(Finding::message)
        .isEmpty();
  }
}
