package dev.shelftwin.generate;

import com.palantir.javapoet.ClassName;
import com.palantir.javapoet.CodeBlock;
import com.palantir.javapoet.NameAllocator;
import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.Hop;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.runtime.ChildRows;
import dev.shelftwin.runtime.Elements;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.ElementAdder;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldTrait;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.TypeRef;
import java.util.Optional;

/** Writes the statements that set the fields of an existing target. */
final class HopWrites {

  private final HopBody body;
  private final MapperCalls mappers;
  private final HopLedger ledger;
  private final Hop hop;
  private final NameAllocator names;
  private final String target;

  /**
   * @param body writes the values
   * @param names the method's variables
   * @param target the variable of the target
   */
  HopWrites(
      HopBody body, MapperCalls mappers, HopLedger ledger, NameAllocator names, String target) {
    this.body = body;
    this.mappers = mappers;
    this.ledger = ledger;
    this.hop = ledger.hop();
    this.names = names;
    this.target = target;
  }

  /** Compares the versions of the row with those that the source has. */
  CodeBlock comparisons() {
    CodeBlock.Builder code = CodeBlock.builder();
    for (FieldMapping version : ledger.versions()) {
      CodeBlock seen = body.seen(version);
      Access reader = field(version).reader().orElseThrow();
      code.addStatement(
          "$L.unchanged($S,$W$L,$W$L)",
          body.openCollector().orElseThrow(),
          version.source().orElseThrow().name(),
          Expressions.read(CodeBlock.of("$L", target), reader),
          seen);
    }
    return code.build();
  }

  /** Creates the part rows of the target that do not exist yet. */
  CodeBlock parts() {
    CodeBlock.Builder code = CodeBlock.builder();
    for (ResolvedShape.PartRow part : hop.to().parts()) {
      Field field = part.field();
      Access reader = field.reader().orElseThrow();
      boolean written =
          ledger.writes().stream()
              .anyMatch(mapping -> field(mapping).name().startsWith(field.name() + "."));
      if (written) {
        code.beginControlFlow(
                "if ($L == null)", Expressions.read(CodeBlock.of("$L", target), reader))
            .addStatement(
                "$L", Expressions.write(target, field.writer().orElseThrow(), newOf(field.type())));
        part.parent()
            .map(back -> back.writer().orElseThrow().through(reader))
            .ifPresent(
                back ->
                    code.addStatement(
                        "$L", Expressions.write(target, back, CodeBlock.of("$L", target))));
        code.endControlFlow();
      }
    }
    return code.build();
  }

  private static CodeBlock newOf(TypeRef type) {
    return CodeBlock.of("$L()", JavaNames.newOf(type));
  }

  /** Sets one field, as complete statements. */
  CodeBlock write(FieldMapping mapping) {
    Field into = field(mapping);
    Optional<Access> collection = ledger.collectionReader(into);
    Optional<Access> writer = ledger.writer(into);
    Optional<Operation.CallMapper> child = child(mapping);
    boolean replaced =
        child.isEmpty() && mapping.source().filter(hop.from()::mayBeMissing).isEmpty();
    if (collection.isPresent() && into.has(FieldTrait.READ_AS_COPY) && !replaced) {
      return throughCopy(mapping, collection.get(), child);
    }
    if (collection.isPresent() && child.isPresent()) {
      body.requireMappable(mapping);
      CodeBlock.Builder code = CodeBlock.builder();
      writer.ifPresent(access -> code.add(initialised(collection.get(), access)));
      CodeBlock rows = Expressions.read(CodeBlock.of("$L", target), collection.get());
      return code.add(align(mapping, rows, collection.get().type(), child.get())).build();
    }
    Optional<ElementAdder> adder = ledger.adder(into);
    if (adder.isPresent()) {
      return add(mapping, adder.get(), child);
    }
    Optional<Operation.CallMapper> one = partOfOne(mapping);
    if (one.isPresent()) {
      body.requireMappable(mapping);
    }
    CodeBlock value =
        one.isPresent()
            ? new ChildRowStatements(mappers, hop.to(), names)
                .one(
                    CodeBlock.of("$L", target),
                    into.reader().orElseThrow(),
                    held(mapping),
                    one.get())
            : body.value(mapping, into);
    CodeBlock statement =
        writer
            .map(access -> Expressions.write(target, access, value))
            .orElseGet(
                () ->
                    CodeBlock.of(
                        "$T.replace($L, $L)",
                        ChildRows.class,
                        Expressions.read(CodeBlock.of("$L", target), collection.orElseThrow()),
                        value));
    return CodeBlock.builder().addStatement("$L", statement).build();
  }

  /** Changes a copy of a collection whose getter returns one, and sets it. */
  private CodeBlock throughCopy(
      FieldMapping mapping, Access getter, Optional<Operation.CallMapper> child) {
    Field into = field(mapping);
    CodeBlock.Builder code = CodeBlock.builder();
    String elements = names.newName(into.simpleName());
    CodeBlock copy = CodeBlock.of("$L", elements);
    code.addStatement(
        "$T $L = new $T<>()",
        JavaNames.of(into.type()),
        elements,
        Containers.changeable(into.type()));
    if (child.isPresent()) {
      body.requireMappable(mapping);
      CodeBlock shown = Expressions.read(CodeBlock.of("$L", target), getter);
      code.addStatement("$T.add($L, $L::add)", Elements.class, shown, elements)
          .add(align(mapping, copy, into.type(), child.get()));
    } else {
      code.addStatement("$T.add($L, $L::add)", Elements.class, body.value(mapping, into), elements);
    }
    Access setter = ledger.writer(into).orElseThrow();
    return code.addStatement("$L", Expressions.write(target, setter, copy)).build();
  }

  /** Updates a collection of child rows in place. */
  private CodeBlock align(
      FieldMapping mapping, CodeBlock rows, TypeRef type, Operation.CallMapper child) {
    CodeBlock aligned =
        new ChildRowStatements(mappers, hop.to(), names)
            .align(CodeBlock.of("$L", target), rows, type, held(mapping), child);
    return CodeBlock.builder().addStatement("$L", aligned).build();
  }

  /** Adds elements one by one. */
  private CodeBlock add(
      FieldMapping mapping, ElementAdder adder, Optional<Operation.CallMapper> child) {
    Field into = field(mapping);
    CodeBlock.Builder code = CodeBlock.builder();
    CodeBlock object = CodeBlock.of("$L", target);
    CodeBlock holder =
        adder.add().through().map(outer -> Expressions.read(object, outer)).orElse(object);
    if (hop.to().role() != Role.PERSISTENCE) {
      CodeBlock value = body.value(mapping, into);
      Optional<String> collector = body.openCollector();
      if (collector.isPresent()) {
        return code.addStatement(
                "$L.add($S,$W$L,$W$L::$L)",
                collector.get(),
                into.name(),
                value,
                holder,
                adder.add().name())
            .build();
      }
      if (hop.to().mayBeMissing(into)) {
        return code.addStatement(
                "$T.add($L, $L::$L)", Elements.class, value, holder, adder.add().name())
            .build();
      }
      return (adder.isDirect()
              ? code.addStatement("$L.addAll($L)", holder, value)
              : code.addStatement("$L.forEach($L::$L)", value, holder, adder.add().name()))
          .build();
    }
    CodeBlock shown = Expressions.read(CodeBlock.of("$L", target), into.reader().orElseThrow());
    CodeBlock wanted;
    if (child.isPresent()) {
      body.requireMappable(mapping);
      String rows = names.newName(into.simpleName());
      ClassName changeable = Containers.changeable(into.type());
      code.addStatement("$T $L = new $T<>($L)", JavaNames.of(into.type()), rows, changeable, shown);
      wanted = CodeBlock.of("$L", rows);
      code.add(align(mapping, wanted, into.type(), child.get()));
    } else {
      wanted = body.value(mapping, into);
    }
    return code.addStatement(
            "$T.exchange(\n$L,\n$L,\n$L::$L,\n$L::$L)",
            ChildRows.class,
            shown,
            wanted,
            target,
            adder.add().name(),
            target,
            adder.remove().orElseThrow().name())
        .build();
  }

  /** Creates the collection of a row that has none yet. */
  private CodeBlock initialised(Access collection, Access writer) {
    CodeBlock empty = CodeBlock.of("new $T<>()", Containers.changeable(collection.type()));
    return CodeBlock.builder()
        .beginControlFlow(
            "if ($L == null)", Expressions.read(CodeBlock.of("$L", target), collection))
        .addStatement("$L", Expressions.write(target, writer, empty))
        .endControlFlow()
        .build();
  }

  /** The mapper of the child rows in a collection of the row. */
  private Optional<Operation.CallMapper> child(FieldMapping mapping) {
    return mapping
        .conversion()
        .flatMap(way -> only(way, Operation.EachElement.class))
        .flatMap(each -> only(each.elements(), Operation.CallMapper.class))
        .filter(mappers::canUpdate);
  }

  /** The mapper of a single child row. */
  private Optional<Operation.CallMapper> partOfOne(FieldMapping mapping) {
    Field into = field(mapping);
    return mapping
        .conversion()
        .flatMap(way -> only(way, Operation.CallMapper.class))
        .filter(mapped -> mappers.hop(mapped).canUpdate())
        .filter(mapped -> mappers.hop(mapped).hop().to().shape().isEntity())
        .filter(mapped -> ledger.writer(into).isPresent() && into.reader().isPresent());
  }

  private static <O extends Operation> Optional<O> only(Conversion conversion, Class<O> kind) {
    return conversion.onlyOperation().filter(kind::isInstance).map(kind::cast);
  }

  /** The value of the source, or null. */
  private CodeBlock held(FieldMapping mapping) {
    return body.values().nullable(mapping.source().orElseThrow());
  }

  /** Sets one field if the request has a value for it. */
  CodeBlock change(FieldMapping mapping, String changed) {
    Field into = field(mapping);
    Optional<Access> writer = ledger.writer(into);
    if (mapping.given().isPresent()
        || writer.filter(access -> child(mapping).isEmpty()).isPresent()) {
      CodeBlock value = body.value(mapping, into);
      return CodeBlock.builder()
          .addStatement("$L", Expressions.write(changed, writer.orElseThrow(), value))
          .build();
    }
    Field from = mapping.source().orElseThrow();
    return CodeBlock.builder()
        .beginControlFlow("if ($L != null)", body.values().read(from))
        .add(write(mapping))
        .endControlFlow()
        .build();
  }

  private static Field field(FieldMapping mapping) {
    return mapping.target().orElseThrow();
  }
}
