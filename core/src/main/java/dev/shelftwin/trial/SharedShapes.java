package dev.shelftwin.trial;

import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Shapes that several threads may use. */
final class SharedShapes implements Shapes {

  private final Shapes shapes;
  private final Map<String, Optional<Shape>> known = new HashMap<>();

  SharedShapes(Shapes shapes) {
    this.shapes = shapes;
  }

  @Override
  public synchronized Optional<Shape> find(String fullName) {
    return known.computeIfAbsent(fullName, shapes::find);
  }

  @Override
  public synchronized List<String> namesIn(String packageName) {
    return shapes.namesIn(packageName);
  }

  @Override
  public synchronized List<String> nestedIn(String qualifiedName) {
    return shapes.nestedIn(qualifiedName);
  }

  @Override
  public synchronized List<String> packages() {
    return shapes.packages();
  }
}
