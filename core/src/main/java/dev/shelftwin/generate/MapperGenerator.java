package dev.shelftwin.generate;

import com.palantir.javapoet.ClassName;
import com.palantir.javapoet.FieldSpec;
import com.palantir.javapoet.JavaFile;
import com.palantir.javapoet.MethodSpec;
import com.palantir.javapoet.ParameterizedTypeName;
import com.palantir.javapoet.TypeName;
import com.palantir.javapoet.TypeSpec;
import dev.shelftwin.convert.Form;
import dev.shelftwin.ledger.Account;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Dependency;
import dev.shelftwin.ledger.Entry;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.plan.Given;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.MapperStyle;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import javax.lang.model.element.Modifier;

/**
 * Writes one mapper for each concept and outer layer. The same ledger gives the same text, byte for
 * byte.
 */
public final class MapperGenerator {

  private final List<SourceFile> files = new ArrayList<>();
  private final List<Generated.Refusal> refusals = new ArrayList<>();

  private final Ledger ledger;

  private MapperGenerator(Ledger ledger) {
    this.ledger = ledger;
  }

  /** The mappers of a ledger; what cannot be written is refused, and the others are written. */
  public static Generated generate(Ledger ledger) {
    return new MapperGenerator(ledger).generate();
  }

  private Generated generate() {
    List<Mapper> mappers = new ArrayList<>();
    for (ConceptLedger concept : ledger.concepts()) {
      for (Layer layer : ledger.plan().layers()) {
        Mapper mapper = new Mapper(ledger, concept, layer);
        if (!mapper.hops().isEmpty()) {
          mappers.add(mapper);
        }
      }
    }
    for (Mapper mapper : mappers) {
      mapper.hops().stream()
          .flatMap(hop -> reasonNotTo(hop).map(reason -> mapper.refusal(hop, reason)).stream())
          .forEach(refusals::add);
    }
    refuseThoseThatNeedRefused(mappers);
    mappers.stream()
        .filter(mapper -> !isRefused(mapper))
        .forEach(mapper -> files.add(write(mapper)));
    return new Generated(files, refusals);
  }

  /** A mapper cannot do without those it is handed, and two cannot be handed each other. */
  private void refuseThoseThatNeedRefused(List<Mapper> mappers) {
    Set<String> ready = new HashSet<>();
    boolean more = true;
    while (more) {
      more = false;
      for (Mapper mapper : mappers) {
        if (!isRefused(mapper) && ready.containsAll(mapper.needs())) {
          more |= ready.add(mapper.name());
        }
      }
    }
    for (Mapper mapper : mappers) {
      if (!isRefused(mapper) && !ready.contains(mapper.name())) {
        String missing =
            mapper.needs().stream()
                .filter(name -> !ready.contains(name))
                .collect(Collectors.joining(", "));
        refusals.add(
            mapper.refusal(mapper.hops().get(0), "it needs " + missing + ", which is not written"));
      }
    }
  }

  private boolean isRefused(Mapper mapper) {
    return refusals.stream().anyMatch(refusal -> refusal.mapper().equals(mapper.name()));
  }

  private Optional<String> reasonNotTo(HopLedger hop) {
    if (hop.maker().isEmpty() && hop.family().isEmpty()) {
      return Optional.of("nothing makes " + hop.hop().to().shape());
    }
    if (!hop.rivals().isEmpty()) {
      return Optional.of("several methods could make " + hop.hop().to().shape());
    }
    Optional<String> asking =
        hop.forms()
            .filter(Form.Mapped.class::isInstance)
            .map(Form.Mapped.class::cast)
            .filter(this::asksItsCaller)
            .map(Form.Mapped::concept)
            .findFirst();
    if (asking.isPresent()) {
      return Optional.of("the mapper of " + asking.get() + " asks its caller for more");
    }
    return hop.entries().stream()
        .filter(entry -> isInTheWay(hop, entry))
        .map(entry -> entry.target().orElseThrow())
        .findFirst()
        .map(target -> "nothing fills " + hop.hop().to().path(target));
  }

  private boolean asksItsCaller(Form.Mapped mapped) {
    return ledger.concept(mapped.concept()).stream()
        .flatMap(concept -> concept.hop(mapped.from(), mapped.to()).stream())
        .flatMap(hop -> hop.entries().stream())
        .flatMap(entry -> entry.given().stream())
        .anyMatch(given -> given.source() == Given.Source.CALLER);
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
    boolean unfilledPart =
        entry.account() == Account.UNFILLED
            && target.filter(field -> field.name().contains(".")).isPresent();
    return wrongLiteral
        || unfilledPart
        || entry.isMismatch()
        || (entry.account() == Account.UNFILLED
            && target
                .flatMap(hop::parameter)
                .filter(parameter -> !hop.maker().orElseThrow().canDoWithout(parameter))
                .isPresent());
  }

  private SourceFile write(Mapper mapper) {
    ConceptLedger concept = mapper.concept();
    TypeSpec.Builder type =
        TypeSpec.classBuilder(mapper.simpleName())
            .addModifiers(Modifier.PUBLIC, Modifier.FINAL)
            .addJavadoc(
                "Carries $L between the layers $L and $L.$L",
                concept.name(),
                concept.hub().layer().name(),
                mapper.layer().name(),
                new LeftAlone(mapper.hops()).javadoc());
    MapperStyle style = mapper.layer().style();
    style.onClass().forEach(name -> type.addAnnotation(ClassName.bestGuess(name.value())));
    OwnConverters converters = new OwnConverters(mapper.hops());
    converters.fields().forEach(type::addField);
    mapper.dependencies().forEach(dependency -> type.addField(field(dependency)));
    if (!mapper.dependencies().isEmpty()) {
      type.addMethod(constructor(mapper.dependencies(), style));
    }
    CodeTables tables =
        new CodeTables(
            ClassName.get(mapper.layer().mapperPackage(), mapper.simpleName()), mapper.hops());
    NestedMappers nested = new NestedMappers(ledger, concept, tables, converters);
    for (HopLedger hop : mapper.hops()) {
      List<MethodSpec> methods =
          hop.family().isPresent()
              ? new FamilyMethods(nested, hop).write()
              : new HopMethods(concept, nested, hop).write();
      methods.forEach(type::addMethod);
    }
    tables.methods().forEach(type::addMethod);
    JavaFile file =
        JavaFile.builder(mapper.layer().mapperPackage(), type.build())
            .addFileComment(
                "Change the plan and generate again: a file edited by hand is left as it is.")
            .skipJavaLangImports(true)
            .build();
    String text = Fingerprint.sign(file.toString());
    return new SourceFile(mapper.layer().mapperPackage(), mapper.simpleName(), text);
  }

  private static FieldSpec field(Dependency dependency) {
    return FieldSpec.builder(type(dependency), dependency.name(), Modifier.PRIVATE, Modifier.FINAL)
        .build();
  }

  private static MethodSpec constructor(List<Dependency> dependencies, MapperStyle style) {
    MethodSpec.Builder constructor = MethodSpec.constructorBuilder().addModifiers(Modifier.PUBLIC);
    style
        .onConstructor()
        .forEach(name -> constructor.addAnnotation(ClassName.bestGuess(name.value())));
    for (Dependency dependency : dependencies) {
      String name = dependency.name();
      constructor
          .addParameter(type(dependency), name)
          .addStatement("this.$L = $T.requireNonNull($L, $S)", name, Objects.class, name, name);
      if (dependency instanceof Dependency.OfFinder finder) {
        constructor.addJavadoc(
            "@param $L gives the row of a key, or null where there is none\n", finder.name());
      }
    }
    return constructor.build();
  }

  private static TypeName type(Dependency dependency) {
    if (dependency instanceof Dependency.OfFinder finder) {
      return ParameterizedTypeName.get(
          ClassName.get(Function.class),
          JavaNames.of(finder.form().key().boxed()),
          JavaNames.of(finder.form().row()));
    }
    if (dependency instanceof Dependency.OfSupplier supplier) {
      return ParameterizedTypeName.get(
          ClassName.get(Supplier.class), JavaNames.of(supplier.type()));
    }
    Dependency.OfMapper mapper = (Dependency.OfMapper) dependency;
    return ClassName.get(
        mapper.layer().mapperPackage(),
        MapperNames.simpleName(mapper.concept().concept(), mapper.layer()));
  }

  /** A mapper to write. */
  private record Mapper(
      ConceptLedger concept, Layer layer, List<HopLedger> hops, List<Dependency> dependencies) {

    Mapper(Ledger ledger, ConceptLedger concept, Layer layer) {
      this(
          concept,
          layer,
          concept.hops().stream().filter(hop -> hop.hop().outer().layer().equals(layer)).toList(),
          Dependency.of(ledger, concept, layer));
    }

    String simpleName() {
      return MapperNames.simpleName(concept.concept(), layer);
    }

    String name() {
      return MapperNames.qualifiedName(concept.concept(), layer);
    }

    /** The names of the mappers that it is handed. */
    List<String> needs() {
      return dependencies.stream()
          .filter(Dependency.OfMapper.class::isInstance)
          .map(Dependency.OfMapper.class::cast)
          .map(needed -> MapperNames.qualifiedName(needed.concept().concept(), needed.layer()))
          .toList();
    }

    Generated.Refusal refusal(HopLedger hop, String reason) {
      return new Generated.Refusal(name(), hop.hop().toString(), reason);
    }
  }
}
