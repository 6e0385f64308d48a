package dev.shelftwin.change;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.TypeRef;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A field gets another type, or goes, wherever its source names it. */
class FieldRetyperTest {

  private static final String RECORD =
      """
      package coop.kiln.api;

      public record Kiln(String code, int highest) {
        public Kiln {
          code = code.strip();
        }
      }
      """;

  private static final String DOMAIN =
      """
      package coop.kiln.model;

      import java.util.Optional;

      public final class Kiln {
        private final String code; // painted on it
        private final String note;

        private Kiln(String code, String note) {
          this.code = java.util.Objects.requireNonNull(code, "code");
          this.note = note;
        }

        public static Kiln of(String code, Optional<String> note) {
          return new Kiln(code, note.orElse(null));
        }

        /** Its code. */
        public String code() {
          return code;
        }

        public Optional<String> note() {
          return Optional.ofNullable(note);
        }
      }
      """;

  private static final String ROW =
      """
      package coop.kiln.store;

      import jakarta.persistence.Column;
      import jakarta.persistence.Entity;
      import jakarta.persistence.ManyToOne;

      @Entity
      public class Kiln {

        @Column(length = 20)
        private String code;

        @ManyToOne(optional = false)
        private Member keeper;

        public String getCode() {
          return code;
        }

        void setCode(String code) {
          this.code = code;
        }

        public Member getKeeper() {
          return keeper;
        }
      }
      """;

  /** Each: the source, its layer, the field, its type, and lines that are there then. */
  @ParameterizedTest(name = "{0}.{2}: {3}")
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          RECORD | TRANSFER    | highest | long         | public record Kiln(String code, long highest) {
          RECORD | TRANSFER    | code    | List<String> | import java.util.List; // public record Kiln(List<String> code, int highest) {
          DOMAIN | DOMAIN      | note    | Long         | private final Long note; // private Kiln(String code, Long note) { // public static Kiln of(String code, Optional<Long> note) { // return new Kiln(code, note.orElse(null)); // public Optional<Long> note() { // return Optional.ofNullable(note);
          DOMAIN | DOMAIN      | note    | List<String> | private final List<String> note; // private Kiln(String code, List<String> note) { // this.note = List.copyOf(note); // public static Kiln of(String code, List<String> note) { // return new Kiln(code, note); // public List<String> note() { // return note;
          DOMAIN | DOMAIN      | code    | List<String> | private final List<String> code; // painted on it // private Kiln(List<String> code, String note) { // this.code = List.copyOf(code); // public static Kiln of(List<String> code, Optional<String> note) { // /** Its code. */ // public List<String> code() {
          ROW    | PERSISTENCE | code    | int          | @Column(length = 20) // private int code; // public int getCode() { // void setCode(int code) {
          ROW    | PERSISTENCE | code    | List<String> | import jakarta.persistence.ElementCollection; // @ElementCollection // @OrderColumn // private List<String> code = new ArrayList<>(); // public List<String> getCode() { // void setCode(List<String> code) {
          ROW    | PERSISTENCE | keeper  | List<Member> | import jakarta.persistence.ManyToMany; // @ManyToMany // @OrderColumn // private List<Member> keeper = new ArrayList<>(); // public List<Member> getKeeper() {
          """)
  void everyPlaceOfTheTypeChanges(String name, Role role, String field, String type, String lines) {
    String source = source(name);
    TypeSource parsed = TypeSource.parse(Path.of("Kiln.java"), source, TypeRef.of("", "Kiln"));
    String after = new FieldRetyper(parsed, field, role, false).retyped(type(type)).orElseThrow();
    assertThat(after.lines().map(line -> line.replace(" // painted on it", "").strip()))
        .containsSubsequence(
            Arrays.stream(lines.split(" // "))
                .map(String::strip)
                .filter(line -> !line.equals("painted on it"))
                .toList());
    assertThat(after.contains("painted on it")).isEqualTo(source.contains("painted on it"));
  }

  /** Each: the source, the field, and all lines that it loses or that are not as before. */
  @ParameterizedTest(name = "{0}.{1}")
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          RECORD | code    | public record Kiln(String code, int highest) {
          RECORD | highest | public record Kiln(String code, int highest) {
          DOMAIN | note    | private final String note; // private Kiln(String code, String note) { // this.note = note; // public static Kiln of(String code, Optional<String> note) { // return new Kiln(code, note.orElse(null)); // public Optional<String> note() { // return Optional.ofNullable(note);
          DOMAIN | code    | private final String code; // painted on it // private Kiln(String code, String note) { // this.code = java.util.Objects.requireNonNull(code, "code"); // public static Kiln of(String code, Optional<String> note) { // return new Kiln(code, note.orElse(null)); // /** Its code. */ // public String code() { // return code;
          ROW    | code    | @Column(length = 20) // private String code; // public String getCode() { // return code; // void setCode(String code) { // this.code = code;
          ROW    | keeper  | @ManyToOne(optional = false) // private Member keeper; // public Member getKeeper() { // return keeper;
          """)
  void everyPlaceOfTheFieldGoes(String name, String field, String lost) {
    String source = source(name);
    TypeSource parsed = TypeSource.parse(Path.of("Kiln.java"), source, TypeRef.of("", "Kiln"));
    String after = new FieldRemover(parsed, field).removed().orElseThrow();
    List<String> kept = after.lines().map(String::strip).toList();
    assertThat(
            source
                .lines()
                .map(String::strip)
                .filter(line -> !kept.contains(line))
                .map(line -> line.replace(" // painted on it", "")))
        .containsExactlyElementsOf(
            Arrays.stream(lost.split(" // "))
                .map(String::strip)
                .filter(line -> !line.equals("painted on it"))
                .toList());
    assertThat(after).doesNotContain("\n\n\n").doesNotContain("{\n\n  }");
    assertThat(TypeSource.parse(Path.of("Kiln.java"), after, TypeRef.of("", "Kiln")).fields())
        .noneMatch(one -> one.getName().contentEquals(field));
  }

  private static String source(String name) {
    return switch (name) {
      case "RECORD" -> RECORD;
      case "DOMAIN" -> DOMAIN;
      default -> ROW;
    };
  }

  private static TypeRef type(String written) {
    if (written.startsWith("List<")) {
      String element = written.substring(5, written.length() - 1);
      String packageName = element.equals("String") ? "java.lang" : "coop.kiln.store";
      return new TypeRef("java.util", "List", List.of(TypeRef.of(packageName, element)), 0);
    }
    return written.equals("Long") ? TypeRef.lang(written) : TypeRef.of("", written);
  }
}
