package dev.shelftwin;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.finding.Nearest;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.ShapeChange;
import dev.shelftwin.ledger.ShapeChanges;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.Text;
import dev.shelftwin.rule.LayerUser;
import dev.shelftwin.shape.Place;
import dev.shelftwin.source.CodePaths;
import dev.shelftwin.source.JavaReader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** Finds what a change of a layer touches, and what has changed since an older state. */
final class Impacts {

  private final Ledger ledger;
  private final JavaReader reader;
  private final CodePaths code;

  Impacts(Ledger ledger, JavaReader reader, CodePaths code) {
    this.ledger = ledger;
    this.reader = reader;
    this.code = code;
  }

  List<LayerUser> usersOf(Layer layer) {
    if (!reader.dependencies().exist()) {
      throw new InputException(
          layer.at(),
          "what depends on a layer is read from compiled classes, and there are none",
          "build the project first, or name where they are with --classes");
    }
    return LayerUser.of(layer, ledger, reader.packages(), reader.dependencies());
  }

  static Layer layer(Plan plan, String name) {
    List<String> known = plan.layers().stream().map(Layer::name).toList();
    return plan.layers().stream()
        .filter(layer -> layer.name().equals(name))
        .findFirst()
        .orElseThrow(
            () ->
                new InputException(
                    Place.in("--layer " + name),
                    "the plan has no layer " + name,
                    Nearest.remedy(name, known)));
  }

  /** What has changed in the types since an older checkout, or since a jar was built. */
  List<ShapeChange> since(Path older) {
    try (JavaReader before = new JavaReader(before(older))) {
      List<ShapeChange> changes = ShapeChanges.between(ledger, before);
      if (!before.errors().isEmpty()) {
        throw new InputException(before.errors());
      }
      return changes;
    }
  }

  private CodePaths before(Path older) {
    if (Files.isRegularFile(older)) {
      return new CodePaths(List.of(older), List.of(), code.classPath());
    }
    List<Path> sources = below(older, ledger.plan().code().sources());
    List<Path> classes = below(older, ledger.plan().code().classes());
    if (!Files.isDirectory(older) || (sources.isEmpty() && classes.isEmpty())) {
      throw new InputException(
          Place.in("--since " + older),
          "there is no older state of the code: neither a jar nor a folder in which the plan's"
              + " 'code: sources' or 'classes' are",
          "name the folder that corresponds to the plan's, such as that of an older checkout");
    }
    return new CodePaths(classes, sources, code.classPath());
  }

  private static List<Path> below(Path folder, List<Text> planned) {
    List<Path> there = new ArrayList<>();
    for (Text path : planned) {
      Path resolved = folder.resolve(path.value());
      if (Files.exists(resolved)) {
        there.add(resolved);
      }
    }
    return there;
  }
}
