package dev.shelftwin.rule;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Reference;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A class that mentions a layer which it must not know: the domain knows no other, those around it
 * know the domain alone. Mappers of the plan may know what they map.
 */
final class LayerBreach {

  private final Stage stage;
  private final List<Layer> layers;
  private final Set<String> mappersPast;
  private final List<Finding> findings = new ArrayList<>();
  private final Set<Text> used = new HashSet<>();

  private LayerBreach(Stage stage) {
    this.stage = stage;
    this.layers = stage.ledger().plan().layers();
    this.mappersPast = mappersPast(stage);
  }

  static List<Finding> check(Stage stage) {
    return new LayerBreach(stage).check();
  }

  private List<Finding> check() {
    for (Layer layer : layers) {
      if (!isShared(layer)) {
        check(layer);
      }
    }
    return findings;
  }

  private void check(Layer layer) {
    for (Reference reference : stage.references().in(layer.packageName())) {
      Optional<Layer> to = layerOf(reference.to());
      boolean own = layerOf(reference.from()).equals(Optional.of(layer));
      if (own && to.isPresent() && !mayKnow(layer, to.get()) && !isExempt(layer, reference)) {
        findings.add(finding(layer, to.get(), reference));
      }
    }
    List<String> unreadable = stage.references().unreadable(layer.packageName());
    unreadable.forEach(file -> unread(layer, file));
    if (stage.references().exist() && unreadable.isEmpty()) {
      layer.knows().entrySet().stream()
          .filter(known -> !used.contains(known.getValue()))
          .forEach(known -> stale(layer, known.getKey(), known.getValue()));
    }
  }

  private boolean mayKnow(Layer from, Layer to) {
    boolean twoLayers = layers.stream().noneMatch(layer -> layer.role() == Role.DOMAIN);
    return from.equals(to)
        || to.role() == Role.DOMAIN
        || isShared(to)
        || (twoLayers && from.role() == Role.TRANSFER && to.role() == Role.PERSISTENCE);
  }

  private boolean isExempt(Layer layer, Reference reference) {
    String to = reference.to().qualifiedName();
    for (Map.Entry<String, Text> known : layer.knows().entrySet()) {
      if (to.equals(known.getKey()) || to.startsWith(known.getKey() + ".")) {
        used.add(known.getValue());
        return true;
      }
    }
    return mappersPast.contains(reference.from().qualifiedName());
  }

  /** Mappers of reads that skip the domain know the store. */
  private static Set<String> mappersPast(Stage stage) {
    Set<String> names = new HashSet<>();
    for (ConceptLedger concept : stage.ledger().concepts()) {
      concept.hops().stream()
          .filter(hop -> hop.hop().isDirect())
          .forEach(
              hop ->
                  names.add(MapperNames.qualifiedName(concept.concept(), hop.hop().to().layer())));
    }
    return names;
  }

  /** The layer whose package a type is in or below, the nearest one. */
  private Optional<Layer> layerOf(TypeRef type) {
    return layers.stream()
        .filter(
            layer ->
                type.packageName().equals(layer.packageName())
                    || type.packageName().startsWith(layer.packageName() + "."))
        .max(Comparator.comparingInt(layer -> layer.packageName().length()));
  }

  /** Of layers in one package no class tells which it belongs to. */
  private boolean isShared(Layer layer) {
    return layers.stream()
        .anyMatch(other -> !other.equals(layer) && other.packageName().equals(layer.packageName()));
  }

  private Finding finding(Layer from, Layer to, Reference reference) {
    String where = reference.member().isEmpty() ? "" : ", in " + member(reference);
    String pair = reference.from() + " -> " + reference.to();
    return new Finding(
        RuleId.LAYER_BREACH,
        from.name(),
        Optional.empty(),
        Optional.of(pair),
        reference.from()
            + " mentions "
            + reference.to().qualifiedName()
            + where
            + ": the layer "
            + from.name()
            + " must not know "
            + to.name(),
        List.of(
            Remedy.advice("hand it what it needs from outside, in types of its own layer"),
            Remedy.advice(
                "or let the layer know it: 'knows: { "
                    + reference.to().qualifiedName()
                    + ": \"why\" }' below "
                    + from.name()
                    + " at line "
                    + from.at().line())),
        stage.references().place(reference));
  }

  private static String member(Reference reference) {
    return switch (reference.member()) {
      case "<init>" -> "its constructor";
      case "<clinit>" -> "its constants";
      default -> reference.member();
    };
  }

  private void unread(Layer layer, String file) {
    findings.add(
        new Finding(
            RuleId.UNREAD_CODE,
            layer.name(),
            Optional.empty(),
            Optional.empty(),
            file + " cannot be read, so what it mentions is unknown",
            List.of(Remedy.advice("build it again, for Java 26 or one before")),
            layer.at()));
  }

  private void stale(Layer layer, String name, Text reason) {
    findings.add(
        new Finding(
            RuleId.STALE_ROW,
            layer.name(),
            Optional.empty(),
            Optional.empty(),
            "no class of " + layer.name() + " mentions " + name,
            List.of(Remedy.advice("take it out of 'knows'")),
            reason.at()));
  }
}
