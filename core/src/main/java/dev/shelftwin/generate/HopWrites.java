package dev.shelftwin.generate;

import com.palantir.javapoet.ClassName;
import com.palantir.javapoet.CodeBlock;
import com.palantir.javapoet.NameAllocator;
import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Form;
import dev.shelftwin.ledger.Entry;
import dev.shelftwin.ledger.Hop;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.runtime.Children;
import dev.shelftwin.runtime.Each;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Adder;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.TypeRef;
import java.util.Optional;

/** Writes the statements that hand values to a target which was made already. */
final class HopWrites {

  private final HopBody body;
  private final NestedMappers mappers;
  private final HopLedger ledger;
  private final Hop hop;
  private final NameAllocator names;
  private final String target;

  /**
   * What to write.
   *
   * @param body the values
   * @param names of the method's variables
   * @param target what is written to
   */
  HopWrites(
      HopBody body, NestedMappers mappers, HopLedger ledger, NameAllocator names, String target) {
    this.body = body;
    this.mappers = mappers;
    this.ledger = ledger;
    this.hop = ledger.hop();
    this.names = names;
    this.target = target;
  }

  /** Makes the rows that are parts of the target and not there yet. */
  CodeBlock parts() {
    CodeBlock.Builder code = CodeBlock.builder();
    for (Station.Part part : hop.to().parts()) {
      Field field = part.field();
      Access reader = field.reader().orElseThrow();
      boolean written =
          ledger.writes().stream()
              .anyMatch(entry -> field(entry).name().startsWith(field.name() + "."));
      if (written) {
        code.beginControlFlow(
                "if ($L == null)", Expressions.read(CodeBlock.of("$L", target), reader))
            .addStatement(
                "$L", Expressions.write(target, field.writer().orElseThrow(), newOf(field.type())));
        part.wayBack()
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

  /** Writing one value to the target that was made, as whole statements. */
  CodeBlock write(Entry entry) {
    Field into = field(entry);
    Optional<Access> living = ledger.living(into);
    Optional<Access> writer = ledger.writer(into);
    Optional<Form.Mapped> child = child(entry);
    if (living.isPresent() && child.isPresent()) {
      CodeBlock.Builder code = CodeBlock.builder();
      writer.ifPresent(access -> code.add(initialised(living.get(), access)));
      return code.addStatement(
              "$L",
              new ChildRows(mappers, hop.to(), names)
                  .align(
                      CodeBlock.of("$L", target),
                      Expressions.read(CodeBlock.of("$L", target), living.get()),
                      living.get().type(),
                      held(entry),
                      child.get()))
          .build();
    }
    Optional<Adder> adder = ledger.adder(into);
    if (adder.isPresent()) {
      return add(entry, adder.get(), child);
    }
    Optional<Form.Mapped> one = partOfOne(entry);
    CodeBlock value =
        one.isPresent()
            ? new ChildRows(mappers, hop.to(), names)
                .one(
                    CodeBlock.of("$L", target), into.reader().orElseThrow(), held(entry), one.get())
            : body.value(entry, into);
    CodeBlock statement =
        writer
            .map(access -> Expressions.write(target, access, value))
            .orElseGet(
                () ->
                    CodeBlock.of(
                        "$T.replace($L, $L)",
                        Children.class,
                        Expressions.read(CodeBlock.of("$L", target), living.orElseThrow()),
                        value));
    return CodeBlock.builder().addStatement("$L", statement).build();
  }

  /** Handing over elements one by one. */
  private CodeBlock add(Entry entry, Adder adder, Optional<Form.Mapped> child) {
    Field into = field(entry);
    CodeBlock.Builder code = CodeBlock.builder();
    if (hop.to().role() != Role.PERSISTENCE) {
      CodeBlock value = body.value(entry, into);
      Optional<String> intake = body.openIntake();
      if (intake.isPresent()) {
        return code.addStatement(
                "$L.add($S,$W$L,$W$L::$L)",
                intake.get(),
                into.name(),
                value,
                target,
                adder.add().name())
            .build();
      }
      return hop.to().mayBeMissing(into)
          ? code.addStatement("$T.add($L, $L::$L)", Each.class, value, target, adder.add().name())
              .build()
          : code.addStatement("$L.forEach($L::$L)", value, target, adder.add().name()).build();
    }
    CodeBlock shown = Expressions.read(CodeBlock.of("$L", target), into.reader().orElseThrow());
    CodeBlock wanted;
    if (child.isPresent()) {
      String rows = names.newName(into.name().substring(into.name().lastIndexOf('.') + 1));
      ClassName changeable = Containers.changeable(into.type());
      code.addStatement("$T $L = new $T<>($L)", JavaNames.of(into.type()), rows, changeable, shown);
      code.addStatement(
          "$L",
          new ChildRows(mappers, hop.to(), names)
              .align(
                  CodeBlock.of("$L", target),
                  CodeBlock.of("$L", rows),
                  into.type(),
                  held(entry),
                  child.get()));
      wanted = CodeBlock.of("$L", rows);
    } else {
      wanted = body.value(entry, into);
    }
    return code.addStatement(
            "$T.exchange(\n$L,\n$L,\n$L::$L,\n$L::$L)",
            Children.class,
            shown,
            wanted,
            target,
            adder.add().name(),
            target,
            adder.remove().orElseThrow().name())
        .build();
  }

  /** A row that can be handed a container may still be without one. */
  private CodeBlock initialised(Access living, Access writer) {
    CodeBlock empty = CodeBlock.of("new $T<>()", Containers.changeable(living.type()));
    return CodeBlock.builder()
        .beginControlFlow("if ($L == null)", Expressions.read(CodeBlock.of("$L", target), living))
        .addStatement("$L", Expressions.write(target, writer, empty))
        .endControlFlow()
        .build();
  }

  /** The mapper of the rows that a container of the row holds as parts of itself. */
  private Optional<Form.Mapped> child(Entry entry) {
    return entry
        .conversion()
        .flatMap(way -> only(way, Form.Each.class))
        .flatMap(each -> only(each.elements(), Form.Mapped.class))
        .filter(mappers::canUpdate);
  }

  /** The mapper of a row that the row points at as a part of itself. */
  private Optional<Form.Mapped> partOfOne(Entry entry) {
    Field into = field(entry);
    return entry
        .conversion()
        .flatMap(way -> only(way, Form.Mapped.class))
        .filter(mapped -> mappers.hop(mapped).canUpdate())
        .filter(mapped -> mappers.hop(mapped).hop().to().shape().isEntity())
        .filter(mapped -> ledger.writer(into).isPresent() && into.reader().isPresent());
  }

  /** The form of a conversion that has one step alone; empty where it is of another kind. */
  private static <F extends Form> Optional<F> only(Conversion way, Class<F> kind) {
    return way.steps().size() == 1
        ? Optional.of(way.steps().get(0).form()).filter(kind::isInstance).map(kind::cast)
        : Optional.empty();
  }

  /** What the source holds, or null. */
  private CodeBlock held(Entry entry) {
    return body.nullable(entry.source().orElseThrow());
  }

  /** Writing one value that a request may mention. */
  CodeBlock change(Entry entry, String changed) {
    Field into = field(entry);
    Optional<Access> writer = ledger.writer(into);
    if (entry.given().isPresent() || writer.filter(access -> child(entry).isEmpty()).isPresent()) {
      CodeBlock value = body.value(entry, into);
      return CodeBlock.builder()
          .addStatement("$L", Expressions.write(changed, writer.orElseThrow(), value))
          .build();
    }
    Field from = entry.source().orElseThrow();
    return CodeBlock.builder()
        .beginControlFlow("if ($L != null)", body.read(from))
        .add(write(entry))
        .endControlFlow()
        .build();
  }

  private static Field field(Entry entry) {
    return entry.target().orElseThrow();
  }
}
