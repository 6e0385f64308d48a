package dev.shelftwin.generate;

import com.palantir.javapoet.ClassName;
import com.palantir.javapoet.CodeBlock;
import com.palantir.javapoet.MethodSpec;
import com.palantir.javapoet.NameAllocator;
import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Elements;
import dev.shelftwin.convert.Form;
import dev.shelftwin.ledger.Account;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Dependency;
import dev.shelftwin.ledger.Entry;
import dev.shelftwin.ledger.Hop;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.plan.Given;
import dev.shelftwin.runtime.Intake;
import dev.shelftwin.runtime.Maybe;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Callable;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import javax.lang.model.element.Modifier;
import org.jspecify.annotations.Nullable;

/** The code of one method: how each value is taken, and what must stand before it. */
final class HopBody {

  /** Characters of a call that still fit on one line with what stands around it. */
  private static final int LONGEST_CALL = 72;

  private static final Pattern PACKAGE = Pattern.compile("\\b([a-z][a-z0-9_]*\\.)+(?=[A-Z])");

  private final ConceptLedger concept;
  private final NestedMappers mappers;
  private final Expressions expressions;
  private final HopLedger ledger;
  private final Hop hop;
  private final NameAllocator names;
  private final String source;
  private final String target;
  private final String intake;
  private final String each;
  private final CodeBlock.Builder locals = CodeBlock.builder();
  private final List<MethodSpec> helpers = new ArrayList<>();
  private final NameAllocator helperNames = new NameAllocator();
  private boolean usesIntake;

  HopBody(
      ConceptLedger concept,
      NestedMappers mappers,
      HopLedger ledger,
      NameAllocator names,
      String source,
      String target) {
    this(concept, mappers, ledger, names, source, target, names.newName("intake"));
  }

  private HopBody(
      ConceptLedger concept,
      NestedMappers mappers,
      HopLedger ledger,
      NameAllocator names,
      String source,
      String target,
      String intake) {
    this.concept = concept;
    this.mappers = mappers;
    this.expressions = new Expressions(mappers);
    this.ledger = ledger;
    this.hop = ledger.hop();
    this.names = names;
    this.source = source;
    this.target = target;
    this.intake = intake;
    this.each = names.newName("value");
    this.usesIntake = hop.inward() && (!ledger.canUpdate() || hop.changes());
  }

  /** The intake, where the method needs one; to be asked for after everything else was written. */
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

  /** Methods that the code calls. */
  List<MethodSpec> helpers() {
    return List.copyOf(helpers);
  }

  /** Nothing is written over a row before everything was taken. */
  CodeBlock settling() {
    return usesIntake && collects()
        ? CodeBlock.builder().addStatement("$L.settle()", intake).build()
        : CodeBlock.of("");
  }

  /** What is handed to a target that was made already. */
  HopWrites writes() {
    return new HopWrites(this, mappers, ledger, names, target);
  }

  /** The intake, where something that was written so far needs it. */
  Optional<String> openIntake() {
    return usesIntake ? Optional.of(intake) : Optional.empty();
  }

  /** Making the target. */
  CodeBlock make() {
    CodeBlock call = call();
    if (!usesIntake) {
      return call;
    }
    return CodeBlock.of("$L.make(\n() -> $L)", intake, call);
  }

  private CodeBlock call() {
    Callable maker = ledger.maker().orElseThrow();
    List<Parameter> filled =
        maker.parameters().stream().filter(parameter -> !isLeftOut(maker, parameter)).toList();
    List<CodeBlock> arguments = filled.stream().map(this::argument).toList();
    return maker.builder().isPresent()
        ? chain(maker, maker.builder().get(), filled, arguments)
        : call(maker, arguments, usesIntake);
  }

  /** What a builder sets by its own rule is not set. */
  private boolean isLeftOut(Callable maker, Parameter parameter) {
    return maker.canDoWithout(parameter)
        && ledger
            .into(parameter.name())
            .filter(entry -> entry.isCarried() || entry.isHandedIn() || ledger.keeps(entry))
            .isEmpty();
  }

  private CodeBlock chain(
      Callable maker,
      Callable.Builder builder,
      List<Parameter> parameters,
      List<CodeBlock> arguments) {
    List<CodeBlock> first = new ArrayList<>();
    CodeBlock.Builder rest = CodeBlock.builder();
    for (int index = 0; index < parameters.size(); index++) {
      @Nullable String step = builder.steps().get(parameters.get(index).name());
      if (step == null) {
        first.add(arguments.get(index));
      } else {
        rest.add("\n.$L($L)", step, arguments.get(index));
      }
    }
    CodeBlock begin =
        maker.isConstructor()
            ? CodeBlock.of("$L($L)", JavaNames.newOf(maker.owner()), CodeBlock.join(first, ", "))
            : CodeBlock.of(
                "$T.$L($L)",
                JavaNames.raw(maker.owner()),
                maker.name(),
                CodeBlock.join(first, ", "));
    String form = usesIntake ? "$L$>$>$L\n.$L()$<$<" : "$L$L\n.$L()";
    return CodeBlock.of(form, begin, rest.build(), builder.finish());
  }

  private static CodeBlock call(Callable maker, List<CodeBlock> arguments, boolean nested) {
    CodeBlock name =
        maker.isConstructor()
            ? JavaNames.newOf(maker.owner())
            : CodeBlock.of("$T.$L", JavaNames.raw(maker.owner()), maker.name());
    CodeBlock line = CodeBlock.join(arguments, ", ");
    if (length(name) + length(line) <= LONGEST_CALL) {
      return CodeBlock.of("$L($L)", name, line);
    }
    // A statement indents its first break by itself; a call inside another needs its own.
    CodeBlock list = CodeBlock.join(arguments, ",\n");
    return CodeBlock.of(nested ? "$L($>$>\n$L$<$<)" : "$L(\n$L)", name, list);
  }

  private static int length(CodeBlock code) {
    return PACKAGE.matcher(code.toString()).replaceAll("").length();
  }

  private static Field field(Entry entry) {
    return entry.target().orElseThrow();
  }

  private CodeBlock argument(Parameter parameter) {
    Entry entry = ledger.into(parameter.name()).orElseThrow();
    return ledger.keeps(entry) ? kept(entry) : value(entry, field(entry));
  }

  /** What a changed object held before, as what is made in its place takes it. */
  private CodeBlock kept(Entry entry) {
    Field field = field(entry);
    return before()
        .plain(
            field, Conversion.NONE, ledger.slot(field).orElseThrow(), hop.to().mayBeMissing(field));
  }

  /** Reads from the object that is changed. */
  private HopBody before() {
    return new HopBody(concept, mappers, ledger, names.clone(), target, target, intake);
  }

  /** A value that a request may mention, else what was there before. */
  private CodeBlock changed(Entry entry, Conversion way, TypeRef slot, boolean needed) {
    usesIntake = true;
    Field from = entry.source().orElseThrow();
    boolean mayClear = from.type().isOptional();
    String how = mayClear ? (needed ? "replaced" : "replacedOrCleared") : "changed";
    CodeBlock mentioned =
        from.type().isPrimitiveOptional()
            ? CodeBlock.of("$T.boxed($L)", Maybe.class, read(from))
            : read(from);
    CodeBlock before = before().nullable(field(entry));
    CodeBlock call =
        way.isNone()
            ? CodeBlock.of("$L.$L($S,$W$L,$W$L)", intake, how, from.name(), before, mentioned)
            : CodeBlock.of(
                "$L.$L($S,$W$L,$W$L,$W$L)",
                intake,
                how,
                from.name(),
                before,
                mentioned,
                expressions.function(way, each, Containers.GUARDED));
    return wrapped(taken(from.name(), slot, call), slot);
  }

  /** What a field is given, in the type in which it is handed over. */
  CodeBlock value(Entry entry, Field into) {
    TypeRef slot = ledger.slot(into).orElseThrow();
    if (entry.given().isPresent()) {
      return given(entry, entry.given().get(), slot);
    }
    boolean needed = slot.isPrimitive() || !hop.to().mayBeMissing(into);
    Conversion way = entry.conversion().orElseThrow();
    if (entry.account() == Account.JOINED) {
      return joined(entry, slot, needed);
    }
    if (hop.changes()) {
      return changed(entry, detached(way, slot), slot, needed && !slot.isOptional());
    }
    if (way.absent().isPresent()) {
      return orElse(entry.source().orElseThrow(), way, way.absent().get(), slot);
    }
    return value(entry.source().orElseThrow(), way, slot, needed);
  }

  private CodeBlock value(Field from, Conversion conversion, TypeRef slot, boolean needed) {
    Conversion way = detached(conversion, slot);
    boolean mayMiss = hop.from().mayBeMissing(from);
    boolean required = needed && !slot.isOptional();
    boolean asked = required && (mayMiss || (hop.inward() && isReference(from)));
    boolean container = hop.inward() && Container.of(from.type().present()).isPresent();
    return mappers.mayRefuse(way) || asked || container
        ? taken(from, way, slot, required)
        : plain(from, way, slot, mayMiss);
  }

  /** Containers of rows are the store's own, so each side gets one for itself. */
  private Conversion detached(Conversion way, TypeRef slot) {
    boolean shared = way.isNone() && Container.of(slot.present()).isPresent();
    boolean apart = hop.to().role() != Role.TRANSFER || hop.from().role() == Role.PERSISTENCE;
    return shared && apart ? Elements.copy(slot.present()) : way;
  }

  private CodeBlock given(Entry entry, Given given, TypeRef slot) {
    return switch (given.source()) {
      case CALLER -> CodeBlock.of("$L", names.get(field(entry)));
      case SUPPLIER -> CodeBlock.of("$L.get()", Dependency.supplier(field(entry)));
      case METHOD -> called(given.method().orElseThrow().value());
      case VALUE, FACTORY -> literal(entry, given, slot);
    };
  }

  private CodeBlock literal(Entry entry, Given given, TypeRef slot) {
    if (given.literal().isEmpty()) {
      return slot.isOptional()
          ? CodeBlock.of("$T.empty()", JavaNames.raw(slot))
          : CodeBlock.of("null");
    }
    CodeBlock literal =
        expressions.literal(given.literal().get(), entry.conversion().orElseThrow(), slot);
    return slot.isOptional() ? CodeBlock.of("$T.of($L)", JavaNames.raw(slot), literal) : literal;
  }

  private static CodeBlock called(String method) {
    int dot = method.lastIndexOf('.');
    return CodeBlock.of(
        "$T.$L()", ClassName.bestGuess(method.substring(0, dot)), method.substring(dot + 1));
  }

  /** A value that goes through the intake, which notes what is missing or refused. */
  private CodeBlock taken(Field from, Conversion way, TypeRef slot, boolean required) {
    usesIntake = true;
    String how = required ? "required" : "optional";
    CodeBlock call =
        way.isNone()
            ? CodeBlock.of("$L.$L($S,$W$L)", intake, how, from.name(), nullable(from))
            : CodeBlock.of(
                "$L.$L($S,$W$L,$W$L)",
                intake,
                how,
                from.name(),
                nullable(from),
                expressions.function(way, each, Containers.GUARDED));
    return wrapped(taken(from.name(), slot, call), slot);
  }

  /** A value, or what stands for it where it is missing. */
  private CodeBlock orElse(
      Field from, Conversion way, Conversion.Substitute substitute, TypeRef slot) {
    CodeBlock literal = expressions.literal(substitute.literal(), substitute.way(), slot);
    if (!mappers.mayRefuse(way)) {
      CodeBlock converted =
          way.isNone()
              ? optional(from)
              : CodeBlock.of(
                  "$L$Z.map($L)",
                  optional(from),
                  expressions.function(way, each, Containers.STREAMED));
      return CodeBlock.of("$L$Z.orElse($L)", converted, literal);
    }
    usesIntake = true;
    CodeBlock call =
        CodeBlock.of(
            "$L.orElse($S,$W$L,$W$L,$W$L)",
            intake,
            from.name(),
            nullable(from),
            expressions.function(way, each, Containers.GUARDED),
            literal);
    return taken(from.name(), slot, call);
  }

  private CodeBlock local(String name, TypeRef slot, CodeBlock value) {
    String local = names.newName(name.substring(name.lastIndexOf('.') + 1));
    locals.addStatement("$T $L = $L", JavaNames.of(slot.present().boxed()), local, value);
    return CodeBlock.of("$L", local);
  }

  /** One value of several fields; coming in, where none of them is there, neither is the value. */
  private CodeBlock joined(Entry entry, TypeRef slot, boolean needed) {
    Form.Joined form = (Form.Joined) entry.conversion().orElseThrow().steps().get(0).form();
    boolean required = needed && !slot.isOptional();
    if (!hop.inward()) {
      return wrapped(call(form.maker(), parts(entry, form), true), slot);
    }
    usesIntake = true;
    String name = helperNames.newName(MapperNames.variable(field(entry).name()));
    helpers.add(helper(name, entry, form, required));
    return wrapped(
        taken(field(entry).name(), slot, CodeBlock.of("$L($L, $L)", name, source, intake)), slot);
  }

  private CodeBlock taken(String name, TypeRef slot, CodeBlock value) {
    return collects() ? local(name, slot, value) : value;
  }

  private List<CodeBlock> parts(Entry entry, Form.Joined form) {
    List<CodeBlock> parts = new ArrayList<>();
    for (int index = 0; index < entry.sources().size(); index++) {
      TypeRef parameter = form.maker().parameters().get(index).type();
      parts.add(
          value(
              entry.sources().get(index),
              form.parts().get(index),
              parameter,
              !parameter.isOptional()));
    }
    return parts;
  }

  /** The method that takes several fields of the source in and makes one value of them. */
  private MethodSpec helper(String name, Entry entry, Form.Joined form, boolean required) {
    HopBody inner = new HopBody(concept, mappers, ledger, names.clone(), source, target, intake);
    List<CodeBlock> parts = inner.parts(entry, form);
    List<Field> sources = entry.sources();
    boolean mayBeNone =
        !required && sources.stream().noneMatch(field -> field.type().isPrimitive());
    MethodSpec.Builder method =
        MethodSpec.methodBuilder(name)
            .addModifiers(Modifier.PRIVATE, Modifier.STATIC)
            .returns(JavaNames.of(form.maker().returns()))
            .addParameter(JavaNames.of(hop.from().shape().type()), source)
            .addParameter(Intake.class, intake);
    if (mayBeNone) {
      CodeBlock none =
          sources.stream()
              .map(field -> CodeBlock.of("$L == null", nullable(field)))
              .collect(CodeBlock.joining("$W&& "));
      method.beginControlFlow("if ($L)", none).addStatement("return null").endControlFlow();
    }
    return method
        .addCode(inner.locals())
        .addStatement(
            "return $L.join($S,\n() -> $L)",
            intake,
            sources.get(0).name(),
            call(form.maker(), parts, true))
        .build();
  }

  private CodeBlock plain(Field from, Conversion way, TypeRef slot, boolean mayMiss) {
    Containers containers =
        hop.to().role() == Role.PERSISTENCE ? Containers.CHANGEABLE : Containers.STREAMED;
    if (from.type().isOptional() && way.isNone() && slot.equals(from.type()) && isOwn(from)) {
      return read(from);
    }
    if (way.isNone() && (slot.isPrimitiveOptional() || from.type().isPrimitiveOptional())) {
      return wrapped(nullable(from), slot);
    }
    boolean optional = from.type().isOptional() || !isOwn(from);
    if (mayMiss && (optional || slot.isOptional())) {
      CodeBlock mapped =
          way.isNone()
              ? optional(from)
              : CodeBlock.of(
                  "$L$Z.map($L)", optional(from), expressions.function(way, each, containers));
      return slot.isOptional() && !slot.isPrimitiveOptional()
          ? mapped
          : wrapped(CodeBlock.of("$L$Z.orElse(null)", mapped), slot);
    }
    CodeBlock converted = expressions.convert(read(from), way, containers);
    if (mayMiss && !way.isNone()) {
      return CodeBlock.of("$L == null ? null : $L", read(from), converted);
    }
    return slot.isOptional()
        ? CodeBlock.of("$T.of($L)", JavaNames.raw(slot), converted)
        : converted;
  }

  /** A value that may be null in the optional that takes it; as it is where none does. */
  private static CodeBlock wrapped(CodeBlock value, TypeRef slot) {
    if (slot.isPrimitiveOptional()) {
      String kind = slot.simpleName().substring("Optional".length());
      return CodeBlock.of("$T.of$L($L)", Maybe.class, kind, value);
    }
    return slot.isOptional() ? CodeBlock.of("$T.ofNullable($L)", Optional.class, value) : value;
  }

  CodeBlock read(Field from) {
    return Expressions.read(CodeBlock.of("$L", source), from.reader().orElseThrow());
  }

  /** Whether the source itself has the field, and not something that it holds. */
  private static boolean isOwn(Field from) {
    return from.reader().orElseThrow().through().isEmpty();
  }

  /** The value, or null where it is missing. */
  CodeBlock nullable(Field from) {
    if (!isOwn(from)) {
      boolean mayMiss = hop.from().mayBeMissing(from) || hop.inward();
      return mayMiss ? CodeBlock.of("$L.orElse(null)", optional(from)) : read(from);
    }
    if (from.type().isPrimitiveOptional()) {
      return CodeBlock.of("$T.orNull($L)", Maybe.class, read(from));
    }
    return from.type().isOptional() ? CodeBlock.of("$L.orElse(null)", read(from)) : read(from);
  }

  private CodeBlock optional(Field from) {
    return optional(from.reader().orElseThrow());
  }

  private CodeBlock optional(Access reader) {
    if (reader.through().isEmpty()) {
      CodeBlock read = Expressions.read(CodeBlock.of("$L", source), reader);
      if (reader.type().isPrimitiveOptional()) {
        read = CodeBlock.of("$T.orNull($L)", Maybe.class, read);
      } else if (reader.type().isOptional()) {
        return read;
      }
      return CodeBlock.of("$T.ofNullable($L)", Optional.class, read);
    }
    Access outer = reader.through().get();
    String call = reader.type().isOptional() ? "flatMap" : "map";
    return reader.kind() == Access.Kind.METHOD
        ? CodeBlock.of(
            "$L$Z.$L($T::$L)",
            optional(outer),
            call,
            JavaNames.raw(outer.type().present()),
            reader.name())
        : CodeBlock.of("$L.$L($L -> $L.$L)", optional(outer), call, each, each, reader.name());
  }

  private static boolean isReference(Field from) {
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
        .reaches(hop.outer().mapperPackage(), hop.from().shape().type().packageName());
  }
}
