package dev.shelftwin.rule;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.Signatures;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Reference;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
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
  private final Set<Told> leaked;
  private final List<Finding> findings = new ArrayList<>();

  private LayerBreach(Stage stage) {
    this.stage = stage;
    this.layers = stage.ledger().plan().layers();
    this.mappersPast = mappersPast(stage);
    this.leaked = leaked(stage);
  }

  static List<Finding> check(Stage stage) {
    return new LayerBreach(stage).check();
  }

  private List<Finding> check() {
    for (Layer layer : layers) {
      if (!stage.isShared(layer)) {
        check(layer);
      }
    }
    stage.ledger().plan().signatures().forEach(this::check);
    return findings;
  }

  /** Only what is public of a package around the layers is bound. */
  private void check(Signatures around) {
    for (Reference reference : stage.references().in(around.packageName())) {
      stage
          .layerOf(reference.to())
          .filter(layer -> reference.shown() && !stage.isShared(layer))
          .filter(layer -> !around.mentions().contains(layer.name()))
          .filter(layer -> !Stage.isWithin(reference.from().packageName(), layer.packageName()))
          .ifPresent(layer -> findings.add(finding(around, reference)));
    }
    unread(around.packageName(), around.packageName(), around.at());
  }

  private void check(Layer layer) {
    Set<Told> told = new HashSet<>();
    for (Reference reference : stage.references().in(layer.packageName())) {
      Optional<Layer> to = stage.layerOf(reference.to());
      boolean own = stage.layerOf(reference.from()).equals(Optional.of(layer));
      if (own
          && to.isPresent()
          && !mayKnow(layer, to.get())
          && !isExempt(layer, reference)
          && !isLeak(reference)
          && told.add(new Told(reference.from(), reference.to()))) {
        findings.add(finding(layer, to.get(), reference));
      }
    }
    boolean whole = unread(layer.packageName(), layer.name(), layer.at());
    if (whole) {
      layer.rules().knows().entrySet().stream()
          .filter(known -> !stage.isUsed(known.getValue()))
          .forEach(known -> stale(layer, known.getKey(), known.getValue()));
    }
  }

  private record Told(TypeRef from, TypeRef to) {}

  /** What a field of a mapped type holds of the store is a leak, and told so. */
  private boolean isLeak(Reference reference) {
    return leaked.contains(new Told(reference.from(), reference.to()));
  }

  private static Set<Told> leaked(Stage stage) {
    Set<Told> leaked = new HashSet<>();
    stage.ledger().concepts().stream()
        .flatMap(ConceptLedger::stations)
        .filter(station -> station.role() != Role.PERSISTENCE)
        .forEach(
            station ->
                LeakedType.of(station, stage)
                    .forEach(type -> leaked.add(new Told(outermost(station), type.erased()))));
    return leaked;
  }

  /** Class files tell of nested types by the outermost. */
  private static TypeRef outermost(Station station) {
    TypeRef type = station.shape().type();
    String name = type.name();
    int dot = name.indexOf('.');
    return TypeRef.of(type.packageName(), dot < 0 ? name : name.substring(0, dot));
  }

  private boolean mayKnow(Layer from, Layer to) {
    return from.equals(to)
        || to.role() == Role.DOMAIN
        || stage.isShared(to)
        || (stage.hasNoDomain() && from.role() == Role.TRANSFER && to.role() == Role.PERSISTENCE);
  }

  private boolean isExempt(Layer layer, Reference reference) {
    if (stage.isKnown(layer, reference.to())) {
      return true;
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

  private Finding finding(Signatures around, Reference reference) {
    String where = reference.member().isEmpty() ? "" : ", in " + member(reference);
    return new Finding(
        RuleId.LAYER_BREACH,
        around.packageName(),
        Optional.empty(),
        Optional.of(reference.from() + " -> " + reference.to()),
        reference.from()
            + " shows "
            + reference.to().qualifiedName()
            + where
            + ": public signatures of "
            + around.packageName()
            + " mention "
            + String.join(", ", around.mentions())
            + " only",
        List.of(
            Remedy.advice("take and give types that it may mention"),
            Remedy.advice(
                "or add the layer to '"
                    + around.packageName()
                    + "' below 'signatures' at line "
                    + around.at().line())),
        stage.references().place(reference));
  }

  /** As messages name the part of a class that mentions something. */
  static String member(Reference reference) {
    return switch (reference.member()) {
      case "<init>" -> "its constructor";
      case "<clinit>" -> "its constants";
      default -> reference.member();
    };
  }

  /** Tells what of a package is left out; whether nothing is. */
  private boolean unread(String packageName, String name, Place at) {
    if (!stage.references().exist()) {
      return false;
    }
    List<String> files = stage.references().unreadable(packageName);
    for (String file : files) {
      String message = file + " cannot be read, so what it mentions is unknown";
      findings.add(unread(name, message, "build it again, for Java 26 or one before", at));
    }
    boolean empty = files.isEmpty() && stage.references().in(packageName).isEmpty();
    if (empty) {
      String message =
          "no compiled class is in " + packageName + ", so what they mention is unknown";
      findings.add(unread(name, message, "build the project, or correct the package", at));
    }
    return files.isEmpty() && !empty;
  }

  private static Finding unread(String name, String message, String advice, Place at) {
    return new Finding(
        RuleId.UNREAD_CODE,
        name,
        Optional.empty(),
        Optional.empty(),
        message,
        List.of(Remedy.advice(advice)),
        at);
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
