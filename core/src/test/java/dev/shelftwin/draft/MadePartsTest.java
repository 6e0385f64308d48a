package dev.shelftwin.draft;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.plan.PlanReader;
import dev.shelftwin.testkit.Project;
import java.io.IOException;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * First plans where mappers make parts of what they map by themselves, and transfer types are
 * nested in a class.
 */
class MadePartsTest {

  private static final String TYPES =
      """
      package coop.ashfold.shop.store;
      @Entity
      public class Bowl {
        @Id private String code;
        private BigDecimal price;
        private String currency;
        private boolean sold;
        @Embedded private Measures measures;
        @OneToMany(mappedBy = "bowl") private List<Foot> feet = new ArrayList<>();
        public String getCode() { return code; }
        public void setCode(String code) { this.code = code; }
        public BigDecimal getPrice() { return price; }
        public void setPrice(BigDecimal price) { this.price = price; }
        public String getCurrency() { return currency; }
        public void setCurrency(String currency) { this.currency = currency; }
        public boolean isSold() { return sold; }
        public void setSold(boolean sold) { this.sold = sold; }
        public Measures getMeasures() { return measures; }
        public void setMeasures(Measures measures) { this.measures = measures; }
        public List<Foot> getFeet() { return feet; }
        public void setFeet(List<Foot> feet) { this.feet = feet; }
      }
      package coop.ashfold.shop.store;
      @Embeddable
      public class Measures {
        private int width;
        private int height;
        protected Measures() {}
        public Measures(int width, int height) { this.width = width; this.height = height; }
        public int getWidth() { return width; }
        public int getHeight() { return height; }
      }
      package coop.ashfold.shop.store;
      @Entity
      public class Foot {
        @Id private String code;
        private int length;
        @ManyToOne private Bowl bowl;
        public String getCode() { return code; }
        public void setCode(String code) { this.code = code; }
        public int getLength() { return length; }
        public void setLength(int length) { this.length = length; }
        public Bowl getBowl() { return bowl; }
        public void setBowl(Bowl bowl) { this.bowl = bowl; }
      }
      package coop.ashfold.shop.api;
      public final class BowlDtos {
        public record Detail(String code, Price price, Size size, List<FootDto> feet) {}
        public record Create(String code, Price price, Size size, List<FootDto> feet) {}
        public record Price(BigDecimal amount, String currency) {}
        public record Size(int widthMm, int heightMm) {}
        public record FootDto(String code, int length) {}
      }
      package coop.ashfold.shop.api;
      public class BowlMapper {
        public BowlDtos.Detail toDetail(Bowl bowl) {
          return new BowlDtos.Detail(
              bowl.getCode(),
              price(bowl),
              bowl.getMeasures() == null
                  ? null
                  : new BowlDtos.Size(bowl.getMeasures().getWidth(), bowl.getMeasures().getHeight()),
              bowl.getFeet().stream()
                  .map(foot -> new BowlDtos.FootDto(foot.getCode(), foot.getLength()))
                  .toList());
        }
        private static BowlDtos.Price price(Bowl bowl) {
          return new BowlDtos.Price(bowl.getPrice(), bowl.getCurrency());
        }
        public Bowl toBowl(BowlDtos.Create create) {
          Bowl bowl = new Bowl();
          bowl.setCode(create.code());
          bowl.setPrice(create.price().amount());
          bowl.setCurrency(create.price().currency());
          bowl.setMeasures(new Measures(create.size().widthMm(), create.size().heightMm()));
          bowl.setFeet(create.feet().stream().map(BowlMapper::foot).toList());
          bowl.setSold(false);
          return bowl;
        }
        private static Foot foot(BowlDtos.FootDto dto) {
          Foot foot = new Foot();
          foot.setCode(dto.code());
          foot.setLength(dto.length());
          return foot;
        }
      }
      """;

  @TempDir Path folder;

  private String plan = "";

  @BeforeEach
  void draft() throws IOException {
    plan =
        new Project(folder)
            .instead("", TYPES)
            .importing(
                "coop.ashfold.shop.store.*",
                "jakarta.persistence.*",
                "java.math.BigDecimal",
                "java.util.*")
            .draftCompiled()
            .text();
    PlanReader.read("plan.yaml", plan);
  }

  @Test
  void aPartOfOtherNamesIsAConceptOfItsOwn() {
    assertThat(plan)
        .contains("  Measures:\n", "store: Measures", "api: BowlDtos.Size")
        .contains("{ store: width, api: widthMm }", "{ store: height, api: heightMm }")
        .contains("{ store: measures, api: size }");
  }

  @Test
  void aTypeThatHoldsAPartForOthersIsNoTypeOfTheConcept() {
    assertThat(plan)
        .contains("store: price", "price.amount", "{ store: currency, api: price.currency }")
        .doesNotContain("BowlDtos.Price");
  }

  @Test
  void theDirectionIsThatOfTheMappersAndOfWhatHoldsAType() {
    assertThat(plan)
        .contains("BowlDtos.Create: in", "BowlDtos.Detail: out")
        .contains("api: BowlDtos.FootDto\n"); // shown by one, taken by the other
  }

  @Test
  void aConstantMayBeTheDefaultOfItsType() {
    assertThat(plan).contains("{ store: sold, given: { Create: { value: false } } }");
  }

  @Test
  void onlyDecisionsAreAsked() {
    assertThat(plan.lines().filter(line -> line.contains("'?'")))
        .containsExactly("      Detail: { fields: [sold], because: '?' }");
  }
}
