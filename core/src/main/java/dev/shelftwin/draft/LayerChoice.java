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
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shapes;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

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
   * @param chosen the user's choice
   */
  List<DataTypes> fresh(List<LayerPackage> chosen) {
    for (LayerPackage one : chosen) {
      if (!one.isIn(shapes)) {
        throw new InputException(
            Place.in(one.packageName()),
            "This package has no types",
            "correct its name, or say where the code is with --sources or --classes");
      }
    }
    Map<String, List<LayerPackage>> byLayer = new LinkedHashMap<>();
    for (LayerPackage one : chosen) {
      byLayer.computeIfAbsent(name(one, chosen), name -> new ArrayList<>()).add(one);
    }
    return byLayer.values().stream()
        .map(
            packages ->
                new DataTypes(
                    layer(packages, chosen, plan.at()), LayerPackage.anyOf(packages, chosen)))
        .toList();
  }

  /**
   * Types for a plan that has layers.
   *
   * @param chosen the user's choice; the types of all layers if empty
   */
  List<DataTypes> more(List<LayerPackage> chosen) {
    return chosen.isEmpty()
        ? plan.layers().stream().map(layer -> new DataTypes(layer, type -> true)).toList()
        : chosen.stream()
            .map(one -> new DataTypes(layerOf(one), LayerPackage.anyOf(List.of(one), chosen)))
            .toList();
  }

  /**
   * Types for a plan to which layers are added.
   *
   * @param chosen the packages of the new layers, and perhaps others
   */
  List<DataTypes> grown(List<LayerPackage> chosen) {
    List<LayerPackage> added = chosen.stream().filter(one -> !has(plan, one.role())).toList();
    List<DataTypes> all = new ArrayList<>(more(List.of()));
    for (DataTypes types : fresh(added)) {
      Layer layer = types.layer();
      String name = hasLayer(layer.name()) ? layer.role().key() + "-layer" : layer.name();
      Layer grown =
          new Layer(
              name,
              layer.role(),
              layer.packages(),
              layer.rules(),
              layer.defaults(),
              layer.description(),
              plan.layers().get(0).style(),
              layer.at());
      all.add(new DataTypes(grown, types.types()));
    }
    return all.stream().sorted(Comparator.comparing(types -> types.layer().role())).toList();
  }

  private boolean hasLayer(String name) {
    return plan.layers().stream().anyMatch(layer -> layer.name().equals(name));
  }

  static boolean has(Plan plan, Role role) {
    return plan.layers().stream().anyMatch(layer -> layer.role() == role);
  }

  private Layer layerOf(LayerPackage chosen) {
    return plan.layers().stream()
        .filter(
            layer ->
                layer.packages().hasPackage(chosen.packageName())
                    || layer.packages().toString().equals(chosen.packageName()))
        .findFirst()
        .orElseThrow(
            () ->
                new InputException(
                    plan.at(),
                    "The plan has no layer in " + chosen.packageName(),
                    "add it to 'layers', or leave the packages out"));
  }

  /**
   * One layer of a proposed plan.
   *
   * @param packages its packages, of one role
   * @param all the packages of all layers
   */
  static Layer layer(List<LayerPackage> packages, List<LayerPackage> all, Place at) {
    LayerPackage first = packages.get(0);
    List<Text> names =
        packages.stream()
            .map(LayerPackage::packageName)
            .distinct()
            .map(name -> new Text(name, at))
            .toList();
    return new Layer(
        names.size() == 1 ? name(first, all) : first.role().key(),
        first.role(),
        new PackageScope(names, List.of()),
        LayerRules.NONE,
        LayerDefaults.NONE,
        Optional.empty(),
        MapperStyle.USUAL,
        at);
  }

  /** The last part of the package's name if it tells the layer from all others, else its role. */
  private static String name(LayerPackage one, List<LayerPackage> all) {
    return isNamedByPackage(one, all) ? one.lastOfPackage() : one.role().key();
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
