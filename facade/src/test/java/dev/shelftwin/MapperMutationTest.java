package dev.shelftwin;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.compile.MemoryCompiler;
import dev.shelftwin.compile.UserClassLoader;
import dev.shelftwin.compile.UserCode;
import dev.shelftwin.generate.MapperGenerator;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.LedgerBuilder;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.PlanReader;
import dev.shelftwin.source.CodePaths;
import dev.shelftwin.source.JavaReader;
import dev.shelftwin.trial.Ends;
import dev.shelftwin.trial.Outcome;
import dev.shelftwin.trial.Trial;
import dev.shelftwin.trial.TrialOptions;
import dev.shelftwin.trial.TriedMappers;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassWriter;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.commons.ClassRemapper;
import org.objectweb.asm.commons.SimpleRemapper;

/**
 * Small changes of the generated mappers of the kiln cooperative, one at a time: the trial of the
 * mapper's concept notices each that makes a difference. A build tries every fifth; {@code
 * -Dmutants=all} tries all of them and writes {@code docs/verification.md}.
 */
class MapperMutationTest {

  private static final boolean ALL = System.getProperty("mutants", "").equals("all");
  private static final int EVERY = ALL ? 1 : 5;
  private static final Path PAGE = Path.of("../docs/verification.md");
  private static final String TITLE = "\n# Changed mappers\n";

  private static final TrialOptions OPTIONS =
      new TrialOptions(3, 40, Set.of(), OptionalInt.empty(), false).withThreads(1);

  /** Most changes show at once. */
  private static final TrialOptions FIRST =
      new TrialOptions(3, 40, Set.of(), OptionalInt.of(0), false).withThreads(1);

  /** Changes that make no difference, by an expression for their description. */
  private static final Map<String, String> NO_DIFFERENCE =
      Map.of(
          ".*(UNKNOWN_KIND|no mapper exists for|getClass\\(\\)|is not one of|`\" and \"`).*",
          "the words of a refusal, or a refusal of a kind that a sealed family cannot have",
          ".*elements are left out: .*`\\w+\\.\\w+\\(\\)\\.stream\\(\\)` becomes .*distinct\\(\\).*",
          "no sample has equal objects in one list, because tables often forbid it",
          ".*a missing value is treated otherwise: .*(RowLooku|\"(worked|status)\").*",
          "the source always has the value",
          "(WorkPaymentStoreMapper, .*workedMinutes.*|.*, another text: .*`\"(remarks|worked)\"`.*)",
          "the field has no value that is refused",
          "FiringApiMapper, another text: .*`\"schedule\"`.*",
          "no change request has a refused object in a list");

  @TempDir Path folder;

  /** How many changes of one kind were made and noticed, and those that were not. */
  private static final class Count {
    private int made;
    private int noticed;
  }

  @Test
  void everyChangeOfAMapperIsNoticed() throws IOException {
    Sources.kiln().write(folder);
    Plan plan = PlanReader.read(folder.resolve(Sources.PLAN));
    CodePaths code =
        new CodePaths(
            List.of(),
            List.of(folder.resolve("src/main/java"), folder.resolve("src/test/java")),
            Twins.code().classPath());
    Map<String, Count> counts = new TreeMap<>();
    Map<String, String> unnoticed = new LinkedHashMap<>();
    try (JavaReader reader = new JavaReader(code)) {
      Ledger ledger = LedgerBuilder.build(plan, reader);
      Map<String, String> mappers = new TreeMap<>(MapperGenerator.generate(ledger).texts());
      List<MapperMutants.Mutant> mutants = mutants(mappers);
      Map<String, byte[]> classes = compiled(mappers, mutants, code, plan);
      for (int index = 0; index < mutants.size(); index++) {
        MapperMutants.Mutant mutant = mutants.get(index);
        byte[] bytes = classes.get(numbered(mutant, index));
        if (bytes != null) {
          Map<String, byte[]> changed = new HashMap<>(classes);
          changed.put(mutant.mapper(), named(bytes, numbered(mutant, index), mutant.mapper()));
          Count count = counts.computeIfAbsent(mutant.change(), key -> new Count());
          count.made++;
          try (UserClassLoader loader = new UserClassLoader(changed, code.binaries())) {
            TriedMappers tried = new TriedMappers(mappers.keySet(), Map.of());
            Trial first = new Trial(ledger, reader, loader, Ends.NONE, tried, FIRST);
            Trial trial = new Trial(ledger, reader, loader, Ends.NONE, tried, OPTIONS);
            if (outcomes(first, mutant).anyMatch(Outcome.BROKEN::equals)
                || outcomes(trial, mutant).anyMatch(outcome -> outcome != Outcome.HELD)) {
              count.noticed++;
            } else {
              unnoticed.put(mutant.toString(), reason(mutant));
            }
          }
        }
      }
    }
    if (ALL) {
      writePage(counts, unnoticed);
    }
    assertThat(counts.values().stream().mapToInt(count -> count.made).sum())
        .isGreaterThanOrEqualTo(400);
    assertThat(unnoticed).doesNotContainValue("");
  }

  private static List<MapperMutants.Mutant> mutants(Map<String, String> mappers) {
    List<MapperMutants.Mutant> all = new ArrayList<>();
    mappers.forEach((name, text) -> all.addAll(MapperMutants.of(name, text)));
    List<MapperMutants.Mutant> some = new ArrayList<>();
    for (int index = 0; index < all.size(); index += EVERY) {
      some.add(all.get(index));
    }
    return some;
  }

  /** Everything is compiled at once; changes that do not compile are left out. */
  private static Map<String, byte[]> compiled(
      Map<String, String> mappers, List<MapperMutants.Mutant> mutants, CodePaths code, Plan plan) {
    Map<String, String> sources = new HashMap<>(mappers);
    for (int index = 0; index < mutants.size(); index++) {
      String simple = simpleName(mutants.get(index).mapper());
      sources.put(
          numbered(mutants.get(index), index),
          mutants.get(index).text().replaceAll("\\b" + simple + "\\b", simple + "_" + index));
    }
    List<Path> classPath = new ArrayList<>(code.binaries());
    classPath.add(UserCode.runtime());
    return new MemoryCompiler(classPath, code.sources())
        .compileEach(sources, plan.testClasses())
        .classes();
  }

  private static String simpleName(String mapper) {
    return mapper.substring(mapper.lastIndexOf('.') + 1);
  }

  private static String numbered(MapperMutants.Mutant mutant, int index) {
    return mutant.mapper() + "_" + index;
  }

  /** The class under another name. */
  private static byte[] named(byte[] bytes, String from, String to) {
    ClassWriter writer = new ClassWriter(0);
    SimpleRemapper names =
        new SimpleRemapper(Opcodes.ASM9, Map.of(from.replace('.', '/'), to.replace('.', '/')));
    new ClassReader(bytes).accept(new ClassRemapper(writer, names), 0);
    return writer.toByteArray();
  }

  /** What comes of the routes of a mapper's concept, one after the other. */
  private static Stream<Outcome> outcomes(Trial trial, MapperMutants.Mutant mutant) {
    String mapper = simpleName(mutant.mapper());
    return trial.routes().stream()
        .filter(route -> mapper.matches(route.conceptName() + "(Api|Store)Mapper"))
        .map(route -> trial.run(route).outcome());
  }

  /** Why a change makes no difference; empty if it should have been noticed. */
  private static String reason(MapperMutants.Mutant mutant) {
    return NO_DIFFERENCE.entrySet().stream()
        .filter(entry -> mutant.toString().matches(entry.getKey()))
        .map(Map.Entry::getValue)
        .findFirst()
        .orElse("");
  }

  private static void writePage(Map<String, Count> counts, Map<String, String> unnoticed)
      throws IOException {
    int made = counts.values().stream().mapToInt(count -> count.made).sum();
    int noticed = counts.values().stream().mapToInt(count -> count.noticed).sum();
    StringBuilder page =
        new StringBuilder(
            """

            # Changed mappers

            The generated mappers of the kiln cooperative, each changed at one place in the compiler's tree of it,
            and tried on the routes of its concept with 40 samples. Checks of arguments for null are not changed.
            Written by

                mvn test -pl facade -am -Dtest=MapperMutationTest -Dmutants=all -Dsurefire.failIfNoSpecifiedTests=false

            | change | noticed / made |
            |---|---:|
            """);
    counts.forEach(
        (change, count) ->
            page.append("| %s | %d / %d |\n".formatted(change, count.noticed, count.made)));
    page.append("| **%d kinds** | **%d / %d** |\n".formatted(counts.size(), noticed, made));
    page.append(
        "\nThe others make no difference, or none that samples can show:\n\n| reason | changes |\n|---|---:|\n");
    Map<String, Integer> reasons = new TreeMap<>();
    unnoticed.values().forEach(reason -> reasons.merge(reason, 1, Integer::sum));
    reasons.forEach(
        (reason, count) ->
            page.append(
                "| %s | %d |\n".formatted(reason.isEmpty() ? "**missed**" : reason, count)));
    String before = Files.readString(PAGE);
    int from = before.indexOf(TITLE);
    int to = from < 0 ? -1 : before.indexOf("\n# ", from + 1);
    String rest = to < 0 ? "" : before.substring(to);
    Files.writeString(PAGE, (from < 0 ? before : before.substring(0, from)) + page + rest);
  }
}
