package dev.shelftwin.generate;

import com.palantir.javapoet.CodeBlock;
import com.palantir.javapoet.NameAllocator;
import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Form;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Entry;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.runtime.Children;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.TypeRef;
import java.util.Optional;

/** Brings the rows that a row holds in line with what the domain holds. */
final class ChildRows {

  private final NestedMappers mappers;
  private final Station parent;
  private final NameAllocator names;

  ChildRows(NestedMappers mappers, Station parent, NameAllocator names) {
    this.mappers = mappers;
    this.parent = parent;
    this.names = names;
  }

  /**
   * The statement, without its end.
   *
   * @param rows what holds them, to be changed in place
   * @param type of what holds them
   */
  CodeBlock align(
      CodeBlock row, CodeBlock rows, TypeRef type, CodeBlock values, Form.Mapped child) {
    CodeBlock update = CodeBlock.of("$L::$L", mappers.name(child), MapperNames.UPDATE);
    Optional<Entry> identity = identity(child);
    if (identity.isPresent()) {
      return CodeBlock.of(
          "$T.byKey(\n$L,\n$L,\n$L,\n$L,\n$L,\n$L)",
          Children.class,
          rows,
          keyOfRow(child, identity.get()),
          values,
          keyOf(child, identity.get()),
          update,
          make(row, child));
    }
    boolean places = Container.of(type).filter(Container.LIST::equals).isPresent();
    CodeBlock fits =
        mappers.hop(child).family().isPresent()
            ? CodeBlock.of("\n$L::$L,", mappers.name(child), MapperNames.FITS)
            : CodeBlock.of("");
    return places
        ? CodeBlock.of(
            "$T.byPlace(\n$L,\n$L,$L\n$L,\n$L)",
            Children.class,
            rows,
            values,
            fits,
            update,
            make(row, child))
        : CodeBlock.of(
            "$T.replace($L, $L.stream().map($L).toList())",
            Children.class,
            rows,
            values,
            make(row, child));
  }

  /** The row to hold where there is one at most. */
  CodeBlock one(CodeBlock row, Access living, CodeBlock value, Form.Mapped child) {
    return CodeBlock.of(
        "$T.one(\n$L,\n$L,\n$L::$L,\n$L)",
        Children.class,
        Expressions.read(row, living),
        value,
        mappers.name(child),
        MapperNames.UPDATE,
        make(row, child));
  }

  /** The account of what tells the children apart, on their way to the store. */
  private Optional<Entry> identity(Form.Mapped child) {
    HopLedger hop = mappers.hop(child);
    ConceptLedger concept = mappers.concept(child);
    return hop.entries().stream()
        .filter(Entry::isCarried)
        .filter(entry -> entry.target().flatMap(Field::reader).isPresent())
        .filter(
            entry ->
                entry.sources().stream()
                    .anyMatch(
                        field ->
                            concept.roles(hop.hop().from(), field).contains(FieldRole.IDENTITY)))
        .findFirst();
  }

  private CodeBlock keyOfRow(Form.Mapped child, Entry identity) {
    Access reader = identity.target().flatMap(Field::reader).orElseThrow();
    if (reader.kind() == Access.Kind.METHOD) {
      return CodeBlock.of("$T::$L", JavaNames.raw(child.to()), reader.name());
    }
    String name = names.clone().newName("child");
    return CodeBlock.of("$L -> $L.$L", name, name, reader.name());
  }

  private CodeBlock keyOf(Form.Mapped child, Entry identity) {
    Access reader = identity.source().flatMap(Field::reader).orElseThrow();
    Conversion way = identity.conversion().orElseThrow();
    if (way.isNone() && reader.kind() == Access.Kind.METHOD) {
      return CodeBlock.of("$T::$L", JavaNames.raw(child.from()), reader.name());
    }
    String name = names.clone().newName("element");
    CodeBlock read = Expressions.read(CodeBlock.of("$L", name), reader);
    CodeBlock key = new Expressions(mappers).convert(read, way, Containers.STREAMED);
    return CodeBlock.of("$L -> $L", name, key);
  }

  /** Makes a child and tells it its parent, if it wants to know. */
  private CodeBlock make(CodeBlock row, Form.Mapped child) {
    String method = mappers.method(child);
    Optional<Field> wayBack = mappers.wayBack(child, parent);
    if (wayBack.isEmpty()) {
      return CodeBlock.of("$L::$L", mappers.name(child), method);
    }
    NameAllocator inner = names.clone();
    String value = inner.newName(MapperNames.variable(child.from().simpleName()));
    String made = inner.newName("child");
    CodeBlock link = Expressions.write(made, wayBack.get().writer().orElseThrow(), row);
    return CodeBlock.builder()
        .add("$L -> {\n$>", value)
        .add(
            "$T $L = $L.$L($L);\n",
            JavaNames.of(child.to()),
            made,
            mappers.name(child),
            method,
            value)
        .add("$L;\n", link)
        .add("return $L;\n", made)
        .add("$<}")
        .build();
  }
}
