package dev.shelftwin;

import com.fasterxml.jackson.annotation.JsonProperty;
import com.fasterxml.jackson.core.Versioned;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.module.kotlin.KotlinModule;
import com.google.common.base.Strings;
import com.google.gson.Gson;
import com.google.protobuf.Message;
import com.google.protobuf.util.JsonFormat;
import dev.shelftwin.draft.Draft;
import dev.shelftwin.testkit.Project;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.tools.ToolProvider;
import kotlin.Unit;
import kotlin.reflect.full.KClasses;
import lombok.Value;
import org.jetbrains.kotlin.allopen.AllOpenComponentRegistrar;
import org.jetbrains.kotlin.cli.common.ExitCode;
import org.jetbrains.kotlin.cli.jvm.K2JVMCompiler;
import org.jetbrains.kotlin.noarg.NoArgComponentRegistrar;

/** One of the projects in other styles, compiled as its own build would do it. */
final class StyleProject {

  private static final Path STYLES = Path.of("../examples/styles");

  /** Where the build of this module puts the classes of messages. */
  private static final Path MESSAGES = Path.of("target/generated-test-sources/protobuf");

  private final Path folder;
  private final List<Path> classPath = new ArrayList<>();

  /** Copies and compiles a project. */
  StyleProject(String name, Path folder) throws IOException {
    this.folder = folder;
    classPath.addAll(Project.classPath());
    for (Class<?> of : List.of(ObjectMapper.class, Versioned.class, JsonProperty.class)) {
      classPath.add(Project.jarOf(of));
    }
    for (Path source : files(STYLES.resolve(name))) {
      Path copy = folder.resolve(STYLES.resolve(name).relativize(source).toString());
      Files.createDirectories(copy.getParent());
      Files.copy(source, copy);
    }
    Files.createDirectories(classes());
    if (Files.exists(folder.resolve("src/main/kotlin"))) {
      compileKotlin();
    } else {
      compileJava();
    }
  }

  private Path classes() {
    return folder.resolve("target/classes");
  }

  /** Replaces a part of a source, which has to be there, and compiles again. */
  void replace(String source, String part, String by) throws IOException {
    Path file =
        files(folder.resolve("src")).stream()
            .filter(one -> one.endsWith(source))
            .findFirst()
            .orElseThrow();
    String text = Files.readString(file);
    if (!text.contains(part)) {
      throw new IllegalStateException(source + " has no " + part);
    }
    Files.writeString(file, text.replace(part, by));
    compileJava();
  }

  private void compileJava() throws IOException {
    Path lombok = Project.jarOf(Value.class);
    classPath.add(lombok);
    for (Class<?> of : List.of(Message.class, JsonFormat.class, Gson.class, Strings.class)) {
      classPath.add(Project.jarOf(of));
    }
    List<String> options =
        new ArrayList<>(
            List.of(
                "-nowarn", "-g", "-d", classes().toString(), librariesOption(), joined(classPath)));
    options.addAll(List.of("-processorpath", lombok.toString()));
    sources().forEach(file -> options.add(file.toString()));
    ByteArrayOutputStream messages = new ByteArrayOutputStream();
    int code =
        ToolProvider.getSystemJavaCompiler()
            .run(null, messages, messages, options.toArray(String[]::new));
    if (code != 0) {
      throw new IllegalStateException(messages.toString(StandardCharsets.UTF_8));
    }
  }

  private String librariesOption() {
    boolean module = Files.exists(folder.resolve("src/main/java/module-info.java"));
    return module ? "--module-path" : "--class-path";
  }

  /** Removes a source, and its class. */
  void delete(String source) throws IOException {
    String type = source.replace(".java", ".class");
    for (Path file : files(folder)) {
      if (file.endsWith(source) || file.endsWith(type)) {
        Files.delete(file);
      }
    }
  }

  private Stream<Path> sources() {
    List<Path> sources = new ArrayList<>(files(folder.resolve("src/main/java")));
    if (Files.exists(folder.resolve("src/main/protobuf"))) {
      sources.addAll(files(MESSAGES));
    }
    return sources.stream();
  }

  private void compileKotlin() {
    for (Class<?> of : List.of(Unit.class, KClasses.class, KotlinModule.class)) {
      classPath.add(Project.jarOf(of));
    }
    ByteArrayOutputStream messages = new ByteArrayOutputStream();
    ExitCode code =
        new K2JVMCompiler()
            .exec(
                new PrintStream(messages, true, StandardCharsets.UTF_8),
                "-no-stdlib",
                "-no-reflect",
                "-jvm-target",
                "17",
                "-Xplugin=" + Project.jarOf(NoArgComponentRegistrar.class),
                "-P",
                "plugin:org.jetbrains.kotlin.noarg:preset=jpa",
                "-Xplugin=" + Project.jarOf(AllOpenComponentRegistrar.class),
                "-P",
                openedBy("Entity") + "," + openedBy("MappedSuperclass"),
                "-d",
                classes().toString(),
                "-cp",
                joined(classPath),
                folder.resolve("src/main/kotlin").toString());
    if (code != ExitCode.OK) {
      throw new IllegalStateException(messages.toString(StandardCharsets.UTF_8));
    }
  }

  /** Classes with an annotation are not final, so that a provider can extend them. */
  private static String openedBy(String annotation) {
    return "plugin:org.jetbrains.kotlin.allopen:annotation=jakarta.persistence." + annotation;
  }

  private static String joined(List<Path> paths) {
    return paths.stream()
        .map(Path::toString)
        .collect(Collectors.joining(java.io.File.pathSeparator));
  }

  private static List<Path> files(Path root) {
    try (Stream<Path> all = Files.walk(root)) {
      return all.filter(Files::isRegularFile).sorted().toList();
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
  }

  private CodeOptions code() {
    return new CodeOptions(List.of(), List.of(), classPath);
  }

  Path plan() {
    return folder.resolve("shelf-twin.yaml");
  }

  /** Writes a plan as a newcomer does, without options. */
  Draft draft() {
    Draft draft = PlanDraft.of(new DraftRequest(plan(), code(), List.of()));
    PlanDraft.write(draft, plan());
    return draft;
  }

  /** Answers all questions of the plan. */
  void answer() throws IOException {
    Files.writeString(plan(), Files.readString(plan()).replace("'?'", "ours"));
  }

  <T> T run(Function<ShelfTwin, T> use) {
    try (ShelfTwin twin = ShelfTwin.open(plan(), code())) {
      return use.apply(twin);
    }
  }
}
