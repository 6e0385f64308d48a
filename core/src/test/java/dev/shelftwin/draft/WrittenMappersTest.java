package dev.shelftwin.draft;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.shape.Role;
import dev.shelftwin.testkit.Project;
import java.io.IOException;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What a proposed plan takes from mappers that somebody wrote, in services and beside them. */
class WrittenMappersTest {

  @TempDir Path folder;

  private static final LayerPackage STORE = new LayerPackage(Role.PERSISTENCE, "coop.kiln.store");
  private static final LayerPackage API = new LayerPackage(Role.TRANSFER, "coop.kiln.api");
  private static final LayerPackage MODEL = new LayerPackage(Role.DOMAIN, "coop.kiln.model");

  /** A shop in two layers, whose service maps beside its other work. */
  private static final String SHOP =
      """
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class Member {
        @Id @GeneratedValue public Long id;
        public String email;
        public String hash;
        public String first;
        public String last;
        public Rank rank;
        public boolean active;
        public boolean blocked;
        @ManyToOne public Studio studio;
      }
      package coop.kiln.store;
      public enum Rank {
        GUEST("g"), POTTER("p");
        private final String code;
        Rank(String code) { this.code = code; }
        public String code() { return code; }
      }
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class Studio {
        @Id @GeneratedValue public Long id;
        public String name;
        @ManyToOne public Studio parent;
        @OneToMany(mappedBy = "parent") public java.util.List<Studio> children;
      }
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class SaleOrder {
        @Id @GeneratedValue public Long id;
        public String number;
        public int total;
        public java.util.List<String> lines;
      }
      package coop.kiln.api;
      public class JoinRequest {
        public String email;
        public String first;
        public String last;
      }
      package coop.kiln.api;
      public class MemberDto {
        public Long id;
        public String email;
        public String grade;
        public String studioName;
      }
      package coop.kiln.api;
      public class StudioDto {
        public Long id;
        public String name;
        public Long parentId;
      }
      package coop.kiln.api;
      public class OrderResponse {
        public Long id;
        public String number;
        public int total;
        public java.util.List<String> lines;
      }
      package coop.kiln.api;
      public class OrderRequest {
        public java.util.List<String> lines;
      }
      package coop.kiln.service;
      import coop.kiln.api.*;
      import coop.kiln.store.*;
      public class ShopService {
        public MemberDto register(Member member) { return null; }
        public MemberDto rename(Member member) { return null; }
        MemberDto memberToDto(Member member) {
          MemberDto dto = new MemberDto();
          dto.grade = member.rank.code();
          if (member.studio != null) {
            dto.studioName = member.studio.name;
          }
          return dto;
        }
        private Member toMember(JoinRequest request, String hashed) {
          Member member = new Member();
          member.email = request.email;
          member.first = request.first;
          member.last = request.last;
          member.hash = hashed;
          member.rank = Rank.GUEST;
          member.active = true;
          return member;
        }
        StudioDto convert(Studio studio) {
          StudioDto dto = new StudioDto();
          dto.name = studio.name;
          if (studio.parent != null) {
            dto.parentId = studio.parent.id;
          }
          return dto;
        }
        OrderResponse toResponse(SaleOrder order) { return null; }
        Member addMemberToStudio(Member member, MemberDto dto) { return null; }
      }
      """;

  @Test
  void methodsOfServicesMapIfTheirNamesSayIt() throws IOException {
    Draft draft = new Project(folder).instead("", SHOP).draftCompiled(STORE, API);
    assertThat(draft.text())
        .contains("Member -> MemberDto: coop.kiln.service.ShopService.memberToDto\n")
        .contains("JoinRequest -> Member: coop.kiln.service.ShopService.toMember\n")
        .contains("Studio -> StudioDto: coop.kiln.service.ShopService.convert\n")
        .doesNotContain("ShopService.register", "ShopService.rename", "addMemberToStudio");
  }

  @Test
  void theirCodeSaysWhatRequestsDoNotSend() throws IOException {
    Draft draft = new Project(folder).instead("", SHOP).draftCompiled(STORE, API);
    assertThat(draft.text())
        .contains("api: { JoinRequest: in, MemberDto: out }")
        .contains("# guess: always the same value, as the code of a mapper says:\n")
        .contains(
            "{ store: rank, api: grade, given: { JoinRequest: { value: GUEST } }, by: { api: code } }")
        .contains("{ store: active, given: { JoinRequest: { value: true } } }")
        .contains("passed by the caller of the mapper: hash of JoinRequest in ShopService.toMember")
        .contains("{ store: hash, given: { JoinRequest: { from: caller } }")
        .contains("{ store: blocked, stays: { JoinRequest: not changed by requests } }")
        .contains("{ store: studio.name, api: studioName }")
        .contains("{ store: parent.id, api: parentId }");
  }

  @Test
  void aRequestGoesWithTheResponseOfItsName() {
    assertThat(new Project(folder).instead("", SHOP).draft(STORE, API).text())
        .contains("api: { OrderResponse: out, OrderRequest: in }");
  }

  /**
   * Loans of tools in three layers, mapped by a class that has the usual name of a generated one.
   */
  private static final String LOANS =
      """
      package coop.kiln.store;
      @jakarta.persistence.Entity
      public class LoanRow {
        @jakarta.persistence.Id public String id;
        public String owner;
        public String label;
        public byte[] photo;
      }
      package coop.kiln.store;
      @jakarta.persistence.Entity
      public class LoanItemRow {
        @jakarta.persistence.Id public String id;
        public String device;
      }
      package coop.kiln.model;
      public record Borrower(String number) {}
      package coop.kiln.model;
      public record Loan(String id, Borrower borrower, String title, byte[] picture) {}
      package coop.kiln.model;
      public record LoanItem(String id, String tool) {}
      package coop.kiln.api;
      public record LoanView(String id, String owner, String label, String photo) {
        static LoanView from(coop.kiln.model.Loan loan) {
          return new LoanView(
              loan.id(),
              loan.borrower().number(),
              loan.title(),
              java.util.Base64.getEncoder().encodeToString(loan.picture()));
        }
        public record Item(String id, String tool) {
          static Item from(coop.kiln.model.LoanItem item) { return null; }
        }
      }
      package coop.kiln.api;
      public record NewLoan(String id) {
        public record Item(String id, String tool) {
          coop.kiln.model.LoanItem toModel() { return null; }
        }
      }
      package coop.kiln.store;
      class LoanStoreMapper {
        coop.kiln.model.Loan toModel(LoanRow row) { return null; }
        LoanRow toRow(coop.kiln.model.Loan loan) { return null; }
        private void add(coop.kiln.model.LoanItem item, LoanItemRow row) {
          row.device = item.tool();
        }
      }
      """;

  @Test
  void typesOfOneNameAreToldApartAndNoMapperTakesTheNameOfAnother() throws IOException {
    Project project = new Project(folder).instead("", LOANS);
    Draft draft = project.draftCompiled(STORE, MODEL, API);
    assertThat(draft.text())
        .contains("mappers:\n  name: '{concept}{layer}Mapping'\n")
        .contains("Loan -> LoanRow: coop.kiln.store.LoanStoreMapper.toRow\n")
        .contains("LoanRow -> Loan: coop.kiln.store.LoanStoreMapper.toModel\n")
        .contains("LoanItem -> api/LoanView.Item: coop.kiln.api.LoanView$Item.from\n")
        .contains("api/NewLoan.Item -> LoanItem: coop.kiln.api.NewLoan$Item.toModel\n")
        .contains("- { model: borrower, api: owner, store: owner, given:")
        .contains("- { model: tool, store: device }")
        .contains("- { model: title, api: label, store: label, given:")
        .contains("- { model: picture, api: photo, store: photo, given:");
    assertThat(project.with(draft).check()).isNotNull();
  }

  /** Recipes whose rows no annotation tells, and a domain that never says what may be missing. */
  private static final String RECIPES =
      """
      package coop.kiln.store;
      public record RecipeRecord(
          Long id, String title, String coneLabel, String heat, java.util.List<LineRecord> lines) {}
      package coop.kiln.store;
      public record LineRecord(Long recipeId, String material, int parts) {}
      package coop.kiln.model;
      public record RecipeId(long value) {}
      package coop.kiln.model;
      public record AuthorId(long value) {}
      package coop.kiln.model;
      public record Title(String text) {}
      package coop.kiln.model;
      public enum Cone {
        LOW("06"), HIGH("10");
        private final String label;
        Cone(String label) { this.label = label; }
        public String label() { return label; }
      }
      package coop.kiln.model;
      public record Line(String material, int parts) {}
      package coop.kiln.model;
      import java.util.List;
      public record Recipe(
          RecipeId id, Title title, Cone cone, String heat, AuthorId author, List<Line> ingredients) {
        public static Recipe draft(
            Title title, Cone cone, String heat, AuthorId author, List<Line> ingredients) {
          return new Recipe(null, title, cone, heat, author, ingredients);
        }
      }
      package coop.kiln.api;
      public record RecipeInput(String title, String heat) {}
      package coop.kiln.api;
      public record RecipeView(long id, String title, String cone, String heat) {}
      package coop.kiln.map;
      import coop.kiln.api.*;
      import coop.kiln.model.*;
      import coop.kiln.store.*;
      import java.util.List;
      class Recipes {
        static RecipeRecord record(Recipe recipe) {
          Long id = recipe.id() == null ? null : recipe.id().value();
          return new RecipeRecord(
              id, recipe.title().text(), recipe.cone().label(), recipe.heat().strip(), List.of());
        }
        static Line line(LineRecord line) { return new Line(line.material(), line.parts()); }
        static RecipeView view(Recipe recipe) {
          return new RecipeView(
              recipe.id().value(), recipe.title().text(), recipe.cone().label(), recipe.heat());
        }
        static Recipe drafted(RecipeInput input, AuthorId author) {
          return Recipe.draft(new Title(input.title()), null, input.heat(), author, List.of());
        }
      }
      """;

  @Test
  void codeTellsWhatIsTakenForGrantedAndWhatConstantsAreCalled() throws IOException {
    assertThat(new Project(folder).instead("", RECIPES).draftCompiled(STORE, MODEL, API).text())
        .contains("  model: { role: domain, package: coop.kiln.model }\n")
        .contains("        by: { store: label, api: label }\n")
        .contains("- { model: ingredients, store: lines")
        .contains("- { model: author, given: { RecipeInput: { from: caller } }");
    String careful =
        RECIPES
            .replace("recipe.heat().strip()", "recipe.heat()")
            .replace(
                "recipe.title().text()", "recipe.title() == null ? null : recipe.title().text()")
            .replace("recipe.cone().label()", "recipe.cone() == null ? null : \"06\"");
    assertThat(new Project(folder).instead("", careful).draftCompiled(STORE, MODEL, API).text())
        .contains("unspecified-nullness: optional");
  }

  /** A request that becomes an object by itself is given what it does not have. */
  @Test
  void whatMethodsOfRequestsAreGivenIsPassedByTheirCallers() throws IOException {
    String own =
        RECIPES
            .replaceFirst("  static Recipe drafted(?s:.*?)\\n  }\\n", "")
            .replace(
                "record RecipeInput(String title, String heat) {}",
                """
                record RecipeInput(String title, String heat) {
                  public coop.kiln.model.Recipe toRecipe(coop.kiln.model.AuthorId by) {
                    return coop.kiln.model.Recipe.draft(
                        new coop.kiln.model.Title(title), null, heat, by, java.util.List.of());
                  }
                }
                """);
    assertThat(new Project(folder).instead("", own).draftCompiled(STORE, MODEL, API).text())
        .contains("RecipeInput -> Recipe: coop.kiln.api.RecipeInput.toRecipe\n")
        .contains("- { model: author, given: { RecipeInput: { from: caller } }")
        .contains("- { model: id, given: { RecipeInput: { from: factory } }");
  }
}
