package dev.shelftwin.generate;

import com.palantir.javapoet.CodeBlock;
import com.palantir.javapoet.MethodSpec;
import com.palantir.javapoet.NameAllocator;
import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.ElementConversions;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.Hop;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.runtime.FaultCollector;
import dev.shelftwin.runtime.Optionals;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * Writes the values of one method: how each is read and converted, and what must come before it.
 */
final class HopBody {

  private final ConceptLedger concept;
  private final MapperCalls mappers;
  private final Expressions expressions;
  private final HopLedger ledger;
  private final Hop hop;
  private final NameAllocator names;
  private final String source;
  private final String target;
  private final String collector;
  private final String each;
  private final SourceValues values;
  private final CodeBlock.Builder locals = CodeBlock.builder();
  private final JoinMethods joins;
  private boolean usesCollector;
  private boolean isTyped; // whether values need a type, as several creators could take them

  HopBody(
      ConceptLedger concept,
      MapperCalls mappers,
      HopLedger ledger,
      NameAllocator names,
      String source,
      String target) {
    this(concept, mappers, ledger, names, source, target, names.newName("collector"));
  }

  private HopBody(
      ConceptLedger concept,
      MapperCalls mappers,
      HopLedger ledger,
      NameAllocator names,
      String source,
      String target,
      String collector) {
    this.concept = concept;
    this.mappers = mappers;
    this.expressions = new Expressions(mappers);
    this.ledger = ledger;
    this.hop = ledger.hop();
    this.names = names;
    this.source = source;
    this.target = target;
    this.collector = collector;
    this.each = names.newName("value");
    this.values = new SourceValues(hop.from(), source, each, !hop.inward());
    this.joins = new JoinMethods(hop, source, collector);
    this.usesCollector = hop.inward() && (!ledger.canUpdate() || hop.changes());
  }

  /** Reads the object that is changed, instead of the request. */
  private HopBody previous() {
    return new HopBody(concept, mappers, ledger, names.clone(), target, target, collector);
  }

  /** Reads the same source in a method of its own. */
  private HopBody helper() {
    return new HopBody(concept, mappers, ledger, names.clone(), source, target, collector);
  }

  /** Creates the fault collector if the method needs one; to be called after everything else. */
  CodeBlock opening() {
    if (!usesCollector) {
      return CodeBlock.of("");
    }
    String layer = hop.from().layer().name();
    String shape = hop.from().shape().type().simpleName();
    CodeBlock.Builder code = CodeBlock.builder();
    return collectsFaults()
        ? code.addStatement(
                "$T $L = $T.collecting($S, $S)",
                FaultCollector.class,
                collector,
                FaultCollector.class,
                layer,
                shape)
            .build()
        : code.addStatement(
                "$T $L = $T.failFast($S, $S, $L)",
                FaultCollector.class,
                collector,
                FaultCollector.class,
                layer,
                shape,
                RowKey.of(concept, hop, source))
            .build();
  }

  /** The values of a request are converted before anything is created, to collect all faults. */
  CodeBlock locals() {
    return locals.build();
  }

  /** Methods that the code calls. */
  List<MethodSpec> helpers() {
    return joins.methods();
  }

  /** Throws all faults before anything is written to a row. */
  CodeBlock throwing() {
    return usesCollector && collectsFaults()
        ? CodeBlock.builder().addStatement("$L.throwIfAny()", collector).build()
        : CodeBlock.of("");
  }

  /** The values that are written to an existing target. */
  HopWrites writes() {
    return new HopWrites(this, mappers, ledger, names, target);
  }

  /** The fault collector, if anything that was written so far needs it. */
  Optional<String> openCollector() {
    return usesCollector ? Optional.of(collector) : Optional.empty();
  }

  SourceValues values() {
    return values;
  }

  /** Creates the target. */
  Creation create() {
    Creator creator = ledger.creator().orElseThrow();
    isTyped = creator.isOverloaded();
    List<Parameter> filled =
        creator.parameters().stream().filter(parameter -> !isLeftOut(creator, parameter)).toList();
    CodeBlock call;
    if (creator.builder().filter(builder -> !builder.takesNull()).isPresent()) {
      call = stepByStep(creator, filled);
    } else {
      List<CodeBlock> arguments = filled.stream().map(this::argument).toList();
      call = CreatorCall.of(creator, filled, arguments, false);
    }
    return new Creation(call, openCollector(), names.newName("rejection"));
  }

  /** The end of a builder whose steps are left out for values that are missing. */
  private CodeBlock stepByStep(Creator creator, List<Parameter> filled) {
    Creator.Builder form = creator.builder().orElseThrow();
    String builder = names.newName("builder");
    List<Parameter> present =
        filled.stream().filter(parameter -> !mayBeMissing(mapping(parameter))).toList();
    CodeBlock begin =
        CreatorCall.begin(creator, present, present.stream().map(this::argument).toList());
    CodeBlock.Builder others = CodeBlock.builder();
    for (Parameter parameter : filled.stream().filter(one -> !present.contains(one)).toList()) {
      others.addStatement(
          "$L$Z.ifPresent($L::$L)",
          optional(mapping(parameter)),
          builder,
          form.steps().get(parameter.name()));
    }
    locals.addStatement("$T $L = $L", JavaNames.of(form.type()), builder, begin);
    locals.add(others.build());
    return CodeBlock.of("$L.$L()", builder, form.finish());
  }

  private FieldMapping mapping(Parameter parameter) {
    return ledger.into(parameter.name()).orElseThrow();
  }

  /** A value that may be missing, as an optional. */
  private CodeBlock optional(FieldMapping mapping) {
    Field into = mapping.target().orElseThrow();
    TypeRef slot = ledger.slot(into).orElseThrow().boxed();
    if (!(mapping instanceof FieldMapping.Flow flow) || flow.source().isEmpty()) {
      return CodeBlock.of("$T.ofNullable($L)", Optional.class, value(mapping, into));
    }
    TypeRef taken = new TypeRef("java.util", "Optional", List.of(slot), 0);
    return value(flow.source().get(), flow.how(), taken, false);
  }

  private boolean mayBeMissing(FieldMapping mapping) {
    Field into = mapping.target().orElseThrow();
    return !ledger.isRequired(into)
        && hop.to().mayBeMissing(into)
        && mapping.source().map(hop.from()::mayBeMissing).orElse(mapping.isPassedIn());
  }

  /** Whether a builder keeps its own default for a parameter. */
  private boolean isLeftOut(Creator creator, Parameter parameter) {
    return creator.isOptional(parameter)
        && ledger
            .into(parameter.name())
            .filter(
                mapping ->
                    mapping.isCarried() || mapping.isPassedIn() || ledger.keepsPrevious(mapping))
            .isEmpty();
  }

  private CodeBlock argument(Parameter parameter) {
    FieldMapping mapping = mapping(parameter);
    Field into = mapping.target().orElseThrow();
    TypeRef slot = ledger.slot(into).orElseThrow();
    return ledger.keepsPrevious(mapping)
        ? previous().plain(into, Conversion.NONE, slot, hop.to().mayBeMissing(into))
        : value(mapping, into);
  }

  /** The value of a target field, in the type in which it is passed. */
  CodeBlock value(FieldMapping mapping, Field into) {
    TypeRef slot = ledger.slot(into).orElseThrow();
    if (mapping instanceof FieldMapping.Stays) {
      return GivenExpression.nothing(slot, isTyped);
    }
    if (mapping instanceof FieldMapping.Given given) {
      return given.value().fold(new GivenExpression(expressions, given, slot, isTyped, names));
    }
    boolean required = ledger.isRequired(into);
    if (mapping instanceof FieldMapping.Joined joined) {
      return joined(joined, slot, required);
    }
    FieldMapping.Flow flow = (FieldMapping.Flow) mapping;
    Field from = flow.source().orElseThrow();
    if (hop.changes()) {
      return changed(flow, copied(flow.how(), slot), slot, required);
    }
    return flow.how().absent().isPresent()
        ? orElse(from, flow.how(), flow.how().absent().get(), slot)
        : value(from, flow.how(), slot, required);
  }

  /** The value of a change request if it has one, otherwise the previous value. */
  private CodeBlock changed(
      FieldMapping.Flow flow, Conversion conversion, TypeRef slot, boolean required) {
    usesCollector = true;
    Field from = flow.source().orElseThrow();
    boolean canClear = from.type().isOptional();
    String method = canClear ? (required ? "replaced" : "replacedOrCleared") : "changed";
    CodeBlock requested =
        from.type().isPrimitiveOptional()
            ? CodeBlock.of("$T.boxed($L)", Optionals.class, values.read(from))
            : values.read(from);
    CodeBlock previous = previous().values.nullable(flow.into());
    CodeBlock call =
        conversion.isNone()
            ? CodeBlock.of(
                "$L.$L($S,$W$L,$W$L)", collector, method, from.name(), previous, requested)
            : CodeBlock.of(
                "$L.$L($S,$W$L,$W$L,$W$L)",
                collector,
                method,
                from.name(),
                previous,
                requested,
                expressions.function(conversion, each, Containers.GUARDED));
    return SourceValues.wrapped(inLocal(from.name(), slot, call), slot);
  }

  private CodeBlock value(Field from, Conversion conversion, TypeRef slot, boolean required) {
    Conversion copied = copied(conversion, slot);
    boolean mayBeMissing = hop.from().mayBeMissing(from);
    boolean checked = required && (mayBeMissing || (hop.inward() && !from.type().isPrimitive()));
    boolean container = hop.inward() && Container.of(from.type().present()).isPresent();
    return mappers.mayReject(copied) || checked || container
        ? collected(from, copied, slot, required)
        : plain(from, copied, slot, mayBeMissing);
  }

  /** Copies containers, because those of rows belong to the persistence provider. */
  private Conversion copied(Conversion conversion, TypeRef slot) {
    boolean shared = conversion.isNone() && Container.of(slot.present()).isPresent();
    boolean copies = hop.to().role() != Role.TRANSFER || hop.from().role() == Role.PERSISTENCE;
    return shared && copies ? ElementConversions.copy(slot.present()) : conversion;
  }

  /** A value that the fault collector checks and converts. */
  private CodeBlock collected(Field from, Conversion conversion, TypeRef slot, boolean required) {
    usesCollector = true;
    String method = required ? "required" : "optional";
    CodeBlock call =
        conversion.isNone()
            ? CodeBlock.of("$L.$L($S,$W$L)", collector, method, from.name(), values.nullable(from))
            : CodeBlock.of(
                "$L.$L($S,$W$L,$W$L)",
                collector,
                method,
                from.name(),
                values.nullable(from),
                expressions.function(conversion, each, Containers.GUARDED));
    return SourceValues.wrapped(inLocal(from.name(), slot, call), slot);
  }

  /** A value, or its replacement if it is missing. */
  private CodeBlock orElse(
      Field from, Conversion conversion, Conversion.Substitute substitute, TypeRef slot) {
    CodeBlock literal = expressions.literal(substitute.literal(), substitute.conversion(), slot);
    if (!mappers.mayReject(conversion)) {
      CodeBlock converted =
          conversion.isNone()
              ? values.optional(from)
              : CodeBlock.of(
                  "$L$Z.map($L)",
                  values.optional(from),
                  expressions.function(conversion, each, Containers.STREAMED));
      return CodeBlock.of("$L$Z.orElse($L)", converted, literal);
    }
    usesCollector = true;
    CodeBlock call =
        CodeBlock.of(
            "$L.orElse($S,$W$L,$W$L,$W$L)",
            collector,
            from.name(),
            values.nullable(from),
            expressions.function(conversion, each, Containers.GUARDED),
            literal);
    return inLocal(from.name(), slot, call);
  }

  /** A value of a request, or one that needs a type, in a local variable; others as they are. */
  private CodeBlock inLocal(String name, TypeRef slot, CodeBlock value) {
    if (!collectsFaults() && !isTyped) {
      return value;
    }
    String local = names.newName(name.substring(name.lastIndexOf('.') + 1));
    locals.addStatement("$T $L = $L", JavaNames.of(slot.present().boxed()), local, value);
    return CodeBlock.of("$L", local);
  }

  /**
   * Maps the objects in a field of a request once before anything is written to a row, because
   * their faults are faults of the request.
   */
  void requireMappable(FieldMapping mapping) {
    Conversion how = mapping.conversion().orElseThrow();
    boolean required = ledger.isRequired(mapping.target().orElseThrow()) && !hop.changes();
    if (collectsFaults() && (required || mappers.mayReject(how))) {
      usesCollector = true;
      Field from = mapping.source().orElseThrow();
      locals.addStatement(
          "$L.$L($S,$W$L,$W$L)",
          collector,
          required ? "required" : "optional",
          from.name(),
          values.nullable(from),
          expressions.function(how, each, Containers.GUARDED));
    }
  }

  /** The version of a row that the source has; null if it has none. */
  CodeBlock seen(FieldMapping version) {
    usesCollector = true;
    Field from = version.source().orElseThrow();
    Conversion how = version.conversion().orElseThrow();
    TypeRef stored = version.target().orElseThrow().type().boxed();
    return how.isNone() ? values.nullable(from) : value(from, how, stored, false);
  }

  /** One value of several fields; inward it is missing if all of them are. */
  private CodeBlock joined(FieldMapping.Joined joined, TypeRef slot, boolean required) {
    Operation.Join join = (Operation.Join) joined.how().onlyOperation().orElseThrow();
    if (!hop.inward() && !join.set().isEmpty()) {
      HopBody inner = helper();
      List<CodeBlock> parts = inner.parts(joined, join);
      return SourceValues.wrapped(
          joins.add(joined, join, inner.locals(), inner.made(join), parts), slot);
    }
    if (!hop.inward()) {
      CodeBlock call = CreatorCall.of(join.creator(), parts(joined, join), true);
      return SourceValues.wrapped(call, slot);
    }
    usesCollector = true;
    HopBody inner = helper();
    inner.isTyped = join.creator().isOverloaded();
    List<CodeBlock> parts = inner.parts(joined, join);
    CodeBlock helper =
        joins.add(joined, join, required, inner.locals(), inner.values, inner.made(join), parts);
    return SourceValues.wrapped(inLocal(joined.into().name(), slot, helper), slot);
  }

  private String made(Operation.Join join) {
    return names.newName(MapperNames.variable(join.creator().returns().name()));
  }

  private List<CodeBlock> parts(FieldMapping.Joined joined, Operation.Join join) {
    return IntStream.range(0, joined.sources().size())
        .mapToObj(
            index -> {
              TypeRef taken = join.type(index);
              return value(
                  joined.sources().get(index), join.parts().get(index), taken, !taken.isOptional());
            })
        .toList();
  }

  private CodeBlock plain(Field from, Conversion conversion, TypeRef slot, boolean mayBeMissing) {
    Containers containers =
        hop.to().role() == Role.PERSISTENCE ? Containers.CHANGEABLE : Containers.STREAMED;
    boolean own = SourceValues.isOwn(from);
    if (from.type().isOptional() && conversion.isNone() && slot.equals(from.type()) && own) {
      return values.read(from);
    }
    if (conversion.isNone() && (slot.isPrimitiveOptional() || from.type().isPrimitiveOptional())) {
      return SourceValues.wrapped(values.nullable(from), slot);
    }
    if (mayBeMissing && (from.type().isOptional() || !own || slot.isOptional())) {
      CodeBlock mapped =
          conversion.isNone()
              ? values.optional(from)
              : CodeBlock.of(
                  "$L$Z.map($L)",
                  values.optional(from),
                  expressions.function(conversion, each, containers));
      return slot.isOptional() && !slot.isPrimitiveOptional()
          ? mapped
          : SourceValues.wrapped(CodeBlock.of("$L$Z.orElse(null)", mapped), slot);
    }
    CodeBlock converted = expressions.convert(values.read(from), conversion, containers);
    if (mayBeMissing && !conversion.isNone()) {
      return CodeBlock.of("$L == null ? null : $L", values.read(from), converted);
    }
    return slot.isOptional()
        ? CodeBlock.of("$T.of($L)", JavaNames.raw(slot), converted)
        : converted;
  }

  private boolean collectsFaults() {
    return hop.from().role() == Role.TRANSFER;
  }
}
