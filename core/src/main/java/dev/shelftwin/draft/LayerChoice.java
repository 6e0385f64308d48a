package dev.shelftwin.draft;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.LayerDefaults;
import dev.shelftwin.plan.LayerRules;
import dev.shelftwin.plan.MapperStyle;
import dev.shelftwin.plan.PackageScope;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.PlanReader;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Shapes;
import java.util.ArrayList;
import java.util.List;

/** The layers of a proposed plan and their types, as the user chose them or as they are guessed. */
final class LayerChoice {

  private final Plan plan;
  private final Shapes shapes;

  LayerChoice(Plan plan, Shapes shapes) {
    this.plan = plan;
    this.shapes = shapes;
  }

  /**
   * Types for a plan without layers.
   *
   * @param chosen the user's choice; guessed if empty
   */
  List<DataTypes> fresh(List<LayerPackage> chosen) {
    List<LayerPackage> packages = chosen.isEmpty() ? new LayerGuess(shapes).packages() : chosen;
    List<DataTypes> types = new ArrayList<>();
    for (LayerPackage one : packages) {
      if (shapes.namesIn(one.packageName()).isEmpty()) {
        throw new InputException(
            Place.in(one.packageName()),
            "This package has no types",
            "correct its name, or say where the code is with --sources or --classes");
      }
      types.add(new DataTypes(layer(one, packages), one.pattern()));
    }
    return types;
  }

  /**
   * Types for a plan that has layers.
   *
   * @param chosen the user's choice; the types of all layers if empty
   */
  List<DataTypes> more(List<LayerPackage> chosen) {
    return chosen.isEmpty()
        ? plan.layers().stream().map(layer -> new DataTypes(layer, DataTypes.ALL)).toList()
        : chosen.stream().map(one -> new DataTypes(layerOf(one), one.pattern())).toList();
  }

  private Layer layerOf(LayerPackage chosen) {
    return plan.layers().stream()
        .filter(layer -> layer.packages().hasPackage(chosen.packageName()))
        .findFirst()
        .orElseThrow(
            () ->
                new InputException(
                    plan.at(),
                    "The plan has no layer in " + chosen.packageName(),
                    "add it to 'layers', or leave the packages out"));
  }

  private Layer layer(LayerPackage one, List<LayerPackage> all) {
    return new Layer(
        isNamedByPackage(one, all) ? one.lastOfPackage() : one.role().key(),
        one.role(),
        new PackageScope(List.of(new Text(one.packageName(), plan.at())), List.of()),
        LayerRules.NONE,
        LayerDefaults.NONE,
        MapperStyle.USUAL,
        plan.at());
  }

  /** Whether the last part of its package's name tells a layer from all others. */
  private static boolean isNamedByPackage(LayerPackage one, List<LayerPackage> all) {
    boolean oneRole =
        all.stream()
            .filter(other -> other.packageName().equals(one.packageName()))
            .allMatch(other -> other.role() == one.role());
    long packages =
        all.stream()
            .filter(other -> other.lastOfPackage().equals(one.lastOfPackage()))
            .map(LayerPackage::packageName)
            .distinct()
            .count();
    return oneRole && packages == 1 && !PlanReader.isReserved(one.lastOfPackage());
  }
}
