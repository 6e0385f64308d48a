package dev.shelftwin.generate;

import com.palantir.javapoet.ClassName;
import com.palantir.javapoet.CodeBlock;
import com.palantir.javapoet.MethodSpec;
import com.palantir.javapoet.NameAllocator;
import com.palantir.javapoet.ParameterSpec;
import com.palantir.javapoet.ParameterizedTypeName;
import com.palantir.javapoet.TypeName;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.Hop;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.runtime.Elements;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import javax.lang.model.element.Modifier;

/** Writes the methods of one hop: for one object, for a list, and for updates. */
final class HopMethods {

  private final ConceptLedger concept;
  private final MapperCalls mappers;
  private final HopLedger ledger;
  private final Hop hop;
  private final NameAllocator names = new NameAllocator();
  private final String source;
  private final String target;

  HopMethods(ConceptLedger concept, MapperCalls mappers, HopLedger ledger) {
    this.concept = concept;
    this.mappers = mappers;
    this.ledger = ledger;
    this.hop = ledger.hop();
    ledger
        .callerParameters()
        .forEach(mapping -> names.newName(field(mapping).name(), field(mapping)));
    this.source = names.newName(source(hop));
    this.target = names.newName(target(hop));
  }

  List<MethodSpec> write() {
    if (hop.changes()) {
      return changing();
    }
    List<MethodSpec> methods = new ArrayList<>();
    HopBody body = body();
    methods.add(one(body));
    if (ledger.callerParameters().isEmpty()) {
      methods.add(list());
    }
    if (ledger.canUpdate()) {
      methods.add(update());
    }
    ResultMethods.add(hop, methods);
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
    boolean updates = ledger.canUpdate() && ledger.versions().isEmpty();
    Creation created = body.create();
    HopWrites writes = body.writes();
    List<CodeBlock> statements =
        updates ? List.of() : ledger.writes().stream().map(writes::write).toList();
    method.addCode(body.opening()).addCode(body.locals());
    if (created.collector().isPresent() || (ledger.canUpdate() && !updates)) {
      method.addCode(body.throwing());
    }
    if (ledger.writes().isEmpty()) {
      return method.addCode(created.returned()).build();
    }
    method.addCode(created.in(target, JavaNames.of(hop.to().shape().type())));
    if (updates) {
      method.addStatement("$L($L)", MapperNames.UPDATE, arguments());
    } else if (ledger.canUpdate()) {
      method.addCode(writes.parts());
    }
    statements.forEach(method::addCode);
    if (!updates
        && ledger.writes().stream().anyMatch(mapping -> ledger.adder(field(mapping)).isPresent())) {
      method.addCode(body.throwing());
    }
    return method.addStatement("return $L", target).build();
  }

  /** A row is updated in place; for a domain object a new one is created. */
  private List<MethodSpec> changing() {
    HopBody body = body();
    boolean inPlace = ledger.canUpdate();
    MethodSpec.Builder method =
        MethodSpec.methodBuilder(MapperNames.UPDATE)
            .addModifiers(Modifier.PUBLIC)
            .addJavadoc(
                inPlace
                    ? "Updates a row with the fields that are set in the request; other fields keep their values."
                        + (ledger.versions().isEmpty()
                            ? ""
                            : "\nA row of another version is refused.")
                    : "Returns a copy with the fields set in the request; other fields keep their values.")
            .addParameter(JavaNames.of(hop.to().shape().type()), target)
            .addParameter(JavaNames.of(hop.from().shape().type()), source)
            .addParameters(parameters())
            .addCode(nullChecks(List.of(target, source)));
    Optional<Creation> created = inPlace ? Optional.empty() : Optional.of(body.create());
    String result = inPlace ? target : names.newName("changed");
    HopWrites writes = body.writes();
    CodeBlock comparisons = writes.comparisons();
    List<CodeBlock> statements =
        ledger.updates().stream().map(mapping -> writes.change(mapping, result)).toList();
    method.addCode(body.opening()).addCode(body.locals());
    if (created.isEmpty()) {
      method.addCode(comparisons).addCode(body.throwing()).addCode(writes.parts());
      statements.forEach(method::addCode);
    } else {
      TypeName type = JavaNames.of(hop.to().shape().type());
      method.returns(type).addCode(body.throwing());
      if (statements.isEmpty()) {
        method.addCode(created.get().returned());
      } else {
        method.addCode(created.get().in(result, type));
        statements.forEach(method::addCode);
        method.addStatement("return $L", result);
      }
    }
    List<MethodSpec> methods = new ArrayList<>(List.of(method.build()));
    ResultMethods.add(hop, methods);
    methods.addAll(body.helpers());
    return methods;
  }

  private MethodSpec update() {
    HopBody body = body();
    HopWrites writes = body.writes();
    CodeBlock comparisons = writes.comparisons();
    List<CodeBlock> statements = ledger.updates().stream().map(writes::write).toList();
    MethodSpec.Builder method =
        MethodSpec.methodBuilder(MapperNames.UPDATE)
            .addModifiers(Modifier.PUBLIC)
            .addJavadoc(
                "Updates an existing row from $L; fields without a counterpart keep their values.$L",
                hop.inward() ? "a request" : "a domain object",
                ledger.versions().isEmpty() ? "" : "\nA row of another version is refused.")
            .addParameter(JavaNames.of(hop.to().shape().type()), target)
            .addParameter(JavaNames.of(hop.from().shape().type()), source)
            .addParameters(parameters())
            .addCode(nullChecks(List.of(target, source)))
            .addCode(body.opening())
            .addCode(body.locals())
            .addCode(comparisons)
            .addCode(body.throwing())
            .addCode(writes.parts());
    statements.forEach(method::addCode);
    return method.build();
  }

  private MethodSpec list() {
    return list(concept, hop, source);
  }

  /** The method that maps a list. */
  static MethodSpec list(ConceptLedger concept, Hop hop, String source) {
    String one = MapperNames.method(hop.to());
    String many = source + "s";
    ClassName list = ClassName.get(List.class);
    MethodSpec.Builder method =
        MethodSpec.methodBuilder(MapperNames.list(concept, hop))
            .addModifiers(Modifier.PUBLIC)
            .returns(ParameterizedTypeName.get(list, JavaNames.of(hop.to().shape().type())))
            .addParameter(
                ParameterizedTypeName.get(list, JavaNames.of(hop.from().shape().type())), many);
    return hop.from().role() == Role.TRANSFER
        ? method
            .addJavadoc("Maps every element and reports all faults, each with its index.")
            .addStatement("return $T.list($L, this::$L)", Elements.class, many, one)
            .build()
        : method.addStatement("return $L.stream().map(this::$L).toList()", many, one).build();
  }

  private List<ParameterSpec> parameters() {
    return ledger.callerParameters().stream()
        .map(
            mapping ->
                ParameterSpec.builder(
                        JavaNames.of(ledger.slot(field(mapping)).orElseThrow()),
                        names.get(field(mapping)))
                    .build())
        .toList();
  }

  private String arguments() {
    List<String> arguments = new ArrayList<>(List.of(target, source));
    ledger.callerParameters().forEach(mapping -> arguments.add(names.get(field(mapping))));
    return String.join(", ", arguments);
  }

  private CodeBlock nullChecks(List<String> objects) {
    CodeBlock.Builder checks = CodeBlock.builder();
    objects.forEach(
        name -> checks.addStatement("$T.requireNonNull($L, $S)", Objects.class, name, name));
    for (FieldMapping mapping : ledger.callerParameters()) {
      TypeRef slot = ledger.slot(field(mapping)).orElseThrow();
      boolean needed = slot.isOptional() || !hop.to().mayBeMissing(field(mapping));
      if (needed && !slot.isPrimitive()) {
        String name = names.get(field(mapping));
        checks.addStatement("$T.requireNonNull($L, $S)", Objects.class, name, name);
      }
    }
    return checks.build();
  }

  private static Field field(FieldMapping mapping) {
    return mapping.target().orElseThrow();
  }

  /** The name of the parameter that is mapped, after its role. */
  static String source(Hop hop) {
    return variable(hop.from(), hop.changes() ? "change" : "request");
  }

  /** The name of what is made or updated, after its role. */
  static String target(Hop hop) {
    return variable(hop.to(), "view");
  }

  private static String variable(ResolvedShape resolved, String transfer) {
    return switch (resolved.role()) {
      case PERSISTENCE -> "row";
      case TRANSFER -> transfer;
      case DOMAIN -> MapperNames.variable(resolved.shape().type().simpleName());
    };
  }
}
