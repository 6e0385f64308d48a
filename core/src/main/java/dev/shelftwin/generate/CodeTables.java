package dev.shelftwin.generate;

import com.palantir.javapoet.ClassName;
import com.palantir.javapoet.CodeBlock;
import com.palantir.javapoet.MethodSpec;
import com.palantir.javapoet.NameAllocator;
import com.palantir.javapoet.TypeName;
import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.runtime.Fault;
import dev.shelftwin.runtime.RejectedValue;
import dev.shelftwin.shape.TypeRef;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import javax.lang.model.element.Modifier;

/**
 * Methods of one mapper that convert constants to codes and back. A switch over the constants does
 * not compile where one of them was added and has no code yet.
 */
final class CodeTables {

  private final ClassName mapper;
  private final Map<Operation.CodeTable, String> names = new LinkedHashMap<>();

  CodeTables(ClassName mapper, List<HopLedger> hops) {
    this.mapper = mapper;
    NameAllocator allocator = new NameAllocator();
    hops.stream()
        .flatMap(hop -> hop.mappings().stream())
        .flatMap(mapping -> mapping.conversion().stream())
        .flatMap(Conversion::operations)
        .filter(Operation.CodeTable.class::isInstance)
        .map(Operation.CodeTable.class::cast)
        .distinct()
        .forEach(table -> names.put(table, allocator.newName(name(table))));
  }

  private static String name(Operation.CodeTable table) {
    String constants = MapperNames.variable(table.constants().simpleName());
    return table.outward() ? constants + "Code" : constants;
  }

  /** The constants' codes or back, of a value that is there. */
  CodeBlock call(Operation.CodeTable table, CodeBlock value) {
    return CodeBlock.of("$L($L)", names.get(table), value);
  }

  CodeBlock reference(Operation.CodeTable table) {
    return CodeBlock.of("$T::$L", mapper, names.get(table));
  }

  List<MethodSpec> methods() {
    return names.keySet().stream().map(this::method).toList();
  }

  private MethodSpec method(Operation.CodeTable table) {
    TypeName constants = JavaNames.raw(table.constants());
    TypeName codes = code(table.codes());
    String from = table.outward() ? "constant" : "code";
    boolean wide = !table.outward() && table.codes().boxed().isLang("Long");
    CodeBlock.Builder body =
        CodeBlock.builder()
            .add(
                wide ? "return switch (Long.toString($L)) {\n$>" : "return switch ($L) {\n$>",
                from);
    table.table().forEach((constant, code) -> body.add(arm(table, constant, code, wide)));
    body.add(otherwise(table, from)).add("$<};\n");
    return MethodSpec.methodBuilder(Objects.requireNonNull(names.get(table)))
        .addModifiers(Modifier.PRIVATE, Modifier.STATIC)
        .returns(table.outward() ? codes : constants)
        .addParameter(table.outward() ? constants : codes, from)
        .addCode(body.build())
        .build();
  }

  private static TypeName code(TypeRef type) {
    TypeName name = JavaNames.of(type);
    return name.isBoxedPrimitive() ? name.unbox() : name;
  }

  private static CodeBlock arm(
      Operation.CodeTable table, String constant, Object code, boolean wide) {
    if (table.outward()) {
      return CodeBlock.of("case $L -> $L;\n", constant, written(table.codes(), code));
    }
    boolean named = !isPlain(table.codes());
    CodeBlock label =
        wide || (code instanceof String && !named)
            ? CodeBlock.of("$S", code)
            : CodeBlock.of("$L", code);
    return CodeBlock.of("case $L -> $T.$L;\n", label, JavaNames.raw(table.constants()), constant);
  }

  private static boolean isPlain(TypeRef codes) {
    return codes.isPrimitive() || codes.packageName().equals("java.lang");
  }

  private static CodeBlock written(TypeRef codes, Object code) {
    if (!isPlain(codes)) {
      return CodeBlock.of("$T.$L", JavaNames.raw(codes), code);
    }
    String form = code instanceof String ? "$S" : codes.boxed().isLang("Long") ? "$LL" : "$L";
    return CodeBlock.of(form, code);
  }

  private static CodeBlock otherwise(Operation.CodeTable table, String from) {
    if (!table.outward() && table.otherwise().isPresent()) {
      return CodeBlock.of(
          "default -> $T.$L;\n", JavaNames.raw(table.constants()), table.otherwise().get());
    }
    String known =
        (table.outward() ? table.table().keySet() : table.table().values())
            .stream().map(String::valueOf).collect(Collectors.joining(", "));
    if (table.outward() && table.missing().isEmpty()) {
      return CodeBlock.of("");
    }
    return CodeBlock.of(
        "default -> throw new $T($T.UNKNOWN_CONSTANT, $L + $S);\n",
        RejectedValue.class,
        Fault.class,
        from,
        " is not one of " + known);
  }
}
