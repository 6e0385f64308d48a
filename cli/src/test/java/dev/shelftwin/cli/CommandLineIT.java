package dev.shelftwin.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import jakarta.persistence.Entity;
import jakarta.validation.constraints.Size;
import java.io.BufferedReader;
import java.io.File;
import java.io.IOException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The contracts of the command line, held by the packaged program in a process of its own. */
@Execution(ExecutionMode.CONCURRENT)
class CommandLineIT {

  private static final Path JAR = PackagedProgram.JAR;

  @TempDir Path folder;
  private Path clean;
  private Path flawed;

  @BeforeEach
  void writeExamples() {
    clean = KilnExample.write(folder.resolve("clean"), List.of());
    flawed = KilnExample.write(folder.resolve("flawed"), Flaw.ALL);
  }

  @Test
  void theLedgerIsATableThatFitsATerminal() throws Exception {
    Result result = run("ledger", clean.toString());
    assertThat(result.code()).isZero();
    assertThat(result.err()).isEmpty();
    assertThat(result.out())
        .contains("model: Firing", "chargeCurrency  String", "→ split", "by the caller");
    assertThat(result.out()).doesNotContain("\u001b");
    assertThat(result.out().lines()).allMatch(line -> line.length() <= 120);
  }

  @Test
  void theLedgerIsOneJsonDocument() throws Exception {
    JsonNode ledger = json(run("ledger", "--format", "json", clean.toString()), 0);
    assertThat(names(ledger)).containsExactly("plan", "concepts");
    assertThat(ledger.get("plan").asText()).isEqualTo("kiln-cooperative");
    JsonNode firing = ledger.get("concepts").get(3);
    assertThat(names(firing)).containsExactly("name", "hops");
    assertThat(names(firing.get("hops").get(0))).containsExactly("from", "to", "entries");
    JsonNode entry = firing.get("hops").get(0).get("entries").get(0);
    assertThat(names(entry)).containsExactly("sources", "target", "account", "loss", "reason");
    assertThat(entries(firing))
        .contains(
            "Firing->FiringView [\"peak\"] \"peakCelsius\" \"carried\" [] null",
            "Firing->FiringRow [] \"version\" \"stays\" [] \"optimistic lock\"",
            "FiringRow->Firing [\"kiln\"] \"kiln\" \"converted\" [] null",
            "BookFiring->Firing [] \"status\" \"given\" [] \"PLANNED\"",
            "Firing->FiringCard [\"duration\"] null \"derived\" [] \"from started to ended\"");
  }

  @Test
  void aDraftIsWrittenOnceAndThenExtended() throws Exception {
    Files.delete(clean);
    Result drafted = run("draft", clean.toString());
    assertThat(drafted.code()).as(drafted.err()).isZero();
    assertThat(drafted.out()).startsWith("written  ").contains("reasons to write instead of '?'");
    Result owed = run("check", clean.toString());
    assertThat(owed.code()).isEqualTo(1);
    assertThat(owed.out()).contains("error  open-question");
    assertThat(owed.out())
        .as("nothing has a name like parts_percent: a question, which the row of it asks")
        .contains("The row of parts_percent has no reason yet.")
        .doesNotContain("error  unfilled-field");
    String text = Files.readString(clean);
    Result again = run("draft", clean.toString());
    assertThat(again.out()).contains("it was not changed");
    assertThat(clean).hasContent(text);
    Result nowhere = run("draft", "--domain", "no.such", folder.resolve("new.yaml").toString());
    assertThat(nowhere.code()).isEqualTo(2);
    assertThat(nowhere.out()).isEmpty();
  }

  @Test
  void checkReportsFindingsOnlyForTheFlawedExample() throws Exception {
    Result silent = run("check", clean.toString());
    assertThat(silent.code()).isZero();
    assertThat(silent.out()).isEqualTo("Nothing found: every field is accounted for.\n");
    Result told = run("check", flawed.toString());
    assertThat(told.code()).isEqualTo(1);
    assertThat(told.err().strip()).isEqualTo(CheckCommand.UNCOMPILED);
    assertThat(told.out())
        .contains("error  lost-field  Member  MemberRow->Member")
        .contains("MemberRow.java:38:18\n  38 |   private String emergencyContact;\n")
        .contains("- { store: emergencyContact, stays: \"why it is not mapped\" }")
        .endsWith("2 errors, 0 warnings\n");
  }

  @Test
  void findingsAreOneJsonDocument() throws Exception {
    JsonNode check = json(run("check", "--format", "json", flawed.toString()), 1);
    assertThat(names(check)).containsExactly("plan", "findings", "errors", "warnings");
    assertThat(check.get("errors").asInt()).isEqualTo(2);
    JsonNode lost = check.get("findings").get(0);
    assertThat(names(lost))
        .containsExactly(
            "rule", "severity", "concept", "hop", "field", "message", "remedies", "at");
    assertThat(lost.get("rule").asText()).isEqualTo("lost-field");
    assertThat(lost.get("severity").asText()).isEqualTo("error");
    assertThat(lost.get("hop").asText()).isEqualTo("MemberRow->Member");
    assertThat(lost.get("field").asText()).isEqualTo("MemberRow.emergencyContact");
    assertThat(names(lost.get("at"))).containsExactly("file", "line", "column");
    assertThat(lost.get("at").get("line").asInt()).isEqualTo(38);
  }

  @Test
  void theThresholdDecidesTheExitCode() throws Exception {
    String plan = Files.readString(clean);
    Files.writeString(
        clean, plan.replace("    omits:\n", "      - { BookFiring: kiln }\n    omits:\n"));
    assertThat(run("check", clean.toString()).code()).isEqualTo(1);
    Files.writeString(
        clean,
        plan.replace(
            "- { model: email, store: emailAddress }",
            "- { model: email, store: emailAddress }\n      - { model: givenName }"));
    Result stale = run("check", clean.toString());
    assertThat(stale.code()).isEqualTo(1);
    assertThat(stale.out()).contains("warning  stale-row").endsWith("0 errors, 1 warning\n");
    assertThat(run("check", "--threshold", "error", clean.toString()).code()).isZero();
  }

  @Test
  void aShellCompletesCommandsAndOptions() throws Exception {
    Path script = folder.resolve("completion");
    Files.writeString(script, run("completion").out());
    String asked =
        "source '%s'; COMP_WORDS=(shelf-twin check --form); COMP_CWORD=2; _complete_shelf-twin;"
            + " echo \"${COMPREPLY[@]}\"";
    Process bash = new ProcessBuilder("bash", "-c", asked.formatted(script)).start();
    assertThat(new String(bash.getInputStream().readAllBytes(), StandardCharsets.UTF_8).strip())
        .isEqualTo("--format");
  }

  @Test
  void anOldProjectBeginsAtTodaysFindings() throws Exception {
    assertThat(run("check", "--since-baseline", flawed.toString()).err())
        .contains("there is no baseline yet", "check --save-baseline");
    Result saved = run("check", "--save-baseline", flawed.toString());
    assertThat(saved.code()).isZero();
    assertThat(saved.out()).startsWith("2 findings kept in").contains("shelf-twin.baseline.json");
    Path member = flawed.resolveSibling("src/main/java/coop/kiln/store/MemberRow.java");
    Files.writeString(member, "\n\n" + Files.readString(member));
    Result known = run("check", "--since-baseline", flawed.toString());
    assertThat(known.code()).isZero();
    assertThat(known.out()).isEqualTo("Nothing else found; 2 known by the baseline\n");
    String plan = Files.readString(flawed);
    Files.writeString(flawed, plan.replaceFirst("      - \\{ api: pin, is: secret, .*\n", ""));
    Result fresh = run("check", "--since-baseline", flawed.toString());
    assertThat(fresh.code()).isEqualTo(1);
    assertThat(fresh.out())
        .startsWith("error  lost-field  Member  RegisterMember->Member")
        .contains("RegisterMember.pin has no counterpart in Member")
        .endsWith("1 error, 0 warnings; 2 known by the baseline\n");
    Result comment = run("check", "--since-baseline", "--format", "markdown", flawed.toString());
    assertThat(comment.code()).isEqualTo(1);
    assertThat(comment.out())
        .contains("1 error, 0 warnings; 2 known by the baseline", "- **error** `lost-field`");
    JsonNode sarif =
        json(run("check", "--since-baseline", "--format", "sarif", flawed.toString()), 1);
    assertThat(sarif.at("/version").asText()).isEqualTo("2.1.0");
    assertThat(sarif.at("/runs/0/results")).hasSize(1);
    Files.writeString(flawed.resolveSibling("shelf-twin.baseline.json"), "{\n ]");
    assertThat(run("check", "--since-baseline", flawed.toString()).err())
        .contains("shelf-twin.baseline.json:2:", "this is no JSON", "save it again");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "--only Member --rule lost-field | 1 | error  lost-field  Member | 1 not asked for",
        "--only Kiln                     | 0 | Nothing else found        | 2 not asked for",
        "--explain open-write            | 0 | open-write                | the caller may.",
      })
  void aFilteredReportSaysSo(String options, int code, String begin, String end) throws Exception {
    List<String> call = new ArrayList<>(List.of("check"));
    call.addAll(List.of(options.split(" ")));
    call.add(flawed.toString());
    Result part = run(call.toArray(String[]::new));
    assertThat(part.code()).isEqualTo(code);
    assertThat(part.out()).startsWith(begin).endsWith(end + "\n");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "--only Firin    | the plan has no concept 'Firin'  | did you mean 'Firing'?",
        "--rule lost     | there is no rule 'lost'          | did you mean 'lost-field'?",
        "--explain leaks | there is no rule 'leaks'         | leaked-",
      })
  void rejectsUnknownRulesAndConcepts(String options, String message, String remedy)
      throws Exception {
    List<String> call = new ArrayList<>(List.of("check"));
    call.addAll(List.of(options.split(" ")));
    call.add(clean.toString());
    Result wrong = run(call.toArray(String[]::new));
    assertThat(wrong.code()).isEqualTo(2);
    assertThat(wrong.out()).isEmpty();
    assertThat(wrong.err()).contains(message, remedy);
  }

  @Test
  void aTrialIsOneJsonDocument() throws Exception {
    JsonNode trial =
        json(
            run("trial", "--format", "json", "--seed", "5", "--samples", "20", flawed.toString()),
            1);
    assertThat(names(trial)).containsExactly("plan", "seed", "routes", "mappers");
    assertThat(trial.get("seed").asLong()).isEqualTo(5);
    JsonNode route = trial.get("routes").get(0);
    assertThat(names(route))
        .containsExactly(
            "concept",
            "route",
            "samples",
            "refused",
            "refusals",
            "outcome",
            "reason",
            "unexercised",
            "divergences",
            "statements");
    assertThat(route.get("route"))
        .extracting(JsonNode::asText)
        .containsExactly("Member", "MemberRow", "MemberRow@table", "Member");
    assertThat(route.get("outcome").asText()).isEqualTo("broken");
    JsonNode divergence = route.get("divergences").get(0);
    assertThat(names(divergence)).containsExactly("hop", "field", "kind", "before", "after");
    assertThat(divergence.get("hop").asText()).isEqualTo("MemberRow->Member");
    assertThat(divergence.get("field").asText()).isEqualTo("Member.givenName");
    assertThat(divergence.get("kind").asText()).isEqualTo("swapped");
    assertThat(trial.findValues("hop"))
        .extracting(JsonNode::asText)
        .contains("FiringRow->FiringRow@table");
    // The provider itself does not see the validation API, which is on the rows' class path alone.
    String classPath =
        Stream.of(Entity.class, JsonTypeInfo.class, Size.class)
            .map(CommandLineIT::jarOf)
            .collect(Collectors.joining(File.pathSeparator));
    json(
        run(
            "trial",
            "--format",
            "json",
            "--samples",
            "2",
            "--class-path",
            classPath,
            clean.toString()),
        0);
  }

  /**
   * Whatever the users' code does, the other routes are tried, and the JSON document is complete.
   */
  @Test
  void codeThatEndsOrBlocksTheVirtualMachineIsNamed() throws Exception {
    Map<String, String> code = new LinkedHashMap<>();
    code.put("Bowl", "public Bowl { System.out.println(\"{\"); System.out.close(); }");
    code.put("Cup", "public Cup { System.exit(0); }");
    code.put("Jug", "public String name() { while (true) { Thread.onSpinWait(); } }");
    code.put("Pot", "public Pot { Runtime.getRuntime().halt(3); }");
    code.put("Urn", "static { if (true) throw new IllegalStateException(\"cracked\"); }");
    code.put(
        "Vase",
        "public Vase { var all = new java.util.ArrayList<byte[]>();"
            + " while (true) all.add(new byte[50_000_000]); }");
    StringBuilder plan =
        new StringBuilder(
            """
            shelf-twin: 1
            name: pots
            code: { sources: src }
            layers:
              model: { role: domain, package: coop.kiln.model }
              api: { role: transfer, package: coop.kiln.api }
            concepts:
            """);
    for (Map.Entry<String, String> one : code.entrySet()) {
      String name = one.getKey();
      plan.append("  %s: { model: %s, api: { %sView: in } }\n".formatted(name, name, name));
      write("model/" + name, "public record " + name + "(String name) { " + one.getValue() + " }");
      write("api/" + name + "View", "public record " + name + "View(String name) {}");
    }
    Files.writeString(folder.resolve("shelf-twin.yaml"), plan);
    Result result =
        run("trial", "--in-memory", "--samples", "3", "--time-limit", "5", "--format", "json");
    assertThat(result.code()).isOne();
    JsonNode routes = new ObjectMapper().readTree(result.out()).get("routes");
    assertThat(stream(routes).map(route -> route.get("outcome").asText()))
        .containsExactly("held", "refused", "refused", "refused", "refused", "refused");
    assertThat(stream(routes).map(route -> route.get("reason").asText()).toList().toString())
        .contains(
            "sample 0 ended the Java virtual machine with the exit code 0",
            "sample 0 did not come back within 5 s; it was in coop.kiln.model.Jug.name",
            "sample 0 ended the Java virtual machine with the exit code 3",
            "java.lang.IllegalStateException: cracked");
    assertThat(result.err()).contains("{").doesNotContain("an error of its own");
  }

  @Test
  void aDraftSaysWhatMappersWereObservedToDo() throws Exception {
    write("model/Cup", "public record Cup(String label, int ml, String origin, boolean glazed) {}");
    write("api/CupView", "public record CupView(String text, int size, boolean glazed) {}");
    write(
        "api/Cups",
        """
        import coop.kiln.model.Cup;
        public class Cups {
          static CupView view(Cup cup) { return new CupView(cup.label(), cup.ml(), cup.glazed()); }
          static CupView ends(Cup cup) { System.exit(0); return null; }
        }
        """);
    String[] draft = {
      "draft",
      "--observe",
      "--sources",
      folder.resolve("src").toString(),
      "--domain",
      "coop.kiln.model",
      "--transfer",
      "coop.kiln.api"
    };
    String[] unobserved = Arrays.copyOf(draft, draft.length);
    unobserved[1] = folder.resolve("unobserved.yaml").toString();
    assertThat(run(unobserved).out())
        .contains("2 methods map already; '", " trial --mappers-only ");
    Result result = run(draft);
    assertThat(result.code()).as(result.err()).isZero();
    assertThat(result.out())
        .contains("3 observations of mappers", "1 of 2 mappers could not be observed; '");
    assertThat(folder.resolve("shelf-twin.yaml"))
        .content()
        .contains("- { model: label, api: text }", "- { model: ml, api: size }", "in Cups.view");
    assertThat(run(draft).out()).contains("is complete as far as can be guessed");
  }

  @Test
  void existingMappersAreObservedAndComparedAlthoughOthersEndOrBlock() throws Exception {
    write("model/Bowl", "public record Bowl(String name, int size) {}");
    write("api/BowlView", "public record BowlView(String name, int size) {}");
    write(
        "api/Bowls",
        """
        import coop.kiln.model.Bowl;
        public class Bowls {
          static {
            try {
              ClassLoader.class.getDeclaredMethod("findClass", String.class).setAccessible(true);
            } catch (NoSuchMethodException never) {
              throw new IllegalStateException(never);
            }
          }
          static BowlView right(Bowl bowl) { return new BowlView(bowl.name(), bowl.size()); }
          static BowlView wrong(Bowl bowl) { return new BowlView(bowl.name(), 0); }
          static BowlView ends(Bowl bowl) { System.exit(0); return null; }
          static BowlView blocks(Bowl bowl) { while (true) Thread.onSpinWait(); }
        }
        """);
    Files.writeString(
        folder.resolve("shelf-twin.yaml"),
        """
        shelf-twin: 1
        name: bowls
        code: { sources: src }
        layers:
          model: { role: domain, package: coop.kiln.model }
          api: { role: transfer, package: coop.kiln.api }
        concepts:
          Bowl:
            model: Bowl
            api: { BowlView: out }
            existing-mappers:
              Bowl -> BowlView:
                [coop.kiln.api.Bowls.right, coop.kiln.api.Bowls.wrong, coop.kiln.api.Bowls.ends, coop.kiln.api.Bowls.blocks]
        """);
    Result result =
        run("trial", "--in-memory", "--compare", "--time-limit", "5", "--format", "json");
    assertThat(result.code()).as(result.err()).isOne();
    JsonNode trial = new ObjectMapper().readTree(result.out());
    assertThat(trial.at("/routes/0/outcome").asText()).isEqualTo("held");
    assertThat(stream(trial.get("mappers")).map(one -> one.at("/findings/0/rule").asText()))
        .containsExactly("", "mapper-drops", "mapper-fails", "mapper-fails");
    assertThat(trial.at("/mappers/0/comparison/samples").asInt()).isEqualTo(200);
    assertThat(trial.at("/mappers/0/comparison/differences")).isEmpty();
    assertThat(trial.at("/mappers/1/comparison/differences/0/field").asText()).isEqualTo("size");
    assertThat(trial.at("/mappers/0/flows/0").toString())
        .contains("\"target\":\"name\",\"sources\":[\"name\"],\"account\":\"carried\"");
    assertThat(trial.at("/mappers/2/findings/0/message").asText())
        .contains("ended the Java virtual machine with the exit code 0");
    assertThat(trial.at("/mappers/3/findings/0/message").asText())
        .contains("did not come back within 5 s", "coop.kiln.api.Bowls.blocks");
    Path byHand = Path.of(System.getProperty("shelf-twin.kiln"), "../by-hand/shelf-twin.yaml");
    assertThat(run("ledger", "--observed", byHand.toString()).out())
        .contains("│ familyName │ familyName  carried", "│ givenName  carried ");
  }

  private void write(String name, String type) throws IOException {
    Path file = folder.resolve("src/coop/kiln/" + name + ".java");
    Files.createDirectories(file.getParent());
    String layer = name.substring(0, name.indexOf('/'));
    Files.writeString(file, "package coop.kiln." + layer + ";\n" + type + "\n");
  }

  @Test
  void aTrialInMemoryGoesThroughTheMappersAlone() throws Exception {
    JsonNode trial =
        json(
            run("trial", "--in-memory", "--samples", "20", "--format", "json", clean.toString()),
            0);
    assertThat(trial.get("routes")).hasSize(51);
    assertThat(trial.toString()).doesNotContain("@");
  }

  @Test
  void theLineThatATrialPrintsRepeatsTheSample() throws Exception {
    Result told = run("trial", "--samples", "20", flawed.toString());
    assertThat(told.code()).isEqualTo(1);
    String line =
        told.out().lines().filter(text -> text.contains("repeat it:")).findFirst().orElseThrow();
    String[] words = line.substring(line.indexOf("trial")).strip().split(" ");
    Result again = run(words);
    assertThat(again.code()).isEqualTo(1);
    assertThat(again.out()).contains("Member.givenName on MemberRow->Member", "1 sample");
  }

  /** The library that validates logs, and nobody asked for its log. */
  @Test
  void aDocumentIsValidatedWithoutAWord() throws Exception {
    Files.writeString(
        clean.resolveSibling("api.yaml"),
        """
        openapi: 3.1.0
        components: { schemas: { KilnView: { type: object, required: [code] } } }
        """);
    String plan = Files.readString(clean);
    Files.writeString(
        clean,
        plan.replace("package: coop.kiln.api }", "package: coop.kiln.api, document: api.yaml }"));
    Result tried = run("trial", "--concept", "Kiln", "--samples", "5", clean.toString());
    assertThat(tried.err()).isEmpty();
    assertThat(tried.out()).contains("3 of 3 routes held");
  }

  @Test
  void aPageIsWrittenWholeOrNotAtAll() throws Exception {
    Path page = folder.resolve("kiln.html");
    Result written = run("report", "--to", page.toString(), clean.toString());
    assertThat(written.code()).as(written.err()).isZero();
    assertThat(written.out()).isEqualTo("written  " + page + System.lineSeparator());
    assertThat(page).content().contains("<tr id=\"Firing.remarks\">", "Nothing is wrong.");
    Path nowhere = page.resolve("kiln.html");
    Result refused = run("report", "--to", nowhere.toString(), clean.toString());
    assertThat(refused.code()).isEqualTo(2);
    assertThat(refused.err()).contains(nowhere.toString(), "the page cannot be written here");
    assertThat(refused.out()).isEmpty();
  }

  @Test
  void generatedMappersAreWrittenOnceAndAnEditIsKept() throws Exception {
    Path to = folder.resolve("mappers");
    Result written = run("generate", "--to", to.toString(), clean.toString());
    assertThat(written.code()).isZero();
    assertThat(written.out().lines()).hasSize(34).allMatch(line -> line.startsWith("written  "));
    assertThat(run("generate", "--to", to.toString(), clean.toString()).out().lines())
        .allMatch(line -> line.startsWith("unchanged  "));
    Path mapper = to.resolve("coop/kiln/store/FiringStoreMapper.java");
    String edited = Files.readString(mapper).replace("firing.status()", "(firing.status())");
    Files.writeString(mapper, edited);
    refused(run("generate", "--to", to.toString(), clean.toString()), "was edited", "--to");
    assertThat(mapper).hasContent(edited);
    String plan = Files.readString(clean);
    Files.writeString(clean, plan.replace("mappers: src/main/java", "mappers: ../elsewhere"));
    refused(run("generate", clean.toString()), "neither below the plan's folder", "--to");
    assertThat(clean.resolveSibling("../elsewhere")).doesNotExist();
  }

  @Test
  void theDemoShowsWhatShouldBeNoticed() throws Exception {
    Result demo = run("demo", "--to", folder.resolve("demo").toString());
    assertThat(demo.code()).as(demo.err()).isZero();
    assertThat(demo.out())
        .contains("none lost, none unfilled")
        .contains("60 of 60 routes held")
        .contains("found   by check: lost-field MemberRow.emergencyContact")
        .contains("found   by check: leaked-key FiringView.id")
        .contains("found   by trial: MemberRow->Member Member.givenName")
        .contains("found   by trial: FiringRow->FiringRow@table FiringRow.startedAt")
        .contains("found   mapper-conditional PieceView.note")
        .doesNotContain("missed");
    assertThat(folder.resolve("demo/flawed/shelf-twin.yaml")).exists();
    refused(run("demo", "--to", folder.resolve("demo").toString()), "may have been edited", "--to");
  }

  @Test
  void anInterruptedDemoLeavesNothing() throws Exception {
    Process demo =
        new ProcessBuilder(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-jar",
                JAR.toString(),
                "demo",
                "--to",
                folder.resolve("demo").toString())
            .redirectErrorStream(true)
            .start();
    try (BufferedReader lines = demo.inputReader()) {
      assertThat(lines.lines().filter(line -> line.startsWith("ledger")).findFirst()).isPresent();
      assertThat(folder.resolve("demo")).exists();
      demo.destroy(); // as Ctrl-C and kill do
      assertThat(demo.waitFor(1, TimeUnit.MINUTES)).isTrue();
    }
    assertThat(folder.resolve("demo")).doesNotExist();
  }

  /** What is wrong with a call, a plan or a file, and what standard error must say about it. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          check absent.yaml                     | there is no plan here          | shelf-twin COMMAND PLAN
          check --treshold=error                | --treshold                     | --help
          check --threshold=fatal PLAN          | 'fatal'                        | --help
          chekc PLAN                            | chekc                          | check
          ledger --format=xml PLAN              | 'xml'                          | --help
          trial --samples 0 PLAN                | --samples takes a number       | --help
          trial --concept Fring PLAN            | the plan has no concept Fring  | did you mean 'Firing'?
          trial --mappers-only PLAN             | the plan names no existing mapper | name them in 'existing-mappers'
          trial --compare PLAN                  | the plan names no existing mapper | name them in 'existing-mappers'
          impact Firing.remarks --remove --patch --format json PLAN | prints a unified diff | --help
          impact Firing.remarks --patch PLAN    | go with --add                  | --help
          report --samples 5 PLAN               | --samples takes a number       | --help
          check --class-path nowhere.jar PLAN   | names what is not there: nowhere.jar | build the project first
          check --sources nowhere PLAN          | there is no such source folder | build the project first
          generate --to FILE PLAN               | cannot be written              | --to
          trial --compiled PLAN                 | not among the compiled classes | build the project first
          """)
  void aWrongCallPrintsOnlyToStandardError(String call, String cause, String remedy)
      throws Exception {
    Path file = Files.writeString(folder.resolve("file"), "a file, no folder");
    String[] words =
        Arrays.stream(call.split(" "))
            .map(word -> word.equals("PLAN") ? clean.toString() : word)
            .map(word -> word.equals("FILE") ? file.toString() : word)
            .toArray(String[]::new);
    refused(run(words), cause, remedy);
  }

  @ParameterizedTest
  @ValueSource(strings = {"ledger", "check", "trial"})
  void aBrokenPlanPrintsNothingToStandardOutput(String command) throws Exception {
    Files.writeString(clean, Files.readString(clean) + "  Glaze: [\n");
    refused(run(command, "--format", "json", clean.toString()), "this is no YAML", "correct");
  }

  @Test
  void aNameThatTheCodeLacksIsAFindingOfCheckAndAnErrorElsewhere() throws Exception {
    String plan = Files.readString(clean);
    Files.writeString(clean, plan.replace("store: kiln.code", "store: kiln.cod"));
    Result check = run("check", clean.toString());
    assertThat(check.code()).isEqualTo(1);
    assertThat(check.out()).contains("unknown-name", "did you mean 'kiln.code'?");
    for (String command : List.of("ledger", "generate", "trial")) {
      refused(run(command, clean.toString()), "FiringRow has no field 'kiln.cod'", "kiln.code");
    }
  }

  @Test
  void reportsAJavaWithoutACompiler() throws Exception {
    Result result =
        java(
            "--limit-modules",
            "java.base,java.compiler,java.logging,java.sql,java.desktop,java.management",
            "-jar",
            JAR.toString(),
            "check",
            clean.toString());
    refused(result, "this Java has no compiler", "JDK");
  }

  @Test
  void helpNamesEveryCommandAndWhatTheExitCodesMean() throws Exception {
    Result help = run("--help");
    assertThat(help.code()).isZero();
    assertThat(help.out()).contains("ledger", "check", "generate", "trial", "demo", "70");
    for (String command : List.of("draft", "ledger", "check", "generate", "trial", "demo")) {
      assertThat(run(command, "--help").out()).contains("Usage: shelf-twin " + command);
    }
  }

  private static void refused(Result result, String cause, String remedy) {
    assertThat(result.code()).as(result.toString()).isEqualTo(2);
    assertThat(result.out()).isEmpty();
    assertThat(result.err()).contains(cause).contains(remedy).doesNotContain("\tat ");
  }

  private static JsonNode json(Result result, int code) throws IOException {
    assertThat(result.code()).as(result.err()).isEqualTo(code);
    assertThat(result.err().strip()).isIn("", CheckCommand.UNCOMPILED);
    return new ObjectMapper().readTree(result.out());
  }

  private static List<String> names(JsonNode object) {
    List<String> names = new ArrayList<>();
    object.fieldNames().forEachRemaining(names::add);
    return names;
  }

  private static List<String> entries(JsonNode concept) {
    return stream(concept.get("hops"))
        .flatMap(
            hop ->
                stream(hop.get("entries"))
                    .map(
                        entry ->
                            hop.get("from").asText()
                                + "->"
                                + hop.get("to").asText()
                                + " "
                                + String.join(" ", stream(entry).map(JsonNode::toString).toList())))
        .toList();
  }

  private static Stream<JsonNode> stream(JsonNode array) {
    return StreamSupport.stream(array.spliterator(), false);
  }

  private static String jarOf(Class<?> type) {
    return Path.of(URI.create(type.getProtectionDomain().getCodeSource().getLocation().toString()))
        .toString();
  }

  private Result run(String... arguments) throws Exception {
    List<String> call = PackagedProgram.call();
    call.addAll(List.of(arguments));
    return result(call);
  }

  private Result java(String... arguments) throws Exception {
    List<String> call = new ArrayList<>();
    call.add(Path.of(System.getProperty("java.home"), "bin", "java").toString());
    call.addAll(List.of("-XX:+UseSerialGC", "-XX:TieredStopAtLevel=1"));
    call.addAll(List.of(arguments));
    return result(call);
  }

  private Result result(List<String> call) throws Exception {
    Path out = Files.createTempFile(folder, "out", "");
    Path err = Files.createTempFile(folder, "err", "");
    Process process =
        new ProcessBuilder(call)
            .directory(folder.toFile())
            .redirectOutput(out.toFile())
            .redirectError(err.toFile())
            .start();
    assertThat(process.waitFor(2, TimeUnit.MINUTES)).isTrue();
    return new Result(
        process.exitValue(),
        Files.readString(out, StandardCharsets.UTF_8),
        Files.readString(err, StandardCharsets.UTF_8));
  }

  /** What a process left. */
  private record Result(int code, String out, String err) {}
}
