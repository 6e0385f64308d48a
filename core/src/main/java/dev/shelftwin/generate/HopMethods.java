package dev.shelftwin.generate;

import com.palantir.javapoet.ClassName;
import com.palantir.javapoet.CodeBlock;
import com.palantir.javapoet.MethodSpec;
import com.palantir.javapoet.NameAllocator;
import com.palantir.javapoet.ParameterSpec;
import com.palantir.javapoet.ParameterizedTypeName;
import dev.shelftwin.convert.Conversion;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Entry;
import dev.shelftwin.ledger.Hop;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.plan.Given;
import dev.shelftwin.runtime.Intake;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Callable;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Pattern;
import javax.lang.model.element.Modifier;

/** Writes the methods of one hop: for one object, for a list, and for an update in place. */
final class HopMethods {

  /** Characters of a call that still fit on one line with what stands around it. */
  private static final int LONGEST_CALL = 72;

  private static final Pattern PACKAGE = Pattern.compile("\\b([a-z][a-z0-9_]*\\.)+(?=[A-Z])");

  private final ConceptLedger concept;
  private final HopLedger ledger;
  private final Hop hop;
  private final NameAllocator names = new NameAllocator();
  private final String source;
  private final String target;
  private final String intake;
  private final String each;

  HopMethods(ConceptLedger concept, HopLedger ledger) {
    this.concept = concept;
    this.ledger = ledger;
    this.hop = ledger.hop();
    given().forEach(entry -> names.newName(field(entry).name(), field(entry)));
    this.source = names.newName(variable(hop.from()));
    this.target = names.newName(variable(hop.to()));
    this.intake = names.newName("intake");
    this.each = names.newName("value");
  }

  List<MethodSpec> write() {
    List<MethodSpec> methods = new ArrayList<>();
    methods.add(one());
    if (given().isEmpty() && hop.from().role() != Role.TRANSFER) {
      methods.add(list());
    }
    if (hop.to().role() == Role.PERSISTENCE && !ledger.writes().isEmpty()) {
      methods.add(update());
    }
    return methods;
  }

  private MethodSpec one() {
    MethodSpec.Builder method =
        MethodSpec.methodBuilder(MapperNames.method(hop.to()))
            .addModifiers(Modifier.PUBLIC)
            .returns(JavaNames.of(hop.to().shape().type()))
            .addParameter(JavaNames.of(hop.from().shape().type()), source)
            .addParameters(parameters())
            .addCode(nullChecks(List.of(source)));
    Body body = new Body();
    boolean updates = hop.to().role() == Role.PERSISTENCE && !ledger.writes().isEmpty();
    CodeBlock made = body.make();
    List<CodeBlock> statements =
        updates ? List.of() : ledger.writes().stream().map(body::write).toList();
    method.addCode(body.opening()).addCode(body.locals());
    if (ledger.writes().isEmpty()) {
      return method.addStatement("return $L", made).build();
    }
    method.addStatement("$T $L = $L", JavaNames.of(hop.to().shape().type()), target, made);
    if (updates) {
      method.addStatement("$L($L)", MapperNames.UPDATE, arguments());
    }
    statements.forEach(method::addStatement);
    return method.addStatement("return $L", target).build();
  }

  private MethodSpec update() {
    Body body = new Body();
    List<CodeBlock> statements = ledger.writes().stream().map(body::write).toList();
    MethodSpec.Builder method =
        MethodSpec.methodBuilder(MapperNames.UPDATE)
            .addModifiers(Modifier.PUBLIC)
            .addJavadoc("Writes what the domain knows over a row; the rest of the row stays.")
            .addParameter(JavaNames.of(hop.to().shape().type()), target)
            .addParameter(JavaNames.of(hop.from().shape().type()), source)
            .addParameters(parameters())
            .addCode(nullChecks(List.of(target, source)))
            .addCode(body.opening());
    statements.forEach(method::addStatement);
    return method.build();
  }

  private MethodSpec list() {
    String one = MapperNames.method(hop.to());
    String many = source + "s";
    ClassName list = ClassName.get(List.class);
    return MethodSpec.methodBuilder(one + "List")
        .addModifiers(Modifier.PUBLIC)
        .returns(ParameterizedTypeName.get(list, JavaNames.of(hop.to().shape().type())))
        .addParameter(
            ParameterizedTypeName.get(list, JavaNames.of(hop.from().shape().type())), many)
        .addStatement("return $L.stream().map(this::$L).toList()", many, one)
        .build();
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

  private static String variable(Station station) {
    return switch (station.role()) {
      case PERSISTENCE -> "row";
      case TRANSFER -> station.use().direction().goesIn() ? "request" : "view";
      case DOMAIN -> JavaNames.variable(station.shape().type().simpleName());
    };
  }

  /** The code of one method: how each value is taken, and what must stand before it. */
  private final class Body {

    private final CodeBlock.Builder locals = CodeBlock.builder();
    private boolean usesIntake = hop.inward();

    /**
     * The intake, where the method needs one; to be asked for after everything else was written.
     */
    CodeBlock opening() {
      if (!usesIntake) {
        return CodeBlock.of("");
      }
      String layer = hop.from().layer().name();
      String shape = hop.from().shape().type().simpleName();
      return collects()
          ? CodeBlock.builder()
              .addStatement(
                  "$T $L = $T.collecting($S, $S)", Intake.class, intake, Intake.class, layer, shape)
              .build()
          : CodeBlock.builder()
              .addStatement(
                  "$T $L = $T.stopping($S, $S, $L)",
                  Intake.class,
                  intake,
                  Intake.class,
                  layer,
                  shape,
                  key())
              .build();
    }

    /** Values of a caller are taken before anything is made, so that all faults are told. */
    CodeBlock locals() {
      return locals.build();
    }

    /** Making the target. */
    CodeBlock make() {
      CodeBlock call = call();
      if (!usesIntake) {
        return call;
      }
      return CodeBlock.of("$L.make(\n() -> $L)", intake, call);
    }

    CodeBlock write(Entry entry) {
      return Expressions.write(
          target, ledger.writer(field(entry)).orElseThrow(), value(entry, field(entry)));
    }

    private CodeBlock call() {
      Callable maker = ledger.maker().orElseThrow();
      List<CodeBlock> arguments = maker.parameters().stream().map(this::argument).toList();
      CodeBlock name =
          maker.isConstructor()
              ? CodeBlock.of("new $T", JavaNames.of(maker.owner()))
              : CodeBlock.of("$T.$L", JavaNames.raw(maker.owner()), maker.name());
      CodeBlock line = CodeBlock.join(arguments, ", ");
      if (length(name) + length(line) <= LONGEST_CALL) {
        return CodeBlock.of("$L($L)", name, line);
      }
      // A statement indents its first break by itself; a call inside another needs its own.
      CodeBlock list = CodeBlock.join(arguments, ",\n");
      return CodeBlock.of(usesIntake ? "$L($>$>\n$L$<$<)" : "$L(\n$L)", name, list);
    }

    private static int length(CodeBlock code) {
      return PACKAGE.matcher(code.toString()).replaceAll("").length();
    }

    private CodeBlock argument(Parameter parameter) {
      Entry entry = ledger.into(parameter.name()).orElseThrow();
      return value(entry, field(entry));
    }

    private CodeBlock value(Entry entry, Field into) {
      TypeRef slot = ledger.slot(into).orElseThrow();
      if (entry.given().isPresent()) {
        return given(entry, entry.given().get(), slot);
      }
      Field from = entry.source().orElseThrow();
      Conversion way = entry.conversion().orElseThrow();
      CodeBlock read = Expressions.read(CodeBlock.of("$L", source), from.reader().orElseThrow());
      boolean mayMiss = hop.from().mayBeMissing(from);
      boolean needed = slot.isPrimitive() || !hop.to().mayBeMissing(into);
      boolean required = needed && !slot.isOptional();
      boolean asked = required && (mayMiss || (hop.inward() && isReference(from)));
      boolean guarded = way.mayRefuse() || asked;
      return guarded
          ? taken(from, read, way, slot, required)
          : plain(from, read, way, slot, mayMiss);
    }

    private CodeBlock given(Entry entry, Given given, TypeRef slot) {
      if (given.source() == Given.Source.CALLER) {
        return CodeBlock.of("$L", names.get(field(entry)));
      }
      if (given.literal().isEmpty()) {
        return slot.isOptional()
            ? CodeBlock.of("$T.empty()", Optional.class)
            : CodeBlock.of("null");
      }
      CodeBlock literal =
          Expressions.literal(given.literal().get(), entry.conversion().orElseThrow(), slot);
      return slot.isOptional() ? CodeBlock.of("$T.of($L)", Optional.class, literal) : literal;
    }

    /** A value that goes through the intake, which notes what is missing or refused. */
    private CodeBlock taken(
        Field from, CodeBlock read, Conversion way, TypeRef slot, boolean required) {
      usesIntake = true;
      CodeBlock bare = from.type().isOptional() ? CodeBlock.of("$L.orElse(null)", read) : read;
      String how = required ? "required" : "optional";
      CodeBlock call =
          way.isNone()
              ? CodeBlock.of("$L.$L($S,$W$L)", intake, how, from.name(), bare)
              : CodeBlock.of(
                  "$L.$L($S,$W$L,$W$L)",
                  intake,
                  how,
                  from.name(),
                  bare,
                  Expressions.function(way, each));
      if (collects()) {
        String local = names.newName(from.name());
        locals.addStatement("$T $L = $L", JavaNames.of(slot.present().boxed()), local, call);
        call = CodeBlock.of("$L", local);
      }
      return slot.isOptional() ? CodeBlock.of("$T.ofNullable($L)", Optional.class, call) : call;
    }

    private CodeBlock plain(
        Field from, CodeBlock read, Conversion way, TypeRef slot, boolean mayMiss) {
      if (from.type().isOptional()) {
        CodeBlock mapped =
            way.isNone() ? read : CodeBlock.of("$L.map($L)", read, Expressions.function(way, each));
        return slot.isOptional() ? mapped : CodeBlock.of("$L.orElse(null)", mapped);
      }
      CodeBlock converted = Expressions.convert(read, way);
      if (mayMiss && slot.isOptional()) {
        return way.isNone()
            ? CodeBlock.of("$T.ofNullable($L)", Optional.class, read)
            : CodeBlock.of(
                "$T.ofNullable($L).map($L)", Optional.class, read, Expressions.function(way, each));
      }
      if (mayMiss && !way.isNone()) {
        return CodeBlock.of("$L == null ? null : $L", read, converted);
      }
      return slot.isOptional() ? CodeBlock.of("$T.of($L)", Optional.class, converted) : converted;
    }

    private boolean isReference(Field from) {
      return !from.type().isPrimitive();
    }

    private boolean collects() {
      return hop.from().role() == Role.TRANSFER;
    }

    private CodeBlock key() {
      return hop.from().shape().fields().stream()
          .filter(field -> concept.roles(hop.from(), field).contains(FieldRole.KEY))
          .flatMap(field -> field.reader().stream())
          .filter(this::isWithinReach)
          .findFirst()
          .map(reader -> Expressions.read(CodeBlock.of("$L", source), reader))
          .orElseGet(() -> CodeBlock.of("null"));
    }

    private boolean isWithinReach(Access access) {
      return access
          .visibility()
          .reaches(hop.outer().packageName(), hop.from().shape().type().packageName());
    }
  }
}
