package dev.shelftwin.processor;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.params.provider.Arguments.of;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;

import dev.shelftwin.testkit.Project;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.lang.reflect.Constructor;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import javax.annotation.processing.AbstractProcessor;
import javax.annotation.processing.ProcessingEnvironment;
import javax.annotation.processing.Processor;
import javax.annotation.processing.RoundEnvironment;
import javax.lang.model.SourceVersion;
import javax.lang.model.element.TypeElement;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.mockito.AdditionalAnswers;

class ShelfTwinProcessorTest {

  private static final String[] BOTH = {"generated GlazeApiMapper", "generated GlazeStoreMapper"};

  @TempDir Path folder;

  private Path sources() {
    return folder.resolve("src");
  }

  private List<String> compile(Project project) {
    project.write();
    return new Compilation(folder.resolve("classes")).run(sources());
  }

  private static final String RECORD =
      """
      public record GlazeView(
          String code,
          String name,
          boolean foodSafe,
          String finish,
          String note) {}
      """;

  private static final String USE =
      """
      package coop.kiln.use;
      import coop.kiln.api.GlazeApiMapper;
      import coop.kiln.model.Glaze;
      public class Glazes {
        public coop.kiln.api.GlazeView shown(Glaze glaze) {
          return new GlazeApiMapper().toGlazeView(glaze);
        }
      }
      """;

  @Test
  void mappersAreThereForCodeOfTheSameCompilation() {
    assertThat(compile(new Project(folder).java(USE))).containsExactly(BOTH);
  }

  /** As it would be written from the class files, where that is read as well. */
  @Test
  void bodiesSayWhatConstructorsFillAndWhatGettersCopy() throws IOException {
    Project project =
        new Project(folder)
            .instead(
                """
                shelf-twin: 1
                name: racks
                code: { sources: src }
                layers:
                  store: { role: persistence, package: coop.kiln.store }
                  model: { role: domain, package: coop.kiln.model }
                concepts:
                  Rack:
                    store: RackRow
                    model: Rack
                    fields: [{ store: id, is: key, stays: the store's own }]
                """,
                """
                package coop.kiln.store;
                import jakarta.persistence.*;
                import java.util.*;
                @Entity
                public class RackRow {
                  @Id @GeneratedValue Long id;
                  @Column(nullable = false) String name;
                  @ElementCollection @OrderColumn private List<String> marks = new ArrayList<>();
                  public List<String> getMarks() { return List.copyOf(marks); }
                }
                package coop.kiln.model;
                import java.util.*;
                public final class Rack {
                  private final String name;
                  private final List<String> marks;
                  public Rack(List<String> of, String called) {
                    marks = List.copyOf(of);
                    name = called;
                  }
                  public String name() { return name; }
                  public List<String> marks() { return marks; }
                }
                """);
    assertThat(compile(project))
        .hasSize(2)
        .first()
        .asString()
        .startsWith("ERROR Rack.java:5 lost-field: Rack.marks goes nowhere, because");
  }

  /** Each case: what is changed, into what, where the message stands, and how it begins. */
  static Stream<Arguments> mistakes() {
    return Stream.of(
        of(
            "String finish,\n    String note) {}\npackage coop.kiln.api;",
            "String finish) {}\npackage coop.kiln.api;",
            "ERROR Glaze.java:8 lost-field: Glaze.note has no counterpart in GlazeView."),
        of("boolean foodSafe;", "int foodSafe;", "ERROR GlazeRow.java:9 type-mismatch: "),
        of(
            "package coop.kiln.api;\npublic record GlazeView(\n    String code,",
            "package coop.kiln.api;\npublic record GlazeView(\n    @jakarta.persistence.Id String code,",
            "ERROR GlazeView.java:3 leaked-annotation: "));
  }

  @ParameterizedTest
  @MethodSource("mistakes")
  void aMistakeIsAnErrorAtTheFieldOrType(String find, String put, String message) {
    List<String> messages = compile(new Project(folder).with(find, put));
    if (message.isEmpty()) {
      assertThat(messages).containsExactly(BOTH);
    } else {
      assertThat(messages).first().asString().startsWith(message);
      assertThat(messages)
          .first()
          .asString()
          .contains("plan: " + folder.resolve("shelf-twin.yaml"));
    }
  }

  @Test
  void withoutPlanOrOuterLayerNothingHappens() throws IOException {
    Project project = new Project(folder).write();
    Path model = folder.resolve("model-classes");
    assertThat(new Compilation(model).only("/model/").run(sources())).isEmpty();
    assertThat(
            new Compilation(folder.resolve("classes"))
                .on(model)
                .only("/store/", "/api/")
                .run(sources()))
        .containsExactly(BOTH);
    Files.delete(project.planFile());
    assertThat(new Compilation(folder.resolve("again")).run(sources())).isEmpty();
  }

  @Test
  void whatTheClassPathLacksIsSaid() throws IOException {
    new Project(folder)
        .java("package coop.kiln.model;\npublic class Kept {}\n")
        .with(
            "public record GlazeCode(String value) {",
            "public record GlazeCode(String value) { public static GlazeCode of(Kept kept) { return null; }")
        .with("    Finish finish,\n", "    Finish finish,\n    Kept kept,\n")
        .write();
    Path model = folder.resolve("model-classes");
    new Compilation(model).only("/model/").run(sources());
    Files.delete(model.resolve("coop/kiln/model/Kept.class"));
    assertThat(
            new Compilation(folder.resolve("classes"))
                .on(model)
                .only("/store/", "/api/")
                .run(sources()))
        .anySatisfy(
            message ->
                assertThat(message)
                    .startsWith("WARNING ")
                    .contains("Kept", "add what is missing to the class path of this compilation"));
  }

  /** A module that knows one outer layer is not told about the other one. */
  @Test
  void eachOuterLayerCanBeAModule() {
    new Project(folder)
        .row("{ model: finish, store: finish, accept: { limit-mismatch: short } }")
        .write();
    Path model = folder.resolve("model-classes");
    new Compilation(model).only("/model/").run(sources());
    assertThat(new Compilation(folder.resolve("web")).on(model).only("/api/").run(sources()))
        .containsExactly("generated GlazeApiMapper");
    assertThat(new Compilation(folder.resolve("db")).on(model).only("/store/").run(sources()))
        .containsExactly("generated GlazeStoreMapper");
    assertThat(new Compilation(folder.resolve("alone")).only("/api/").run(sources()))
        .singleElement()
        .asString()
        .contains("has no type named Glaze");
  }

  @Test
  void typesThatAnotherProcessorGeneratesAreAwaited() {
    String view =
        "package coop.kiln.api; public record GlazeView(String code, String name, boolean foodSafe,"
            + " String finish, String note) {}";
    new Project(folder).write();
    assertThat(
            new Compilation(folder.resolve("classes"))
                .with(new Generating("coop.kiln.api.GlazeView", view))
                .only("/store/", "/model/", "NewGlaze")
                .run(sources()))
        .containsExactly(BOTH);
  }

  @Test
  void theImplementationOfAnAbstractTypeIsAwaited() {
    String implementation =
        """
        package coop.kiln.api;
        public final class ValueOfGlazeView implements GlazeView {
          private final String code;
          private final String name;
          private final boolean foodSafe;
          private final String finish;
          private final String note;
          private ValueOfGlazeView(
              String code, String name, boolean foodSafe, String finish, String note) {
            this.code = code;
            this.name = name;
            this.foodSafe = foodSafe;
            this.finish = finish;
            this.note = note;
          }
          public static ValueOfGlazeView of(
              String code, String name, boolean foodSafe, String finish, String note) {
            return new ValueOfGlazeView(code, name, foodSafe, finish, note);
          }
          public String code() { return code; }
          public String name() { return name; }
          public boolean foodSafe() { return foodSafe; }
          public String finish() { return finish; }
          public String note() { return note; }
        }
        """;
    new Project(folder)
        .with(
            RECORD,
            """
            @Value
            public interface GlazeView {
              String code();
              String name();
              boolean foodSafe();
              String finish();
              @Nullable String note();
            }
            @interface Value {}
            @interface Nullable {}
            """)
        .write();
    assertThat(
            new Compilation(folder.resolve("classes"))
                .with(new Generating("coop.kiln.api.ValueOfGlazeView", implementation))
                .run(sources()))
        .containsExactly(BOTH);
  }

  @Test
  void aMapperAmongTheSourcesIsCompared() throws IOException {
    new Project(folder).write();
    new Compilation(folder.resolve("classes")).run(sources());
    Path generated = folder.resolve("classes-generated/coop/kiln/api/GlazeApiMapper.java");
    Path copy = sources().resolve("coop/kiln/api/GlazeApiMapper.java");
    Files.copy(generated, copy);
    Compilation again = new Compilation(folder.resolve("again"));
    assertThat(again.run(sources())).containsExactly("generated GlazeStoreMapper");
    String text = Files.readString(copy);
    Files.writeString(copy, text.replace("glaze.foodSafe()", "true"));
    assertThat(new Compilation(folder.resolve("edited")).run(sources()))
        .first()
        .asString()
        .startsWith("ERROR GlazeApiMapper.java:")
        .contains("was edited after it was generated");
    Files.writeString(copy, "package coop.kiln.api; class GlazeApiMapper {}");
    assertThat(new Compilation(folder.resolve("own")).run(sources()))
        .first()
        .asString()
        .contains("The plan has a mapper of this name");
  }

  /** Each case: an option of the compiler, a change of the plan, and the message. */
  static Stream<Arguments> wrongInput() {
    return Stream.of(
        of("-Ashelftwin.plan=PLAN.gone", "", "ERROR PLAN.gone: there is no plan here"),
        of("-AshelfTwin.plan=PLAN", "", "ERROR There is no option -AshelfTwin.plan"),
        of(
            "",
            "{ GlazeView: out,={ GlazeViews: out,",
            "ERROR PLAN:12:12: unknown-name: The layer 'api' (coop.kiln.api) has no type named"
                + " GlazeViews"),
        of(
            "",
            "store: label=store: lable",
            "ERROR PLAN:16:31: unknown-name: GlazeRow has no field 'lable'"),
        of("", "concepts:=conzepts:", "ERROR PLAN:8:1: "));
  }

  @ParameterizedTest
  @MethodSource("wrongInput")
  void whatIsWrongWithThePlanIsSaidWithItsPlace(String option, String change, String message) {
    Project project = new Project(folder);
    if (!change.isEmpty()) {
      int separator = change.indexOf('=');
      project.with(change.substring(0, separator), change.substring(separator + 1));
    }
    project.write();
    String plan = project.planFile().toString();
    Compilation compilation = new Compilation(folder.resolve("classes"));
    if (!option.isEmpty()) {
      compilation.with(option.replace("PLAN", plan));
    }
    assertThat(compilation.run(sources()))
        .first()
        .asString()
        .startsWith(message.replace("PLAN", plan));
  }

  /** Lombok adds methods to the compiler's model; they are there in a later round. */
  @ParameterizedTest
  @ValueSource(booleans = {true, false})
  void membersThatAnotherProcessorAddsAreAwaited(boolean first) throws Exception {
    new Project(folder)
        .with(
            RECORD,
            """
            @lombok.Data
            public class GlazeView {
              private String code;
              private String name;
              private boolean foodSafe;
              private String finish;
              private String note;
            }
            """)
        .write();
    Constructor<?> lombok =
        Class.forName("lombok.launch.AnnotationProcessorHider$AnnotationProcessor")
            .getDeclaredConstructor();
    lombok.setAccessible(true);
    Compilation compilation = new Compilation(folder.resolve("classes"));
    Processor other = (Processor) lombok.newInstance();
    assertThat((first ? compilation.with(other) : compilation.after(other)).run(sources()))
        .containsExactly(BOTH);
  }

  /** Without Lombok nobody completes it, so the plan is handled when no round can follow. */
  @Test
  void aTypeThatNobodyCompletesKeepsNobodyFromUsingTheMappers() {
    Project project =
        new Project(folder)
            .java(USE)
            .java(
                """
                package coop.kiln.api;
                @lombok.Data
                public class Shut { private String code; }
                package coop.kiln.store;
                @jakarta.persistence.Entity
                public class ShutRow { @jakarta.persistence.Id public String code; }
                """)
            .plan("  Shut:\n    store: ShutRow\n    api: { Shut: out }\n");
    assertThat(compile(project))
        .noneSatisfy(message -> assertThat(message).contains("does not exist"))
        .anySatisfy(message -> assertThat(message).contains("unread-code"))
        .contains(BOTH);
  }

  @Test
  void aTypeIsInOnePlanOnly() throws IOException {
    Project project = new Project(folder).write();
    Path other = sources().resolve("coop/kiln/api/shelf-twin.yaml");
    Files.copy(project.planFile(), other);
    assertThat(new Compilation(folder.resolve("classes")).run(sources()))
        .anySatisfy(
            message ->
                assertThat(message)
                    .startsWith(
                        "ERROR "
                            + project.planFile()
                            + ":12:12: coop.kiln.api.GlazeView is in the plan "
                            + other));
  }

  /**
   * Some build tools hide the compiler, so that no source has a path: the option names the plan.
   */
  @ParameterizedTest
  @ValueSource(booleans = {true, false})
  void behindAWrapperOnlyPlacesAreMissing(boolean fails) {
    Project project = new Project(folder).write();
    Compilation compilation =
        new Compilation(folder.resolve("classes"), new Wrapped(fails))
            .with("-Ashelftwin.plan=" + project.planFile());
    if (fails) {
      assertThat(compilation.run(sources()))
          .singleElement()
          .asString()
          .startsWith("ERROR Shelf Twin failed: java.lang.IllegalStateException: hidden at ");
    } else {
      assertThat(compilation.run(sources())).containsExactly(BOTH);
    }
  }

  /** Our processor in an environment that is not the compiler's own. */
  private static final class Wrapped extends AbstractProcessor {

    private final ShelfTwinProcessor wrapped = new ShelfTwinProcessor();
    private final boolean fails;

    Wrapped(boolean fails) {
      this.fails = fails;
    }

    @Override
    public Set<String> getSupportedAnnotationTypes() {
      return wrapped.getSupportedAnnotationTypes();
    }

    @Override
    public Set<String> getSupportedOptions() {
      return wrapped.getSupportedOptions();
    }

    @Override
    public SourceVersion getSupportedSourceVersion() {
      return wrapped.getSupportedSourceVersion();
    }

    @Override
    public synchronized void init(ProcessingEnvironment environment) {
      super.init(environment);
      ProcessingEnvironment other =
          mock(ProcessingEnvironment.class, AdditionalAnswers.delegatesTo(environment));
      if (fails) {
        doThrow(new IllegalStateException("hidden")).when(other).getTypeUtils();
      }
      wrapped.init(other);
    }

    @Override
    public boolean process(Set<? extends TypeElement> annotations, RoundEnvironment round) {
      return wrapped.process(annotations, round);
    }
  }

  /** A processor that adds one type. */
  private static final class Generating extends AbstractProcessor {

    private final String name;
    private final String text;
    private boolean done;

    Generating(String name, String text) {
      this.name = name;
      this.text = text;
    }

    @Override
    public Set<String> getSupportedAnnotationTypes() {
      return Set.of("*");
    }

    @Override
    public SourceVersion getSupportedSourceVersion() {
      return SourceVersion.latestSupported();
    }

    @Override
    public boolean process(Set<? extends TypeElement> annotations, RoundEnvironment round) {
      if (!done) {
        done = true;
        try (Writer writer = processingEnv.getFiler().createSourceFile(name).openWriter()) {
          writer.write(text);
        } catch (IOException failure) {
          throw new UncheckedIOException(failure);
        }
      }
      return false;
    }
  }
}
