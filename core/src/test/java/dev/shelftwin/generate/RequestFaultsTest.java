package dev.shelftwin.generate;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The classes that say which value of a request becomes which column. */
class RequestFaultsTest {

  private static final String PLAN =
      Project.LAYERS.replace("layers:\n", "mappers: { faults-of: store }\nlayers:\n")
          + """
        Order:
          store: OrderRow
          model: Order
          api: { NewOrder: in, OrderView: out }
          fields:
            - { model: shop, store: shop.number }
            - { model: price, store: { amount: amount, currency: currency } }
            - { model: seen, store: version, is: version }
        Line:
          store: LineRow
          model: Line
          api: { LineView: both }
      """;

  private static final String TYPES =
      """
      package coop.kiln.store;
      import jakarta.persistence.*;
      import java.util.*;
      @Entity
      @Table(name = "shop_orders", uniqueConstraints =
          @UniqueConstraint(name = "uq_name", columnNames = {"shop_id", "order_name"}))
      public class OrderRow extends Stored {
        @Version long version;
        @ManyToOne ShopRow shop;
        @Column(name = "order_name", length = 20) String name;
        @Column(length = 9, unique = true) String code;
        java.math.BigDecimal amount;
        @Column(length = 3) String currency;
        @ElementCollection Set<String> tags = new HashSet<>();
        @OneToMany(mappedBy = "order", cascade = CascadeType.ALL) List<LineRow> lines = new ArrayList<>();
      }
      package coop.kiln.store;
      @jakarta.persistence.MappedSuperclass
      public class Stored { @jakarta.persistence.Id @jakarta.persistence.GeneratedValue Long id; }
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class LineRow extends Stored { @ManyToOne OrderRow order; int pieces; }
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class ShopRow { @Id Long id; @Column(unique = true) String number; }
      package coop.kiln.model;
      public record Code(String value) {}
      package coop.kiln.model;
      public record Money(java.math.BigDecimal amount, String currency) {}
      package coop.kiln.model;
      public record Line(int pieces) {}
      package coop.kiln.model;
      import java.util.*;
      public record Order(String shop, String name, Code code, Money price, long seen,
          Set<String> tags, List<Line> lines) {}
      package coop.kiln.api;
      public record MoneyView(java.math.BigDecimal amount, String currency) {}
      package coop.kiln.api;
      public record LineView(int pieces) {}
      package coop.kiln.api;
      import java.util.*;
      public record NewOrder(String shop, String name, String code, MoneyView price, long seen,
          Set<String> tags, List<LineView> lines) {}
      package coop.kiln.api;
      import java.util.*;
      public record OrderView(String shop, String name, String code, MoneyView price, long seen,
          Set<String> tags, List<LineView> lines) {}
      """;

  @TempDir Path folder;

  @Test
  void everyValueThatBecomesAColumnIsDescribed() {
    List<SourceFile> faults = faults(PLAN);
    assertThat(faults)
        .extracting(SourceFile::qualifiedName)
        .containsExactly("coop.kiln.api.OrderApiFaults", "coop.kiln.api.LineApiFaults");
    assertThat(faults.get(0).text())
        .contains(
            """
                  StoredValues.of(NewOrder.class, "api")
                        .row("coop.kiln.store.OrderRow", "shop_orders")
                        .value("shop", NewOrder::shop, "shop", "shop_id")
                        .value("name", NewOrder::name, "name", "order_name", 20)
                        .value("code", NewOrder::code, "code", "code", 9)
                        .value("price.amount", request -> Optional.ofNullable(request.price())
                            .map(MoneyView::amount).orElse(null), "amount", "amount")
                        .value("price.currency", request -> Optional.ofNullable(request.price())
                            .map(MoneyView::currency).orElse(null), "currency", "currency")
                        .version("seen", NewOrder::seen, "version", "version")
                        .part("lines", NewOrder::lines, () -> LineApiFaults.LINE_VIEW)
                        .unique("uq_name", "shop_id", "order_name")
                        .unique("", "code")
                        .build();
                  """)
        .doesNotContain("OrderView", "tags");
    assertThat(faults.get(1).text())
        .as("the name of a table that a supertype may declare is not known")
        .contains(".row(\"coop.kiln.store.LineRow\", \"\")");
  }

  private List<SourceFile> faults(String plan) {
    return new Project(folder)
        .instead(plan, TYPES).run(OpenProject::generate).files().stream()
            .filter(file -> file.className().endsWith("Faults"))
            .toList();
  }

  @Test
  void withoutAWordOfThePlanThereAreNone() {
    assertThat(faults(PLAN.replace("mappers: { faults-of: store }\n", ""))).isEmpty();
  }

  @Test
  void onlyALayerOfRowsHasErrors() {
    assertThatThrownBy(() -> faults(PLAN.replace("faults-of: store", "faults-of: model")))
        .isInstanceOf(InputException.class)
        .hasMessageContaining("model");
  }
}
