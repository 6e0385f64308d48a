package dev.shelftwin.generate;

import com.palantir.javapoet.ClassName;
import com.palantir.javapoet.FieldSpec;
import com.palantir.javapoet.JavaFile;
import com.palantir.javapoet.MethodSpec;
import com.palantir.javapoet.ParameterizedTypeName;
import com.palantir.javapoet.TypeName;
import com.palantir.javapoet.TypeSpec;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.MapperDependency;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.ledger.MapperPlan;
import dev.shelftwin.ledger.Obstacle;
import dev.shelftwin.ledger.StoredRequest;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.MapperStyle;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.function.Function;
import java.util.function.Supplier;
import javax.lang.model.element.Modifier;

/**
 * Writes one mapper for each concept and outer layer. The same ledger always gives the same text,
 * byte for byte.
 */
public final class MapperGenerator {

  private final Ledger ledger;

  private MapperGenerator(Ledger ledger) {
    this.ledger = ledger;
  }

  /** The mappers of a ledger, and the reasons for those that cannot be written. */
  public static Generated generate(Ledger ledger) {
    MapperGenerator generator = new MapperGenerator(ledger);
    List<SourceFile> files = new ArrayList<>();
    List<Generated.Unwritten> unwritten = new ArrayList<>();
    for (MapperPlan mapper : ledger.mappers()) {
      if (mapper.isWritable()) {
        files.add(generator.write(mapper));
      }
      for (Obstacle obstacle : mapper.obstacles()) {
        unwritten.add(
            new Generated.Unwritten(
                mapper.qualifiedName(), obstacle.hop().hop().toString(), obstacle.reason()));
      }
    }
    files.addAll(generator.faults());
    return new Generated(files, unwritten);
  }

  /** A class for each concept whose requests are stored; none if the plan has no faults-of. */
  private List<SourceFile> faults() {
    List<SourceFile> files = new ArrayList<>();
    for (ConceptLedger concept : ledger.concepts()) {
      for (Layer layer : ledger.plan().layers()) {
        List<StoredRequest> requests = ledger.storedRequests(concept, layer);
        if (!requests.isEmpty()) {
          files.add(
              sourceFile(
                  concept.mapperPackage(layer), new FaultsClass(concept, layer).write(requests)));
        }
      }
    }
    return files;
  }

  private SourceFile write(MapperPlan mapper) {
    TypeSpec.Builder type =
        TypeSpec.classBuilder(mapper.simpleName())
            .addModifiers(Modifier.FINAL)
            .addJavadoc(
                "Maps $L between the layers $L and $L.$L",
                mapper.concept().name(),
                mapper.concept().hub().layer().name(),
                mapper.layer().name(),
                new UnmappedFieldsDoc(mapper.hops()).javadoc());
    MapperStyle style = mapper.layer().style();
    if (!style.packagePrivate()) {
      type.addModifiers(Modifier.PUBLIC);
    }
    style.onClass().forEach(name -> type.addAnnotation(ClassName.bestGuess(name.value())));
    OwnConverters converters = new OwnConverters(mapper.hops());
    converters.fields().forEach(type::addField);
    mapper.dependencies().forEach(dependency -> type.addField(field(dependency)));
    if (!mapper.dependencies().isEmpty()) {
      type.addMethod(constructor(mapper.dependencies(), style));
    }
    CodeTables tables =
        new CodeTables(ClassName.get(mapper.packageName(), mapper.simpleName()), mapper.hops());
    MapperCalls calls = new MapperCalls(ledger, mapper.concept(), tables, converters);
    mapper.hops().forEach(hop -> methods(mapper, hop, calls).forEach(type::addMethod));
    tables.methods().forEach(type::addMethod);
    return sourceFile(mapper.packageName(), type.build());
  }

  private static List<MethodSpec> methods(MapperPlan mapper, HopLedger hop, MapperCalls calls) {
    return hop.family().isPresent()
        ? new FamilyMethods(mapper.concept(), calls, hop).write()
        : new HopMethods(mapper.concept(), calls, hop).write();
  }

  private static SourceFile sourceFile(String packageName, TypeSpec type) {
    JavaFile file =
        JavaFile.builder(packageName, type)
            .addFileComment(
                "To change this file, change the plan and generate again. An edited file is not"
                    + " overwritten.")
            .skipJavaLangImports(true)
            .build();
    return new SourceFile(packageName, type.name(), Fingerprint.sign(file.toString()));
  }

  private static FieldSpec field(MapperDependency dependency) {
    return FieldSpec.builder(type(dependency), dependency.name(), Modifier.PRIVATE, Modifier.FINAL)
        .build();
  }

  private static MethodSpec constructor(List<MapperDependency> dependencies, MapperStyle style) {
    MethodSpec.Builder constructor = MethodSpec.constructorBuilder().addModifiers(Modifier.PUBLIC);
    style
        .onConstructor()
        .forEach(name -> constructor.addAnnotation(ClassName.bestGuess(name.value())));
    for (MapperDependency dependency : dependencies) {
      String name = dependency.name();
      constructor
          .addParameter(type(dependency), name)
          .addStatement("this.$L = $T.requireNonNull($L, $S)", name, Objects.class, name, name);
      if (dependency instanceof MapperDependency.OfFinder finder) {
        constructor.addJavadoc(
            "@param $L returns the row of a key, or null if there is none\n", finder.name());
      }
    }
    return constructor.build();
  }

  private static TypeName type(MapperDependency dependency) {
    if (dependency instanceof MapperDependency.OfFinder finder) {
      return ParameterizedTypeName.get(
          ClassName.get(Function.class),
          JavaNames.of(finder.operation().key().boxed()),
          JavaNames.of(finder.operation().row()));
    }
    if (dependency instanceof MapperDependency.OfSupplier supplier) {
      return ParameterizedTypeName.get(
          ClassName.get(Supplier.class), JavaNames.of(supplier.type()));
    }
    MapperDependency.OfMapper mapper = (MapperDependency.OfMapper) dependency;
    return ClassName.get(
        mapper.concept().mapperPackage(mapper.layer()),
        MapperNames.simpleName(mapper.concept(), mapper.layer()));
  }
}
