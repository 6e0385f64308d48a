package dev.shelftwin.source;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.compile.MemoryCompiler;
import dev.shelftwin.finding.InputError;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Visibility;
import dev.shelftwin.testkit.Project;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** Shapes are read alike, whatever form the code has. */
class ReadTest {

  private static final Map<String, String> SOURCES =
      Map.of(
          "coop.kiln.store.BaseRow",
          """
          package coop.kiln.store;
          import jakarta.persistence.*;
          @MappedSuperclass
          public abstract class BaseRow<K> {
            @Id @GeneratedValue private K id;
            @Version protected int version;
            public K getId() { return id; }
          }
          """,
          "coop.kiln.store.KilnRow",
          """
          package coop.kiln.store;
          import jakarta.persistence.*;
          import java.util.*;
          @Entity
          public class KilnRow extends BaseRow<Long> {
            static int made;
            @Column(nullable = false, length = 8) private String code;
            @Lob private String story;
            private String nickname;
            private boolean electric;
            int hottest;
            private final List<String> shelves = new ArrayList<>();
            protected KilnRow() {}
            public String getCode() { return code; }
            void setCode(String code) { this.code = code; }
            public boolean isElectric() { return electric; }
            public List<String> getShelves() { return shelves; }
            public String getTitle() { return code + hottest; }
            @Override public String toString() { return code; }
          }
          """,
          "coop.kiln.model.Kiln",
          """
          package coop.kiln.model;
          import java.util.Optional;
          public record Kiln(@Deprecated String code, int hottest, Optional<String> story) {
            public enum Fuel { WOOD, GAS }
            public static Kiln of(String code, int hottest) {
              return new Kiln(code, hottest, Optional.empty());
            }
            public static int count(String code) { return 1; }
            public Fuel fuel() { return Fuel.GAS; }
          }
          """,
          "coop.kiln.model.Nullable",
          """
          package coop.kiln.model;
          import java.lang.annotation.*;
          @Target(ElementType.TYPE_USE)
          public @interface Nullable {}
          """,
          "coop.kiln.model.Shed",
          """
          package coop.kiln.model;
          import java.util.*;
          public class Shed {
            private @Nullable String hint;
            private String alarm;
            private List<@Nullable String> notes;
            private String name;
            public @Nullable String getAlarm() { return alarm; }
          }
          """);

  @TempDir Path folder;

  /** The forms in which code comes. */
  enum Operation {
    SOURCES,
    CLASSES,
    JAR,
    CLASSES_AND_SOURCES
  }

  @BeforeEach
  void write() throws IOException {
    for (Map.Entry<String, String> source : SOURCES.entrySet()) {
      Path file = folder.resolve("src/" + source.getKey().replace('.', '/') + ".java");
      Files.createDirectories(file.getParent());
      Files.writeString(file, source.getValue());
    }
    Map<String, byte[]> classes =
        new MemoryCompiler(List.of(Project.persistenceApi()), List.of())
            .compile(SOURCES, List.of());
    try (OutputStream file = Files.newOutputStream(folder.resolve("kiln.jar"));
        ZipOutputStream jar = new ZipOutputStream(file)) {
      for (Map.Entry<String, byte[]> compiled : classes.entrySet()) {
        String name = compiled.getKey().replace('.', '/') + ".class";
        Path target = folder.resolve("classes/" + name);
        Files.createDirectories(target.getParent());
        Files.write(target, compiled.getValue());
        jar.putNextEntry(new ZipEntry(name));
        jar.write(compiled.getValue());
      }
    }
  }

  @ParameterizedTest
  @EnumSource
  void fieldsOfAClassWithInheritedOnesFirst(Operation form) {
    Shape row = read(form, "coop.kiln.store.KilnRow");
    assertThat(row.kind()).isEqualTo(Shape.Kind.CLASS);
    assertThat(row.storedFields())
        .extracting(Field::name)
        .containsExactly(
            "id", "version", "code", "story", "nickname", "electric", "hottest", "shelves");
    assertThat(row.fields())
        .filteredOn(field -> !field.stored())
        .extracting(Field::name)
        .containsExactly("title");
    Field id = field(row, "id");
    assertThat(id.type()).as("a type variable of the base class").hasToString("Long");
    assertThat(id.roles()).containsExactly(FieldRole.KEY);
    assertThat(id.reader().orElseThrow().name()).isEqualTo("getId");
    assertThat(id.writer().orElseThrow().visibility()).isEqualTo(Visibility.PRIVATE);
    assertThat(field(row, "version").roles()).containsExactly(FieldRole.VERSION);
    assertThat(field(row, "shelves").type()).hasToString("List<String>");
    assertThat(field(row, "shelves").writer()).as("a final field").isEmpty();
  }

  @ParameterizedTest
  @EnumSource
  void howFieldsAreReadAndWrittenAndWhatTheyAllow(Operation form) {
    Shape row = read(form, "coop.kiln.store.KilnRow");
    Field code = field(row, "code");
    assertThat(code.presence()).isEqualTo(Presence.REQUIRED);
    assertThat(code.limits().maxLength()).hasValue(8);
    assertThat(code.writer().orElseThrow())
        .extracting(Access::kind, Access::name, Access::visibility)
        .containsExactly(Access.Kind.METHOD, "setCode", Visibility.PACKAGE);
    assertThat(field(row, "nickname").limits().maxLength())
        .as("a column's usual length")
        .hasValue(255);
    assertThat(field(row, "nickname").presence()).isEqualTo(Presence.UNSPECIFIED);
    assertThat(field(row, "story").limits().maxLength()).as("a large object").isEmpty();
    assertThat(field(row, "electric").reader().orElseThrow().name()).isEqualTo("isElectric");
    assertThat(field(row, "hottest").reader().orElseThrow().kind()).isEqualTo(Access.Kind.FIELD);
    assertThat(row.annotations()).containsExactly("jakarta.persistence.Entity");
  }

  @ParameterizedTest
  @EnumSource
  void readsARecordItsCreatorsAndComputedFields(Operation form) {
    Shape kiln = read(form, "coop.kiln.model.Kiln");
    assertThat(kiln.kind()).isEqualTo(Shape.Kind.RECORD);
    assertThat(kiln.storedFields())
        .extracting(Field::name)
        .containsExactly("code", "hottest", "story");
    assertThat(kiln.creators())
        .extracting(Creator::toString)
        .containsExactly("new Kiln(code, hottest, story)", "Kiln.of(code, hottest)");
    assertThat(kiln.statics()).extracting(Creator::name).containsExactly("of", "count");
    assertThat(field(kiln, "story").presence()).isEqualTo(Presence.OPTIONAL);
    assertThat(field(kiln, "code").annotations()).containsExactly("java.lang.Deprecated");
    assertThat(field(kiln, "fuel").stored()).isFalse();
    assertThat(field(kiln, "fuel").type().binaryName()).isEqualTo("coop.kiln.model.Kiln$Fuel");
    assertThat(read(form, "coop.kiln.model.Kiln.Fuel").constants()).containsExactly("WOOD", "GAS");
  }

  @ParameterizedTest
  @EnumSource
  void readsNullnessFromTypeAnnotations(Operation form) {
    Shape shed = read(form, "coop.kiln.model.Shed");
    assertThat(shed.storedFields().map(field -> field.name() + " " + field.presence()))
        .containsExactly(
            "hint OPTIONAL", "alarm OPTIONAL", "notes UNSPECIFIED", "name UNSPECIFIED");
  }

  /** What a constructor always refuses when it is null; the rest it may take. */
  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '~',
      value = {
        "this.one = Objects.requireNonNull(one); ~ one",
        "Objects.requireNonNull(two, \"two\"); Objects.requireNonNull(one, () -> \"x\"); ~ one two",
        "if (one == null) { throw new IllegalArgumentException(\"\" + this); } ~ one",
        "if (one == null || one.isBlank()) { throw new IllegalStateException(); } ~ one",
        "if (one == null || two == null) { throw new IllegalStateException(); } ~ one two",
        "if (n < 0 || two == null) { throw new IllegalStateException(); } ~ ''",
        "if (n < 0) { throw new IllegalStateException(); } Objects.requireNonNull(two); ~ two",
        "if (one == null && two == null) { throw new IllegalStateException(); } ~ ''",
        "if (n > 0 && one == null) { throw new IllegalStateException(); } ~ ''",
        "if (n > 0) { Objects.requireNonNull(one); } ~ ''",
        "if (one == null) { this.one = two; } ~ ''",
        "if (one == null) { one = two; } if (n > 0) { throw new IllegalStateException(); } ~ ''",
        "if (one == null) { one = \"\"; } this.one = Objects.requireNonNull(one); ~ ''",
        "one = Objects.requireNonNull(one).strip(); this.one = one; ~ one",
        "for (long i = 0; i < n; i++) { Objects.requireNonNull(one); } ~ ''",
        "switch (n) { case 1: Objects.requireNonNull(one); default: } ~ ''",
        "this.one = n > 0 ? one : Objects.requireNonNull(two); ~ ''",
        "Objects.requireNonNull(this.one); ~ ''",
        "this.one = one; ~ ''"
      })
  void aConstructorRejectsMissingRequiredValues(String body, String required) throws IOException {
    declareRack("Rack(double weight, String one, int n, String two) {\n    " + body + "\n  }");
    for (Operation form : List.of(Operation.CLASSES, Operation.SOURCES)) {
      assertThat(
              read(form, "coop.kiln.model.Rack")
                  .storedFields()
                  .filter(field -> field.presence() == Presence.REQUIRED)
                  .map(Field::name)
                  .collect(Collectors.joining(" ")))
          .as("from " + form)
          .isEqualTo(required);
    }
  }

  /** Parameters that are named unlike the fields that they fill. */
  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '~',
      value = {
        "Rack(String a, String b) { one = a; this.two = b; } ~ one two",
        "Rack(String a, int n) { one = Objects.requireNonNull(a, \"a\").strip(); } ~ one n",
        "Rack(String a, String b) { one = a == null ? \"\" : a; two = (String) b; } ~ one two",
        "Rack(String a, String b) { one = a; two = a; } ~ a b",
        "Rack(String a, String b) { String c = b; one = a; } ~ one b",
        "Rack(String a, String b) { one = b; } Rack(int n, String b, String a) { this(a, b); }"
            + " ~ a one n one a",
        "Rack(String a) { Runnable later = () -> one = a; } ~ a",
        "Rack(String a, String b) { one = a; two = a.concat(b); } ~ one b",
        "Rack(String one, String b) { this.one = one; two = one + b; } ~ one b"
      })
  void parametersAreNamedByTheFieldsThatTheyFill(String constructors, String names)
      throws IOException {
    declareRack(constructors);
    for (Operation form : List.of(Operation.CLASSES, Operation.SOURCES)) {
      assertThat(
              read(form, "coop.kiln.model.Rack").creators().stream()
                  .flatMap(creator -> creator.parameters().stream().map(Parameter::name))
                  .collect(Collectors.joining(" ")))
          .as("from " + form)
          .isEqualTo(names);
    }
  }

  /** Fields that methods show by another name; what computes shows none. */
  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '~',
      value = {
        "public String getName() { return one; } ~ name two",
        "String getName() { return this.one; } void setName(String n) { one = n; } ~ name two",
        "Optional<String> name() { return Optional.ofNullable(one); } ~ name two",
        "String getName() { return one; } String label() { return one; } ~ name two label",
        "String getName() { return one; } String getLabel() { return one; } ~ one two name label",
        "String getOne() { return one; } String getName() { return one; } ~ one two name",
        "String getName() { return one.strip(); } ~ one two name",
        "String getName() { return one + two; } ~ one two name",
        "String getTwo() { return one; } ~ one two",
        "String getName() { return one.strip(); } void setName(String n) { one = n; } ~ name two",
        "void setName(String n) { one = n; } void setLabel(String n) { one = n; } ~ one two",
        "void setName(String n) { one = seal(n); } static String seal(String n) { return n + n; }"
            + " ~ one two",
        "Boolean hot; void setWarm(boolean warm) { this.hot = warm; } ~ one two warm",
        "void setOne(String n) { one = n; } void setName(String n) { one = n; } ~ one two",
        "boolean isHot; boolean isHot() { return isHot; } ~ one two isHot",
        "String getName() { return one; } Rack(String name, String b) { one = name; two = b; }"
            + " ~ name two (name two)",
        "String getName() { return one; } Rack(String a, String b) { one = a; two = b; }"
            + " ~ name two (name two)"
      })
  void fieldsAreNamedAsMethodsShowThem(String members, String names) throws IOException {
    declareRack(members);
    for (Operation form : List.of(Operation.CLASSES, Operation.SOURCES)) {
      Shape rack = read(form, "coop.kiln.model.Rack");
      String parameters =
          rack.creators().stream()
              .flatMap(creator -> creator.parameters().stream().map(Parameter::name))
              .collect(Collectors.joining(" "));
      assertThat(
              rack.fields().stream().map(Field::name).collect(Collectors.joining(" "))
                  + (parameters.isEmpty() ? "" : " (" + parameters + ")"))
          .as("from " + form)
          .isEqualTo(names);
    }
  }

  /** Declares a type with two fields and the given members, as a source and as a class file. */
  private void declareRack(String members) throws IOException {
    String name = "coop.kiln.model.Rack";
    String text =
        "package coop.kiln.model;\nimport java.util.*;\n"
            + "public class Rack {\n  private String one;\n  private String two;\n  %s\n}\n"
                .formatted(members);
    Files.writeString(folder.resolve("src/coop/kiln/model/Rack.java"), text);
    Files.write(
        folder.resolve("classes/coop/kiln/model/Rack.class"),
        new MemoryCompiler(List.of(), List.of()).compile(Map.of(name, text), List.of()).get(name));
  }

  @Test
  void placesAreInTheSourceWhereThereIsOneElseInTheClassFile() {
    Path source = folder.resolve("src/coop/kiln/store/KilnRow.java");
    for (Operation form : List.of(Operation.SOURCES, Operation.CLASSES_AND_SOURCES)) {
      Shape row = read(form, "coop.kiln.store.KilnRow");
      assertThat(row.place()).hasToString(source + ":5:14");
      assertThat(field(row, "code").place()).hasToString(source + ":7:56");
      assertThat(field(row, "code").place().text()).contains("private String code;");
      assertThat(field(row, "title").place()).hasToString(source + ":18:17");
      assertThat(row.creators().get(0).place()).hasToString(source + ":13:13");
    }
    assertThat(field(read(Operation.JAR, "coop.kiln.store.KilnRow"), "code").place())
        .hasToString("kiln.jar!coop.kiln.store.KilnRow.code");
  }

  @Test
  void anUnknownTypeIsEmpty() {
    with(
        Operation.CLASSES,
        reader -> {
          assertThat(reader.find("coop.kiln.store.OvenRow")).isEmpty();
          assertThat(reader.namesIn("coop.kiln.store"))
              .containsExactlyInAnyOrder("BaseRow", "KilnRow");
          assertThat(reader.namesIn("coop.nowhere")).isEmpty();
          return reader.errors();
        });
  }

  @Test
  void reportsAnAnnotationWhoseJarIsMissing() {
    for (Operation form : Operation.values()) {
      List<InputError> errors =
          with(
              form,
              List.of(),
              reader -> {
                reader.find("coop.kiln.store.KilnRow");
                return reader.errors();
              });
      assertThat(errors)
          .as("from " + form)
          .isNotEmpty()
          .anySatisfy(
              error -> {
                assertThat(error.message()).contains("jakarta.persistence");
                assertThat(error.remedy()).contains("class-path");
              });
    }
  }

  @Test
  void reportsTheLineOfACompilationError() throws IOException {
    Path file = folder.resolve("src/coop/kiln/model/Kiln.java");
    Files.writeString(file, "package coop.kiln.model;\npublic record Kiln(Strin code) {}\n");
    List<InputError> errors =
        with(
            Operation.SOURCES,
            reader -> {
              reader.find("coop.kiln.model.Kiln").orElseThrow();
              return reader.errors();
            });
    assertThat(errors).first().extracting(error -> error.at().toString()).isEqualTo(file + ":2:20");
  }

  private Shape read(Operation form, String name) {
    return with(
        form,
        reader -> {
          Shape shape = reader.find(name).orElseThrow();
          assertThat(reader.errors()).isEmpty();
          return shape;
        });
  }

  private <T> T with(Operation form, Function<JavaReader, T> use) {
    return with(form, List.of(Project.persistenceApi()), use);
  }

  private <T> T with(Operation form, List<Path> classPath, Function<JavaReader, T> use) {
    List<Path> sources = List.of(folder.resolve("src"));
    List<Path> classes = List.of(folder.resolve("classes"));
    CodePaths code =
        switch (form) {
          case SOURCES -> new CodePaths(List.of(), sources, classPath);
          case CLASSES -> new CodePaths(classes, List.of(), classPath);
          case CLASSES_AND_SOURCES -> new CodePaths(classes, sources, classPath);
          case JAR -> new CodePaths(List.of(folder.resolve("kiln.jar")), List.of(), classPath);
        };
    try (JavaReader reader = new JavaReader(code)) {
      return use.apply(reader);
    }
  }

  private static Field field(Shape shape, String name) {
    return shape.field(name).orElseThrow();
  }
}
