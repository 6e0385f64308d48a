package dev.shelftwin.rule;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.params.provider.Arguments.arguments;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.testkit.Project;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** What one layer accepts and the next refuses, on both sides of each limit's border. */
class LimitsTest {

  @TempDir Path folder;

  /** Each case: a field of the request, of the domain and of the row; and what is told, if any. */
  static Stream<Arguments> cases() {
    return Stream.of(
        // length
        arguments(
            "@Size(max = 41) String",
            "String",
            "@Column(length = 40) String",
            "accepts texts of 41 characters, but the column of GlazeRow.amount holds at most 40"),
        arguments("@Size(max = 40) String", "String", "@Column(length = 40) String", ""),
        arguments(
            "@Size(max = 300) String",
            "String",
            "String",
            "accepts texts of 300 characters, but the column of GlazeRow.amount holds at most 255"),
        arguments("@Size(max = 300) String", "String", "@Lob String", ""),
        arguments("@NotNull String", "String", "@Column(length = 40) String", ""),
        arguments(
            "@NotBlank String",
            "String",
            "@Column(length = 40) String",
            "accepts texts of any length, but the column of GlazeRow.amount holds at most 40"),
        arguments("@NotBlank String", "String", "String", ""),
        arguments(
            "@Size(max = 80) String",
            "@Size(max = 60) String",
            "@Column(length = 70) String",
            "accepts texts of 80 characters, but Glaze.amount holds at most 60"),
        arguments(
            "@Size(max = 60) String", "@Size(max = 60) String", "@Column(length = 70) String", ""),
        arguments(
            "@Size(max = 60) String",
            "@Size(max = 60) String",
            "@Column(length = 50) String",
            "Glaze.amount accepts texts of 60 characters, but the column of GlazeRow.amount holds at most 50"),
        arguments(
            "@Size(max = 9) String",
            "@NotEmpty String",
            "String",
            "accepts empty texts, but Glaze.amount requires at least 1 characters"),
        arguments(
            "@Size(min = 1) String",
            "@Size(min = 3) String",
            "String",
            "accepts texts of 1 characters, but Glaze.amount requires at least 3 characters"),
        // patterns
        arguments(
            "@Size(max = 9) String",
            "@Pattern(regexp = \"[A-Z]+\") String",
            "String",
            "accepts any text, but Glaze.amount requires '[A-Z]+'"),
        arguments(
            "@Pattern(regexp = \"[A-Z]+\") String",
            "@Pattern(regexp = \"[A-Z]+\") String",
            "String",
            ""),
        arguments(
            "@Pattern(regexp = \"[A-Z]+\") String",
            "@Pattern(regexp = \"[A-Z]+\") @Pattern(regexp = \".{3}\") String",
            "String",
            "accepts texts that match '[A-Z]+', but Glaze.amount requires '[A-Z]+' and '.{3}'"),
        arguments(
            "@Pattern(regexp = \"[A-Z]{2}-\\\\d{4}\") String",
            "String", "@Column(length = 7) String", ""),
        arguments(
            "@Pattern(regexp = \"[A-Z]{2}-\\\\d{4}\") String",
            "String",
            "@Column(length = 6) String",
            "accepts texts of 7 characters, but the column of GlazeRow.amount holds at most 6"),
        arguments(
            "@Pattern(regexp = \"[A-Z]+\") String",
            "String",
            "@Column(length = 6) String",
            "accepts texts of any length, but the column of GlazeRow.amount holds at most 6"),
        arguments(
            "@Pattern(regexp = \"[A-\\\\\") String",
            "String",
            "@Column(length = 6) String",
            "accepts texts of any length, but the column of GlazeRow.amount holds at most 6"),
        // numbers
        arguments(
            "@Min(0) int",
            "@Min(1) int",
            "int",
            "accepts numbers from 0, but Glaze.amount requires at least 1"),
        arguments("@Min(1) int", "@Positive int", "int", ""),
        arguments(
            "@PositiveOrZero int",
            "@Positive int",
            "int",
            "accepts numbers from 0, but Glaze.amount requires at least 1"),
        arguments(
            "@Max(20) int",
            "int",
            "@Max(12) int",
            "accepts numbers up to 20, but the column of GlazeRow.amount allows at most 12"),
        arguments("@Max(12) int", "int", "@Max(20) int", ""),
        arguments(
            "@Min(1) int",
            "int",
            "@Max(20) int",
            "accepts numbers without a maximum, but the column of GlazeRow.amount allows at most 20"),
        arguments(
            "@DecimalMin(\"0.5\") @Digits(integer = 7, fraction = 2) BigDecimal",
            "@DecimalMin(value = \"0.5\", inclusive = false) BigDecimal",
            "@Column(precision = 9, scale = 2) BigDecimal",
            "accepts numbers from 0.5, but Glaze.amount requires at least 0.5 (exclusive)"),
        // what SQL says in place of length, precision and scale
        arguments(
            "@Size(max = 41) String",
            "String",
            "@Column(columnDefinition = \"VARCHAR(40) not null\") String",
            "accepts texts of 41 characters, but the column of GlazeRow.amount holds at most 40"),
        arguments(
            "@Size(max = 300) String",
            "String",
            "@Column(columnDefinition = \"character varying (400)\") String",
            ""),
        arguments(
            "@Size(max = 300) String", "String", "@Column(columnDefinition = \"text\") String", ""),
        arguments(
            "@Digits(integer = 8, fraction = 2) BigDecimal",
            "BigDecimal",
            "@Column(columnDefinition = \"numeric(9, 2)\") BigDecimal",
            "accepts 8 digits before the decimal point, but the column of GlazeRow.amount holds at most 7"),
        // digits
        arguments(
            "@Digits(integer = 8, fraction = 2) BigDecimal",
            "BigDecimal",
            "@Column(precision = 9, scale = 2) BigDecimal",
            "accepts 8 digits before the decimal point, but the column of GlazeRow.amount holds at most 7"),
        arguments(
            "@Digits(integer = 7, fraction = 3) BigDecimal",
            "BigDecimal",
            "@Column(precision = 9, scale = 2) BigDecimal",
            "accepts 3 digits after the decimal point, but the column of GlazeRow.amount holds at most 2"),
        arguments(
            "@Digits(integer = 7, fraction = 2) BigDecimal",
            "BigDecimal",
            "@Column(precision = 9, scale = 2) BigDecimal",
            ""),
        arguments("BigDecimal", "BigDecimal", "@Column(precision = 9, scale = 2) BigDecimal", ""),
        arguments(
            "@Min(0) @Max(9999999) @Digits(integer = 9, fraction = 2) BigDecimal",
            "BigDecimal",
            "@Column(precision = 9, scale = 2) BigDecimal",
            ""),
        arguments(
            "@Min(-10000000) @Max(5) @Digits(integer = 9, fraction = 2) BigDecimal",
            "BigDecimal",
            "@Column(precision = 9, scale = 2) BigDecimal",
            "accepts 8 digits before the decimal point, but the column of GlazeRow.amount holds at most 7"),
        // presence
        arguments(
            "Optional<String>",
            "String",
            "String",
            "NewGlaze.amount may be missing, but Glaze.amount requires a value."),
        arguments("String", "String", "@Column(nullable = false) String", ""));
  }

  @ParameterizedTest(name = "{0} | {1} | {2}")
  @MethodSource("cases")
  void reportsLossyColumns(String request, String domain, String column, String told) {
    assertThat(messages(glaze(request, domain, "String".equals(column) ? REQUIRED : column)))
        .hasSize(told.isEmpty() ? 0 : 1)
        .allSatisfy(message -> assertThat(message).contains(told));
  }

  private static final String REQUIRED = "@Column(nullable = false) String";

  private Project glaze(String request, String domain, String column) {
    boolean primitive = column.endsWith(" int") || column.equals("int");
    String required =
        primitive || column.contains("nullable")
            ? column
            : column.contains("@Column(")
                ? column.replace("@Column(", "@Column(nullable = false, ")
                : "@Column(nullable = false) " + column;
    return new Project(folder)
        .importing("java.math.BigDecimal", "java.util.Optional", "jakarta.validation.constraints.*")
        .with(
            "    String note) {}\npackage",
            "    String note,\n    " + bare(request) + " amount) {}\npackage")
        .with("    String note) {}\n", "    String note,\n    " + request + " amount) {}\n")
        .with("Optional<String> note) {}", "Optional<String> note,\n    " + domain + " amount) {}")
        .with("(nullable = false, length = 40) String label", "(nullable = false) String label")
        .with("String note;", "String note;\n  " + required + " amount;");
  }

  private static String bare(String type) {
    return type.substring(type.lastIndexOf(' ') + 1).replaceAll("Optional<(\\w+)>", "$1");
  }

  private static List<String> messages(Project project) {
    return project.check().stream()
        .peek(finding -> assertThat(finding.rule()).isEqualTo(RuleId.LIMIT_MISMATCH))
        .map(Finding::message)
        .toList();
  }

  /** A constraint of the users may be composed of others, and a number may fit a narrower type. */
  @ParameterizedTest
  @CsvSource({
    "@Short String, @Column(length = 12) String, ''",
    "@Short String, @Column(length = 11) String, accepts texts of 12 characters",
    "@Min(1) @Max(5) int, short, ''",
    "@Min(1) int, short, may lose range",
    "@Min(1) @Max(40000) int, short, may lose range"
  })
  void aConstraintOfTheUsersHoldsToo(String request, String column, String told) {
    Project project =
        glaze(request, bare(column), column)
            .java(
                """
                package coop.kiln.api;
                @jakarta.validation.Constraint(validatedBy = {})
                @Shorter
                @java.lang.annotation.Retention(java.lang.annotation.RetentionPolicy.RUNTIME)
                public @interface Short {
                  String message() default "";
                  Class<?>[] groups() default {};
                  Class<? extends jakarta.validation.Payload>[] payload() default {};
                }
                package coop.kiln.api;
                @jakarta.validation.Constraint(validatedBy = {})
                @jakarta.validation.constraints.Size(min = 1, max = 12)
                @Short
                @java.lang.annotation.Retention(java.lang.annotation.RetentionPolicy.RUNTIME)
                public @interface Shorter {
                  String message() default "";
                  Class<?>[] groups() default {};
                  Class<? extends jakarta.validation.Payload>[] payload() default {};
                }
                """);
    assertThat(project.check())
        .extracting(Finding::message)
        .hasSize(told.isEmpty() ? 0 : 1)
        .allSatisfy(message -> assertThat(message).contains(told));
  }

  @Test
  void aValueObjectBetweenThemHidesNothing() {
    Project project =
        new Project(folder)
            .importing("jakarta.validation.constraints.*")
            .with(
                "public record NewGlaze(\n    String code,",
                "public record NewGlaze(\n    @Size(max = 255) String code,")
            .with(
                "(nullable = false, length = 40) String label", "(nullable = false) String label");
    assertThat(messages(project))
        .containsExactly(
            "NewGlaze.code accepts texts of 255 characters, but the column of GlazeRow.code holds at most 8.");
  }

  @Test
  void thePlanAddsLimits() {
    Project project =
        new Project(folder)
            .importing("jakarta.validation.constraints.*")
            .row("{ model: note, limits: { store: { length: 20 }, NewGlaze: { length: 30 } } }")
            .row("{ model: code, is: identity, limits: { store: { required: true } } }")
            .with(
                "@Column(nullable = false, length = 40) String label;",
                "@Column(unique = true) String label;");
    assertThat(messages(project))
        .containsExactlyInAnyOrder(
            "GlazeRow.label may be missing, but Glaze.name requires a value.",
            "NewGlaze.note accepts texts of 30 characters, but the column of GlazeRow.note holds at most 20.",
            "Glaze.code identifies objects, but the column of GlazeRow.code is not unique.");
  }

  /** Accessors of boxes cannot give a primitive field nothing. */
  @ParameterizedTest
  @CsvSource({"int, Integer, Integer", "Integer, Integer, int"})
  void aPrimitiveFieldOrSetterNeedsAValue(String kept, String read, String written) {
    List<Finding> findings =
        new Project(folder)
            .with(
                "Optional<String> note) {}",
                "Optional<String> note,\n    Optional<Integer> coats) {}")
            .with(
                "protected GlazeRow() {}",
                """
                %s coats;
                  protected GlazeRow() {}
                  public %s getCoats() { return coats; }
                  public void setCoats(%s coats) { this.coats = coats; }
                """
                    .formatted(kept, read, written))
            .with("public record GlazeView(", "public record GlazeView(\n    Integer coats,")
            .check();
    assertThat(findings)
        .extracting(Finding::message)
        .contains("Glaze.coats may be missing, but GlazeRow.coats requires a value.");
  }
}
