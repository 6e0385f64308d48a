package dev.shelftwin.generate;

import com.palantir.javapoet.ClassName;
import com.palantir.javapoet.CodeBlock;
import com.palantir.javapoet.MethodSpec;
import com.palantir.javapoet.NameAllocator;
import com.palantir.javapoet.ParameterSpec;
import com.palantir.javapoet.ParameterizedTypeName;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Entry;
import dev.shelftwin.ledger.Hop;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.plan.Given;
import dev.shelftwin.runtime.Each;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import javax.lang.model.element.Modifier;

/** Writes the methods of one hop: for one object, for a list, and for an update in place. */
final class HopMethods {

  private final ConceptLedger concept;
  private final NestedMappers mappers;
  private final HopLedger ledger;
  private final Hop hop;
  private final NameAllocator names = new NameAllocator();
  private final String source;
  private final String target;

  HopMethods(ConceptLedger concept, NestedMappers mappers, HopLedger ledger) {
    this.concept = concept;
    this.mappers = mappers;
    this.ledger = ledger;
    this.hop = ledger.hop();
    given().forEach(entry -> names.newName(field(entry).name(), field(entry)));
    this.source = names.newName(variable(hop.from()));
    this.target = names.newName(variable(hop.to()));
  }

  List<MethodSpec> write() {
    if (hop.changes()) {
      return changing();
    }
    List<MethodSpec> methods = new ArrayList<>();
    HopBody body = body();
    methods.add(one(body));
    if (given().isEmpty()) {
      methods.add(list());
    }
    if (ledger.canUpdate()) {
      methods.add(update());
    }
    methods.addAll(body.helpers());
    return methods;
  }

  private HopBody body() {
    return new HopBody(concept, mappers, ledger, names.clone(), source, target);
  }

  private MethodSpec one(HopBody body) {
    MethodSpec.Builder method =
        MethodSpec.methodBuilder(MapperNames.method(hop.to()))
            .addModifiers(Modifier.PUBLIC)
            .returns(JavaNames.of(hop.to().shape().type()))
            .addParameter(JavaNames.of(hop.from().shape().type()), source)
            .addParameters(parameters())
            .addCode(nullChecks(List.of(source)));
    boolean updates = ledger.canUpdate();
    CodeBlock made = body.make();
    List<CodeBlock> statements =
        updates ? List.of() : ledger.writes().stream().map(body.writes()::write).toList();
    method.addCode(body.opening()).addCode(body.locals());
    if (ledger.writes().isEmpty()) {
      return method.addStatement("return $L", made).build();
    }
    method.addStatement("$T $L = $L", JavaNames.of(hop.to().shape().type()), target, made);
    if (updates) {
      method.addStatement("$L($L)", MapperNames.UPDATE, arguments());
    }
    statements.forEach(method::addCode);
    if (!updates
        && ledger.writes().stream().anyMatch(entry -> ledger.adder(field(entry)).isPresent())) {
      method.addCode(body.settling());
    }
    return method.addStatement("return $L", target).build();
  }

  /** A row is changed itself; of a domain object another one is made. */
  private List<MethodSpec> changing() {
    HopBody body = body();
    boolean inPlace = ledger.canUpdate();
    MethodSpec.Builder method =
        MethodSpec.methodBuilder(MapperNames.UPDATE)
            .addModifiers(Modifier.PUBLIC)
            .addJavadoc(
                inPlace
                    ? "Writes what a request mentions over a row; the rest of the row stays."
                    : "The same with what a request mentions; the rest stays as it is.")
            .addParameter(JavaNames.of(hop.to().shape().type()), target)
            .addParameter(JavaNames.of(hop.from().shape().type()), source)
            .addParameters(parameters())
            .addCode(nullChecks(List.of(target, source)));
    CodeBlock made = inPlace ? CodeBlock.of("") : body.make();
    String result = inPlace ? target : names.newName("changed");
    HopWrites writes = body.writes();
    List<CodeBlock> statements =
        ledger.writes().stream().map(entry -> writes.change(entry, result)).toList();
    method.addCode(body.opening()).addCode(body.locals());
    if (inPlace) {
      method.addCode(body.settling()).addCode(writes.parts());
      statements.forEach(method::addCode);
    } else {
      method.returns(JavaNames.of(hop.to().shape().type()));
      if (statements.isEmpty()) {
        method.addStatement("return $L", made);
      } else {
        method.addStatement("$T $L = $L", JavaNames.of(hop.to().shape().type()), result, made);
        statements.forEach(method::addCode);
        method.addStatement("return $L", result);
      }
    }
    List<MethodSpec> methods = new ArrayList<>(List.of(method.build()));
    methods.addAll(body.helpers());
    return methods;
  }

  private MethodSpec update() {
    HopBody body = body();
    HopWrites writes = body.writes();
    List<CodeBlock> statements = ledger.writes().stream().map(writes::write).toList();
    MethodSpec.Builder method =
        MethodSpec.methodBuilder(MapperNames.UPDATE)
            .addModifiers(Modifier.PUBLIC)
            .addJavadoc(
                "Writes what $L knows over a row; the rest of the row stays.",
                hop.inward() ? "a request" : "the domain")
            .addParameter(JavaNames.of(hop.to().shape().type()), target)
            .addParameter(JavaNames.of(hop.from().shape().type()), source)
            .addParameters(parameters())
            .addCode(nullChecks(List.of(target, source)))
            .addCode(body.opening())
            .addCode(body.locals())
            .addCode(body.settling())
            .addCode(writes.parts());
    statements.forEach(method::addCode);
    return method.build();
  }

  private MethodSpec list() {
    return list(hop, source);
  }

  /** The method that carries a list. */
  static MethodSpec list(Hop hop, String source) {
    String one = MapperNames.method(hop.to());
    String many = source + "s";
    ClassName list = ClassName.get(List.class);
    MethodSpec.Builder method =
        MethodSpec.methodBuilder(one + (hop.isDirect() ? "ListFromRows" : "List"))
            .addModifiers(Modifier.PUBLIC)
            .returns(ParameterizedTypeName.get(list, JavaNames.of(hop.to().shape().type())))
            .addParameter(
                ParameterizedTypeName.get(list, JavaNames.of(hop.from().shape().type())), many);
    return hop.from().role() == Role.TRANSFER
        ? method
            .addJavadoc("Tells the faults of all of them at once, each with the place in the list.")
            .addStatement("return $T.list($L, this::$L)", Each.class, many, one)
            .build()
        : method.addStatement("return $L.stream().map(this::$L).toList()", many, one).build();
  }

  /** Entries whose value is a parameter of the method. */
  private List<Entry> given() {
    return ledger.entries().stream()
        .filter(
            entry -> entry.given().filter(from -> from.source() == Given.Source.CALLER).isPresent())
        .toList();
  }

  private List<ParameterSpec> parameters() {
    return given().stream()
        .map(
            entry ->
                ParameterSpec.builder(
                        JavaNames.of(ledger.slot(field(entry)).orElseThrow()),
                        names.get(field(entry)))
                    .build())
        .toList();
  }

  private String arguments() {
    List<String> arguments = new ArrayList<>(List.of(target, source));
    given().forEach(entry -> arguments.add(names.get(field(entry))));
    return String.join(", ", arguments);
  }

  private CodeBlock nullChecks(List<String> objects) {
    CodeBlock.Builder checks = CodeBlock.builder();
    objects.forEach(
        name -> checks.addStatement("$T.requireNonNull($L, $S)", Objects.class, name, name));
    for (Entry entry : given()) {
      TypeRef slot = ledger.slot(field(entry)).orElseThrow();
      boolean needed = slot.isOptional() || !hop.to().mayBeMissing(field(entry));
      if (needed && !slot.isPrimitive()) {
        String name = names.get(field(entry));
        checks.addStatement("$T.requireNonNull($L, $S)", Objects.class, name, name);
      }
    }
    return checks.build();
  }

  private static Field field(Entry entry) {
    return entry.target().orElseThrow();
  }

  static String variable(Station station) {
    return switch (station.role()) {
      case PERSISTENCE -> "row";
      case TRANSFER ->
          switch (station.use().direction()) {
            case CHANGE -> "change";
            case OUT -> "view";
            case IN, BOTH -> "request";
          };
      case DOMAIN -> MapperNames.variable(station.shape().type().simpleName());
    };
  }
}
