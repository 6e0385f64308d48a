package dev.shelftwin.cli;

import dev.shelftwin.ShelfTwin;
import dev.shelftwin.WhatIf;
import dev.shelftwin.change.ChangePreview;
import dev.shelftwin.ledger.ShapeChange;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.report.FieldImpact;
import dev.shelftwin.report.ImpactJson;
import dev.shelftwin.report.ImpactText;
import dev.shelftwin.rule.LayerUser;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Shows all that belongs to a field, and what a change of it would do. */
@Command(
    name = "impact",
    description =
        "Shows everything that a field touches, what depends on a layer, or what has changed in the"
            + " types since an older state of the code.",
    mixinStandardHelpOptions = true)
final class ImpactCommand implements Callable<Integer> {

  private static final Path PLAN = Path.of("shelf-twin.yaml");

  private final Console console;
  @Spec private @Nullable CommandSpec spec;
  @Mixin private CodePlaces places = new CodePlaces();

  @Parameters(
      paramLabel = "FIELD PLAN",
      arity = "0..2",
      description = {
        "The field, as Concept.field or Type.field; with an option below none.",
        "The plan; shelf-twin.yaml by default."
      })
  private List<String> words = new ArrayList<>();

  @ArgGroup private Subject subject = new Subject();

  @Option(names = "--format", description = "One of ${COMPLETION-CANDIDATES}.")
  private Format format = Format.TEXT;

  /** What is looked at instead of a field. */
  private static final class Subject {

    @Option(
        names = "--layer",
        paramLabel = "LAYER",
        description = "Show what depends on a layer, and would have to change if it were replaced.")
    private @Nullable String layer;

    @Option(
        names = "--since",
        paramLabel = "DIR|JAR",
        description =
            "Show what has changed in the types since an older checkout (the folder that"
                + " corresponds to the plan's), or since a jar was built.")
    private @Nullable Path since;

    @Option(
        names = "--add",
        paramLabel = "'NAME: TYPE'",
        description =
            "Show what it would do to add a field to all types of the concept that is named instead"
                + " of a field; the words are those of descriptions, as in 'load: int'.")
    private @Nullable String add;

    @Option(
        names = "--retype",
        paramLabel = "TYPE",
        description =
            "Show what it would do to give the field this type of the domain, such as"
                + " List<MemberNumber>, in all types of its concept.")
    private @Nullable String retype;

    @Option(
        names = "--rename",
        paramLabel = "NAME",
        description =
            "Show what it would do to give the field this name in the types of its concept that"
                + " have the domain's name for it, and wherever they are used.")
    private @Nullable String rename;

    @Option(
        names = "--remove",
        description = "Show what breaks if the field is removed from all types of its concept.")
    private boolean remove;

    private boolean isChange() {
      return add != null || retype != null || rename != null || remove;
    }
  }

  @Option(
      names = "--in",
      paramLabel = "LAYER|TYPE",
      split = ",",
      description = "With a change: only the types of these layers, or these types.")
  private List<String> in = new ArrayList<>();

  @Option(
      names = "--patch",
      description =
          "With a change: print the edits of the sources as a unified diff, and nothing else.")
  private boolean patch;

  ImpactCommand(Console console) {
    this.console = console;
  }

  /** An option that has no effect would mislead. */
  private void requireEffect() {
    String wrong = "";
    if (subject.isChange() && patch && format == Format.JSON) {
      wrong = "--patch prints a unified diff: leave --format out";
    } else if (!subject.isChange() && (patch || !in.isEmpty())) {
      wrong = "--patch and --in go with --add, --retype, --rename or --remove";
    }
    if (!wrong.isEmpty()) {
      throw new ParameterException(Objects.requireNonNull(spec).commandLine(), wrong);
    }
  }

  @Override
  public Integer call() {
    requireEffect();
    boolean ofField = subject.layer == null && subject.since == null;
    int fields = ofField ? 1 : 0;
    if (words.size() < fields || words.size() > fields + 1) {
      throw new ParameterException(
          Objects.requireNonNull(spec).commandLine(),
          ofField ? "name a field, such as Firing.remarks" : "no field with this option");
    }
    Path plan = words.size() > fields ? Path.of(words.get(fields)) : PLAN;
    try (ShelfTwin twin = places.open(plan, console)) {
      if (subject.isChange()) {
        return preview(
            twin,
            WaitingLine.during(
                console, "trying the change", () -> change(twin.whatIf(), words.get(0))));
      }
      console.out().print(ofField ? ofField(twin, words.get(0)) : ofSubject(twin));
      return ExitCode.DONE;
    }
  }

  private ChangePreview change(WhatIf whatIf, String name) {
    if (subject.add != null) {
      return whatIf.added(name, subject.add, in);
    }
    if (subject.retype != null) {
      return whatIf.retyped(name, subject.retype, in);
    }
    return subject.rename != null
        ? whatIf.renamed(name, subject.rename, in)
        : whatIf.removed(name, in);
  }

  private int preview(ShelfTwin twin, ChangePreview preview) {
    if (patch) {
      console.out().print(PatchText.of(preview.sources()));
      preview.uncompiled().forEach(error -> console.err().println("by hand  " + error));
      preview.sources().byHand().forEach(call -> console.err().println("by hand  " + call));
    } else {
      console
          .out()
          .print(
              format == Format.JSON
                  ? ImpactJson.of(twin.plan().name(), preview)
                  : PreviewText.of(preview, console.style()));
    }
    return preview.breaks() ? ExitCode.FOUND : ExitCode.DONE;
  }

  private String ofField(ShelfTwin twin, String field) {
    FieldImpact known =
        FieldImpact.of(field, twin.ledger(), twin.check().findings(), twin.generate());
    FieldImpact impact =
        known.withCode(
            WaitingLine.during(
                console,
                "searching the code",
                () -> twin.whatIf().uses(known.concept(), known.names())));
    return format == Format.JSON
        ? ImpactJson.of(twin.plan().name(), impact)
        : ImpactText.of(impact, console.style());
  }

  private String ofSubject(ShelfTwin twin) {
    String plan = twin.plan().name();
    if (subject.since != null) {
      List<ShapeChange> changes = twin.changesSince(subject.since);
      return format == Format.JSON
          ? ImpactJson.of(plan, changes)
          : ImpactText.of(changes, console.style());
    }
    String name = Objects.requireNonNull(subject.layer);
    List<LayerUser> users = twin.usersOf(name);
    Layer layer =
        twin.plan().layers().stream().filter(one -> one.name().equals(name)).findFirst().get();
    return format == Format.JSON
        ? ImpactJson.of(plan, layer, users)
        : ImpactText.of(layer, users, console.style());
  }
}
