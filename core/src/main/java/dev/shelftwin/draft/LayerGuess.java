package dev.shelftwin.draft;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Guesses the layers from the types and names of packages. */
final class LayerGuess {

  private static final Set<String> DOMAIN = Set.of("business", "core", "domain", "model");
  private static final Set<String> TRANSFER =
      Set.of("api", "client", "contract", "dto", "rest", "transfer", "web", "wire");

  private final Shapes shapes;

  LayerGuess(Shapes shapes) {
    this.shapes = shapes;
  }

  /**
   * The packages of the layers.
   *
   * @throws InputException if fewer than two layers are found
   */
  List<LayerPackage> packages() {
    List<LayerPackage> packages = new ArrayList<>();
    List<String> all = shapes.packages();
    for (String name : all) {
      Role role = role(name);
      if (role != null) {
        packages.add(new LayerPackage(role, name));
      }
    }
    packages.sort(Comparator.comparing(LayerPackage::role));
    if (packages.stream().map(LayerPackage::role).distinct().count() < 2) {
      throw new InputException(
          Place.in("the code"),
          "The layers cannot be guessed from the packages"
              + (all.isEmpty() ? ": there are none" : " " + String.join(", ", all)),
          "name them with --persistence, --domain and --transfer");
    }
    return packages;
  }

  private @Nullable Role role(String packageName) {
    boolean entities =
        shapes.namesIn(packageName).stream()
            .flatMap(name -> shapes.find(packageName + "." + name).stream())
            .anyMatch(Shape::isEntity);
    if (entities) {
      return Role.PERSISTENCE;
    }
    List<String> words = List.of(packageName.split("\\."));
    if (words.stream().anyMatch(TRANSFER::contains)) {
      return Role.TRANSFER;
    }
    return words.stream().anyMatch(DOMAIN::contains) ? Role.DOMAIN : null;
  }
}
