package dev.shelftwin.generate;

import com.palantir.javapoet.CodeBlock;
import com.palantir.javapoet.NameAllocator;
import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.ledger.ChildIdentity;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.runtime.ChildRows;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.TypeRef;
import java.util.Optional;

/** Writes the statements that update the child rows of a row. */
final class ChildRowStatements {

  private final MapperCalls mappers;
  private final ResolvedShape parent;
  private final NameAllocator names;

  ChildRowStatements(MapperCalls mappers, ResolvedShape parent, NameAllocator names) {
    this.mappers = mappers;
    this.parent = parent;
    this.names = names;
  }

  /**
   * The statement, without its end.
   *
   * @param rows the collection of child rows, updated in place
   * @param type the type of the collection
   */
  CodeBlock align(
      CodeBlock row, CodeBlock rows, TypeRef type, CodeBlock values, Operation.CallMapper child) {
    CodeBlock update = CodeBlock.of("$L::$L", mappers.name(child), MapperNames.UPDATE);
    Optional<FieldMapping> identity = ChildIdentity.of(mappers.concept(child), mappers.hop(child));
    if (identity.isPresent()) {
      return CodeBlock.of(
          "$T.byKey(\n$L,\n$L,\n$L,\n$L,\n$L,\n$L)",
          ChildRows.class,
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
            ? CodeBlock.of("\n$L::$L,", mappers.name(child), MapperNames.MATCHES)
            : CodeBlock.of("");
    return places
        ? CodeBlock.of(
            "$T.byIndex(\n$L,\n$L,$L\n$L,\n$L)",
            ChildRows.class,
            rows,
            values,
            fits,
            update,
            make(row, child))
        : CodeBlock.of(
            "$T.replace($L, $L.stream().map($L).toList())",
            ChildRows.class,
            rows,
            values,
            make(row, child));
  }

  /** The single child row. */
  CodeBlock one(CodeBlock row, Access collection, CodeBlock value, Operation.CallMapper child) {
    return CodeBlock.of(
        "$T.one(\n$L,\n$L,\n$L::$L,\n$L)",
        ChildRows.class,
        Expressions.read(row, collection),
        value,
        mappers.name(child),
        MapperNames.UPDATE,
        make(row, child));
  }

  private CodeBlock keyOfRow(Operation.CallMapper child, FieldMapping identity) {
    Access reader = identity.target().flatMap(Field::reader).orElseThrow();
    if (reader.kind() == Access.Kind.METHOD) {
      return CodeBlock.of("$T::$L", JavaNames.raw(child.to()), reader.name());
    }
    String name = names.clone().newName("child");
    return CodeBlock.of("$L -> $L.$L", name, name, reader.name());
  }

  private CodeBlock keyOf(Operation.CallMapper child, FieldMapping identity) {
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

  /** Creates a child row and sets its parent, if it has such a field. */
  private CodeBlock make(CodeBlock row, Operation.CallMapper child) {
    String method = mappers.method(child);
    Optional<Field> parentField = mappers.parentField(child, parent);
    if (parentField.isEmpty()) {
      return CodeBlock.of("$L::$L", mappers.name(child), method);
    }
    NameAllocator inner = names.clone();
    String value = inner.newName(MapperNames.variable(child.from().simpleName()));
    String made = inner.newName("child");
    CodeBlock link = Expressions.write(made, parentField.get().writer().orElseThrow(), row);
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
