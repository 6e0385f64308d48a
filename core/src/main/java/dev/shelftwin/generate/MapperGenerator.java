package dev.shelftwin.generate;

import com.palantir.javapoet.JavaFile;
import com.palantir.javapoet.MethodSpec;
import com.palantir.javapoet.TypeSpec;
import dev.shelftwin.ledger.Account;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Entry;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.plan.Given;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javax.lang.model.element.Modifier;

/**
 * Writes one mapper for each concept and outer layer. The same ledger gives the same text, byte for
 * byte.
 */
public final class MapperGenerator {

  private final List<SourceFile> files = new ArrayList<>();
  private final List<Generated.Refusal> refusals = new ArrayList<>();

  private MapperGenerator() {}

  /** The mappers of a ledger; what cannot be written is refused, and the others are written. */
  public static Generated generate(Ledger ledger) {
    MapperGenerator generator = new MapperGenerator();
    for (ConceptLedger concept : ledger.concepts()) {
      for (Layer layer : ledger.plan().layers()) {
        generator.add(concept, layer);
      }
    }
    return new Generated(generator.files, generator.refusals);
  }

  private void add(ConceptLedger concept, Layer layer) {
    List<HopLedger> hops =
        concept.hops().stream().filter(hop -> hop.hop().outer().layer().equals(layer)).toList();
    List<Generated.Refusal> refused =
        hops.stream().flatMap(hop -> refusal(concept, layer, hop).stream()).toList();
    refusals.addAll(refused);
    if (!hops.isEmpty() && refused.isEmpty()) {
      files.add(write(concept, layer, hops));
    }
  }

  private static Optional<Generated.Refusal> refusal(
      ConceptLedger concept, Layer layer, HopLedger hop) {
    return reasonNotTo(hop)
        .map(
            reason ->
                new Generated.Refusal(
                    MapperNames.qualifiedName(concept.concept(), layer),
                    hop.hop().toString(),
                    reason));
  }

  private static Optional<String> reasonNotTo(HopLedger hop) {
    if (hop.maker().isEmpty()) {
      return Optional.of("nothing makes " + hop.hop().to().shape());
    }
    return hop.entries().stream()
        .filter(entry -> isInTheWay(hop, entry))
        .map(entry -> entry.target().orElseThrow())
        .findFirst()
        .map(target -> "nothing fills " + hop.hop().to().path(target));
  }

  private static boolean isInTheWay(HopLedger hop, Entry entry) {
    Optional<Field> target = entry.target();
    boolean primitive = target.flatMap(hop::slot).filter(TypeRef::isPrimitive).isPresent();
    boolean wrongLiteral =
        entry.conversion().isEmpty()
            && entry
                .given()
                .filter(given -> given.source() == Given.Source.VALUE)
                .filter(given -> given.literal().isPresent() || primitive)
                .isPresent();
    return wrongLiteral
        || entry.isMismatch()
        || (entry.account() == Account.UNFILLED && target.flatMap(hop::parameter).isPresent());
  }

  private static SourceFile write(ConceptLedger concept, Layer layer, List<HopLedger> hops) {
    String name = MapperNames.simpleName(concept.concept(), layer);
    TypeSpec.Builder type =
        TypeSpec.classBuilder(name)
            .addModifiers(Modifier.PUBLIC, Modifier.FINAL)
            .addJavadoc(
                "Carries $L between the layers $L and $L.$L",
                concept.name(),
                concept.domain().layer().name(),
                layer.name(),
                new LeftAlone(hops).javadoc());
    for (HopLedger hop : hops) {
      for (MethodSpec method : new HopMethods(concept, hop).write()) {
        type.addMethod(method);
      }
    }
    JavaFile file =
        JavaFile.builder(layer.packageName(), type.build())
            .addFileComment(
                "Change the plan and generate again: a file edited by hand is left as it is.")
            .skipJavaLangImports(true)
            .build();
    return new SourceFile(layer.packageName(), name, Fingerprint.sign(file.toString()));
  }
}
