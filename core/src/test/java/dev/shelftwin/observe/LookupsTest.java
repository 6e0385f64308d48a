package dev.shelftwin.observe;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Mappers that are given a class that finds rows, which only works where it is injected. */
class LookupsTest {

  private static final String TYPES =
      """
      package coop.kiln.store;
      @jakarta.persistence.Entity
      public class ShopRow {
        @jakarta.persistence.Id public String code;
        public String town;
        public String street;
      }
      package coop.kiln.store;
      @jakarta.persistence.Entity
      public class ShelfRow {
        @jakarta.persistence.Id public String code;
        public String wood;
        public String note;
        @jakarta.persistence.ManyToOne public ShopRow shop;
        public String place;
      }
      package coop.kiln.store;
      public class ShopDao {
        private java.util.Map<String, ShopRow> session;
        public ShopRow get(String code) { return session.get(code); }
      }
      package coop.kiln.store;
      public class ShelfDao {
        private java.util.Map<String, ShelfRow> session;
        public ShelfRow get(String code) { return session.get(code); }
      }
      package coop.kiln.api;
      public record ShopDto(String code, String town, String street) {}
      package coop.kiln.api;
      import coop.kiln.store.*;
      public record ShelfDto(String code, String wood, String note, %s) {
        public ShelfRow get(ShelfDao shelves, ShopDao shops) {
          ShelfRow row = %s;
          row.code = code;
          row.wood = wood;
          %s
          return row;
        }
      }
      """;

  private static final String PLAN =
      """
      shelf-twin: 1
      name: shelves
      code: { sources: src }
      layers:
        store: { role: persistence, package: coop.kiln.store }
        api: { role: transfer, package: coop.kiln.api }
      concepts:
        Shelf:
          store: ShelfRow
          api: { ShelfDto: in }
          fields:
            - { store: place, stays: written by the office }
            %s
          existing-mappers: { ShelfDto -> ShelfRow: coop.kiln.api.ShelfDto.get }
        Shop: { store: ShopRow, api: { ShopDto: in } }
      """;

  @TempDir Path folder;

  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '|',
      nullValues = "-",
      quoteCharacter = '"',
      value = {
        "a row that is found by a key | String shop | new ShelfRow()"
            + " | row.note = note; row.shop = shops.get(shop);"
            + " | \"- { store: shop.code, api: shop }\" | -",
        "a row that is found although it is to be mapped | ShopDto shop | new ShelfRow()"
            + " | row.note = note; row.shop = shop == null ? null : shops.get(shop.code());"
            + " | \"\" | ShelfRow.shop is found with ShelfDto.shop.code; the plan says that its"
            + " fields are mapped.",
        "a field of the row itself that keeps its value | String shop"
            + " | code == null ? new ShelfRow() : shelves.get(code)"
            + " | row.shop = shops.get(shop);"
            + " | \"- { store: shop.code, api: shop }\" | ShelfDto.note never reaches ShelfRow.note,"
            + " which is filled by ShelfDao.get.",
      })
  void whatIsFoundIsNoFieldGoneAstray(
      String what, String field, String row, String body, String planned, String found) {
    ObservedMapper mapper =
        new Project(folder)
            .instead(PLAN.formatted(planned), TYPES.formatted(field, row, body))
            .run(OpenProject::observe)
            .get(0);
    assertThat(mapper.findings())
        .as(what)
        .extracting(finding -> finding.message())
        .containsExactlyElementsOf(found == null ? List.of() : List.of(found));
  }
}
