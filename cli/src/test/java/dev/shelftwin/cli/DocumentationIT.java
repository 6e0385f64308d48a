package dev.shelftwin.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import dev.shelftwin.plan.Plan;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.snakeyaml.engine.v2.api.Load;
import org.snakeyaml.engine.v2.api.LoadSettings;

/** Does what the pages say: writes their files, runs their commands, compares their outputs. */
@Execution(ExecutionMode.CONCURRENT)
class DocumentationIT {

  private static final String README = "README.md";
  private static final Path ROOT = Path.of("..").toAbsolutePath().normalize();
  private static final Schema SCHEMA = schema();

  @TempDir Path folder;

  static Stream<String> pages() throws IOException {
    try (Stream<Path> docs = Files.walk(ROOT.resolve("docs"))) {
      return Stream.concat(
              Stream.of(ROOT.resolve(README), ROOT.resolve("examples/described/" + README)),
              docs.toList().stream())
          .filter(file -> file.toString().endsWith(".md"))
          .map(file -> ROOT.relativize(file).toString())
          .sorted();
    }
  }

  @ParameterizedTest
  @MethodSource("pages")
  void aPageIsTrue(String page) throws Exception {
    List<PageBlock> blocks = PageBlock.of(Files.readString(ROOT.resolve(page)));
    runAll(page, blocks);
    PageBlock run = null;
    for (PageBlock block : blocks) {
      String at = page + ":" + block.line();
      if (block.runs()) {
        run = block;
        assertThat(result(block, "codes"))
            .as("%s exits with the code it says; it printed %s", at, result(block, "out"))
            .isEqualTo(block.exitCode() == 0 ? "" : block.exitCode() + "\n");
      } else if (block.isOutput()) {
        assertThat(run).as(at + " follows a command").isNotNull();
        assertInOrder(at, block, result(run, "out"));
      } else if (block.says("excerpt")) {
        assertInOrder(at, block, excerpted(block));
      } else if (block.says("plan")) {
        assertThat(SCHEMA.validate(planAround(block.text()), InputFormat.JSON)).as(at).isEmpty();
      } else if (block.says("tested-by")) {
        assertThat(ROOT.resolve(block.words().get(1))).content().contains(page);
      } else if (block.says("words")) {
        block.lines().forEach(line -> parse(at, line));
      } else {
        assertThat(block.isFile() && !page.equals(README) || block.says("untried"))
            .as("%s: a test knows what to do with '%s %s'", at, block.language(), block.words())
            .isTrue();
      }
    }
  }

  /** Runs the page as one script, so that folders and variables last from block to block. */
  private void runAll(String page, List<PageBlock> blocks) throws Exception {
    if (blocks.stream().noneMatch(PageBlock::runs)) {
      return;
    }
    Path project = page.equals(README) ? ROOT : Files.createDirectory(folder.resolve("studio"));
    StringBuilder script = new StringBuilder();
    for (PageBlock block : blocks) {
      if (block.isFile() && !page.equals(README)) {
        script.append(
            "mkdir -p \"$(dirname '%1$s')\"; base64 -d <<< '%2$s' > '%1$s'\n"
                .formatted(
                    block.words().get(0),
                    Base64.getEncoder()
                        .encodeToString(block.text().getBytes(StandardCharsets.UTF_8))));
      } else if (block.says("excerpt")) {
        script.append(
            "cp '%s' '%s' 2> /dev/null\n".formatted(block.words().get(1), file(block, "excerpt")));
      } else if (block.runs()) {
        script.append(
            "trap 'echo $? >> %s' ERR\n{\n%s} > %s 2>&1\ntrap - ERR\n"
                .formatted(file(block, "codes"), block.text(), file(block, "out")));
      }
    }
    Path command = Files.createDirectories(folder.resolve("bin")).resolve("shelf-twin");
    Files.writeString(
        command,
        "#!/bin/sh\nexec %s \"$@\"\n"
            .formatted(
                PackagedProgram.call().stream()
                    .map(
                        word ->
                            word.equals("-jar")
                                ? "-Dshelf-twin.command=shelf-twin -jar"
                                : "'" + word + "'")
                    .collect(Collectors.joining(" "))));
    assertThat(command.toFile().setExecutable(true)).isTrue();
    Path file = Files.writeString(folder.resolve("page.sh"), script);
    ProcessBuilder bash = new ProcessBuilder("bash", file.toString());
    bash.directory(project.toFile());
    bash.environment().put("SHELF_TWIN", ROOT.toString());
    bash.environment().merge("PATH", command.getParent() + ":", (path, bin) -> bin + path);
    bash.redirectErrorStream(true).redirectOutput(folder.resolve("page.out").toFile());
    bash.start().waitFor();
  }

  private Path file(PageBlock block, String kind) {
    return folder.resolve(block.line() + "." + kind);
  }

  private String result(PageBlock block, String kind) throws IOException {
    Path file = file(block, kind);
    return Files.exists(file) ? Files.readString(file) : "";
  }

  /** The file as the page's commands left it, else that of this repository. */
  private String excerpted(PageBlock block) throws IOException {
    Path left = file(block, "excerpt");
    return Files.readString(Files.exists(left) ? left : ROOT.resolve(block.words().get(1)));
  }

  private static void assertInOrder(String at, PageBlock block, String text) {
    List<String> lines =
        text.lines().map(line -> line.replaceFirst(" {2,}(//|#) .*", "").strip()).toList();
    int from = 0;
    for (String line : block.lines()) {
      int found = lines.subList(from, lines.size()).indexOf(line);
      assertThat(found).as("%s: '%s' is next in%n%s", at, line, text).isNotNegative();
      from += found + 1;
    }
  }

  private static void parse(String at, String line) {
    String[] words = line.replaceAll("\\s+(#|>).*", "").replace("'", "").split("\\s+");
    if (words[0].endsWith("shelf-twin")) {
      String[] arguments = Arrays.copyOfRange(words, 1, words.length);
      Main.commandLine(Console.ofProcess()).parseArgs(arguments);
    } else {
      assertThat(words[0]).as(at).isEqualTo("mvn");
    }
  }

  /** A whole plan around a fragment, whose indentation tells where it belongs. */
  private static String planAround(String fragment) throws IOException {
    String inside =
        switch (fragment.length() - fragment.stripLeading().length()) {
          case 2 -> "concepts:\n" + fragment;
          case 4 -> "concepts:\n  Firing:\n    model: Firing\n" + fragment;
          default -> fragment;
        };
    StringBuilder plan = new StringBuilder(inside);
    for (String rest :
        List.of(
            "shelf-twin: 1\n",
            "name: example\n",
            "layers: { model: { role: domain, package: coop.kiln.model } }\n",
            "concepts: { Kiln: { model: Kiln } }\n")) {
      String key = rest.substring(0, rest.indexOf(':') + 1);
      if (plan.indexOf(key) != 0 && plan.indexOf("\n" + key) < 0) {
        plan.append(rest);
      }
    }
    Object read =
        new Load(LoadSettings.builder().setAllowDuplicateKeys(false).build())
            .loadFromString(plan.toString());
    return new ObjectMapper().writeValueAsString(read);
  }

  private static Schema schema() {
    try (InputStream stream = Plan.class.getResourceAsStream("shelf-twin.schema.json")) {
      return SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
          .getSchema(Objects.requireNonNull(stream, "the schema"));
    } catch (IOException failure) {
      throw new UncheckedIOException(failure);
    }
  }
}
