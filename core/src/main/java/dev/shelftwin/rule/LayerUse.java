package dev.shelftwin.rule;

import dev.shelftwin.document.Documents;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.shape.ClassDependencies;
import dev.shelftwin.shape.Shapes;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeSet;

/**
 * A layer that depends on another.
 *
 * @param from the name of the depending layer
 * @param to the name of the other
 * @param classes how many of its classes do
 */
public record LayerUse(String from, String to, int classes) {

  public LayerUse {
    Objects.requireNonNull(from, "from");
    Objects.requireNonNull(to, "to");
  }

  /** All of them, in the order of the plan; none if there are no compiled classes. */
  public static List<LayerUse> of(Ledger ledger, Shapes shapes, ClassDependencies dependencies) {
    RuleContext context = new RuleContext(ledger, shapes, dependencies, Documents.NONE);
    Map<String, Map<String, TreeSet<String>>> uses = new LinkedHashMap<>();
    for (Layer layer : context.plan().layers()) {
      Map<String, TreeSet<String>> used = new LinkedHashMap<>();
      context
          .dependenciesOf(layer)
          .forEach(
              one ->
                  context
                      .layerOf(one.to())
                      .filter(other -> !other.equals(layer))
                      .ifPresent(
                          other ->
                              used.computeIfAbsent(other.name(), name -> new TreeSet<>())
                                  .add(one.from().qualifiedName())));
      uses.put(layer.name(), used);
    }
    return uses.entrySet().stream()
        .flatMap(
            from ->
                from.getValue().entrySet().stream()
                    .map(to -> new LayerUse(from.getKey(), to.getKey(), to.getValue().size())))
        .toList();
  }
}
