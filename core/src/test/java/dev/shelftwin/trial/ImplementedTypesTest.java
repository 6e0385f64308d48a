package dev.shelftwin.trial;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.draft.Draft;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Abstract types of values, each with a final class beside it that a tool generated. */
class ImplementedTypesTest {

  private static final String TYPES =
      """
      package coop.kiln.db;
      import jakarta.persistence.*;
      import java.util.*;
      @Entity
      public class KilnRow {
        @Id @Column(length = 8) private String code;
        @Column(nullable = false) private String name;
        private String notes;
        @ElementCollection @OrderColumn private List<String> tags = new ArrayList<>();
        public String getCode() { return code; }
        public void setCode(String code) { this.code = code; }
        public String getName() { return name; }
        public void setName(String name) { this.name = name; }
        public String getNotes() { return notes; }
        public void setNotes(String notes) { this.notes = notes; }
        public List<String> getTags() { return tags; }
        public void setTags(List<String> tags) { this.tags = tags; }
      }
      package coop.kiln.model;
      import java.util.*;
      public interface Kiln {
        String code();
        String name();
        Optional<String> notes();
        List<String> tags();
        default String label() { return code() + " " + name(); }
      }
      package coop.kiln.model;
      import java.util.*;
      public final class ValueOfKiln implements Kiln {
        private final Builder made;
        private ValueOfKiln(Builder made) { this.made = made; }
        public String code() { return made.code; }
        public String name() { return made.name; }
        public Optional<String> notes() { return Optional.ofNullable(made.notes); }
        public List<String> tags() { return List.copyOf(made.tags); }
        public ValueOfKiln withName(String name) { return this; }
        public static ValueOfKiln copyOf(Kiln kiln) { return builder().from(kiln).build(); }
        public static Builder builder() { return new Builder(); }
        public static final class Builder {
          private String code;
          private String name;
          private String notes;
          private final List<String> tags = new ArrayList<>();
          private Builder() {}
          public Builder from(Kiln kiln) { return this; }
          public Builder code(String value) { code = Objects.requireNonNull(value); return this; }
          public Builder name(String value) { name = Objects.requireNonNull(value); return this; }
          public Builder notes(String value) { notes = Objects.requireNonNull(value); return this; }
          public Builder notes(Optional<String> value) { notes = value.orElse(null); return this; }
          public Builder addTags(String value) { tags.add(value); return this; }
          public Builder tags(Iterable<String> all) {
            tags.clear();
            all.forEach(tags::add);
            return this;
          }
          public ValueOfKiln build() {
            Objects.requireNonNull(code, "code");
            Objects.requireNonNull(name, "name");
            return new ValueOfKiln(this);
          }
        }
      }
      package coop.kiln.api;
      import java.util.*;
      public abstract class KilnDto {
        public abstract String getCode();
        public abstract String getName();
        public abstract Optional<String> getNotes();
        public abstract List<String> getTags();
        public static Builder builder() { return new ValueOfKilnDto.Builder(); }
        public abstract static class Builder {
          public abstract Builder setCode(String code);
          public abstract Builder setName(String name);
          public abstract Builder setNotes(Optional<String> notes);
          public abstract Builder setTags(List<String> tags);
          public abstract KilnDto build();
        }
      }
      package coop.kiln.api;
      import java.util.*;
      final class ValueOfKilnDto extends KilnDto {
        private final Builder made;
        private ValueOfKilnDto(Builder made) { this.made = made; }
        @Override public String getCode() { return made.code; }
        @Override public String getName() { return made.name; }
        @Override public Optional<String> getNotes() { return made.notes; }
        @Override public List<String> getTags() { return made.tags; }
        static final class Builder extends KilnDto.Builder {
          private String code;
          private String name;
          private Optional<String> notes = Optional.empty();
          private List<String> tags;
          @Override public KilnDto.Builder setCode(String to) { code = to; return this; }
          @Override public KilnDto.Builder setName(String to) { name = to; return this; }
          @Override public KilnDto.Builder setNotes(Optional<String> to) { notes = to; return this; }
          @Override public KilnDto.Builder setTags(List<String> to) { tags = to; return this; }
          @Override public KilnDto build() {
            Objects.requireNonNull(name, "name");
            return new ValueOfKilnDto(this);
          }
        }
      }
      """;

  @TempDir Path folder;

  @Test
  void theAbstractTypesAreMappedThroughWhatImplementsThem() {
    Project project = new Project(folder).instead("", TYPES);
    Draft draft = project.draft();
    assertThat(draft.text())
        .contains("db: KilnRow", "model: Kiln\n", "api: KilnDto\n")
        .doesNotContain("'?'", "ValueOf");
    Project drafted = project.with(draft);
    assertThat(drafted.check()).extracting(Finding::message).isEmpty();
    TrialResult result = drafted.trial(5, 60);
    assertThat(result.routes())
        .hasSize(4)
        .extracting(RouteResult::outcome)
        .containsOnly(Outcome.HELD);
    assertThat(drafted.run(OpenProject::generate).files())
        .anySatisfy(
            file ->
                assertThat(file.text())
                    .contains("ValueOfKiln.builder()", ".notes(Optional.ofNullable(row.getNotes"))
        .anySatisfy(file -> assertThat(file.text()).contains("KilnDto.builder()", ".setTags("));
  }

  /** What the implementation needs is required although nothing is annotated. */
  @Test
  void aValueIsRequiredUnlessItsDeclarationSaysOtherwise() {
    Project project =
        new Project(folder)
            .instead(
                "",
                TYPES.replace(
                    "@Column(nullable = false) private String name", "private String name"));
    assertThat(project.with(project.draft()).check())
        .singleElement()
        .satisfies(
            finding ->
                assertThat(finding.message())
                    .isEqualTo("KilnRow.name may be missing, but Kiln.name requires a value."));
  }

  /** One subtype with a value of its own, and an abstract row: both stay families. */
  @Test
  void aTypeWhoseOneSubtypeSaysMoreIsAFamily() {
    Project project =
        new Project(folder)
            .instead(
                """
                shelf-twin: 1
                name: fees
                code: { sources: src }
                layers:
                  db: { role: persistence, package: coop.kiln.db }
                  model: { role: domain, package: coop.kiln.model }
                concepts:
                  Fee: { db: FeeRow, model: Fee }
                  LateFee: { db: LateFeeRow, model: LateFee }
                """,
                """
                package coop.kiln.db;
                import jakarta.persistence.*;
                @Entity
                public abstract class FeeRow {
                  @Id public String number;
                  public String note;
                }
                package coop.kiln.db;
                import jakarta.persistence.*;
                @Entity
                public final class LateFeeRow extends FeeRow { public int days; }
                package coop.kiln.model;
                public abstract class Fee {
                  public abstract String number();
                  public abstract String note();
                }
                package coop.kiln.model;
                public final class LateFee extends Fee {
                  private final String number;
                  private final String note;
                  private final int days;
                  private LateFee(String number, String note, int days) {
                    this.number = number;
                    this.note = note;
                    this.days = days;
                  }
                  public static LateFee of(String number, String note, int days) {
                    return new LateFee(number, note, days);
                  }
                  @Override public String number() { return number; }
                  @Override public String note() { return note; }
                  public int days() { return days; }
                }
                """);
    assertThat(project.check())
        .extracting(Finding::message)
        .containsExactly("LateFeeRow.note may be missing, but LateFee.note requires a value.");
    assertThat(project.run(OpenProject::generate).texts().get("coop.kiln.db.FeeDbMapper"))
        .contains("LateFeeDbMapper", "instanceof LateFee");
  }
}
