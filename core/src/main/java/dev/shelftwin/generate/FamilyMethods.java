package dev.shelftwin.generate;

import com.palantir.javapoet.CodeBlock;
import com.palantir.javapoet.MethodSpec;
import com.palantir.javapoet.NameAllocator;
import dev.shelftwin.convert.Form;
import dev.shelftwin.ledger.Hop;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.runtime.Fault;
import dev.shelftwin.runtime.Refusal;
import dev.shelftwin.shape.Role;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import javax.lang.model.element.Modifier;

/** Writes the methods of one hop between abstract types: each kind goes to its own mapper. */
final class FamilyMethods {

  private final NestedMappers mappers;
  private final HopLedger ledger;
  private final Hop hop;
  private final NameAllocator names = new NameAllocator();
  private final String source;
  private final String target;

  FamilyMethods(NestedMappers mappers, HopLedger ledger) {
    this.mappers = mappers;
    this.ledger = ledger;
    this.hop = ledger.hop();
    this.source = names.newName(HopMethods.variable(hop.from()));
    this.target = names.newName(HopMethods.variable(hop.to()));
  }

  List<MethodSpec> write() {
    List<MethodSpec> methods = new ArrayList<>(List.of(one(), HopMethods.list(hop, source)));
    boolean updates =
        hop.to().role() == Role.PERSISTENCE
            && ledger.kinds().stream().allMatch(kind -> mappers.hop(kind).canUpdate());
    if (updates) {
      methods.add(update());
      methods.add(fits());
    }
    return methods;
  }

  private MethodSpec one() {
    MethodSpec.Builder method =
        MethodSpec.methodBuilder(MapperNames.method(hop.to()))
            .addModifiers(Modifier.PUBLIC)
            .returns(JavaNames.of(hop.to().shape().type()))
            .addParameter(JavaNames.of(hop.from().shape().type()), source)
            .addStatement("$T.requireNonNull($L, $S)", Objects.class, source, source);
    for (Form.Mapped kind : ledger.kinds()) {
      String name = names.clone().newName(MapperNames.variable(kind.from().simpleName()));
      method
          .beginControlFlow("if ($L instanceof $T $L)", source, JavaNames.of(kind.from()), name)
          .addStatement("return $L.$L($L)", mappers.name(kind), mappers.method(kind), name)
          .endControlFlow();
    }
    return method.addCode(refusal(CodeBlock.of("$L.getClass().getName()", source))).build();
  }

  private MethodSpec update() {
    MethodSpec.Builder method =
        MethodSpec.methodBuilder(MapperNames.UPDATE)
            .addModifiers(Modifier.PUBLIC)
            .addJavadoc("Writes what the domain knows over a row of the same kind.")
            .addParameter(JavaNames.of(hop.to().shape().type()), target)
            .addParameter(JavaNames.of(hop.from().shape().type()), source)
            .addStatement("$T.requireNonNull($L, $S)", Objects.class, target, target)
            .addStatement("$T.requireNonNull($L, $S)", Objects.class, source, source);
    String branch = "if";
    for (Form.Mapped kind : ledger.kinds()) {
      NameAllocator inner = names.clone();
      String from = inner.newName(MapperNames.variable(kind.from().simpleName()));
      String to = inner.newName(MapperNames.variable(kind.to().simpleName()));
      CodeBlock test =
          CodeBlock.of(
              "($L instanceof $T $L\n    && $L instanceof $T $L)",
              source,
              JavaNames.of(kind.from()),
              from,
              target,
              JavaNames.of(kind.to()),
              to);
      if (branch.equals("if")) {
        method.beginControlFlow("if $L", test);
      } else {
        method.nextControlFlow("else if $L", test);
      }
      branch = "else";
      method.addStatement("$L.$L($L, $L)", mappers.name(kind), MapperNames.UPDATE, to, from);
    }
    return method
        .nextControlFlow("else")
        .addCode(
            refusal(
                CodeBlock.of(
                    "$L.getClass().getName()\n+ $S + $L.getClass().getName()",
                    source,
                    " over a ",
                    target)))
        .endControlFlow()
        .build();
  }

  private MethodSpec fits() {
    List<CodeBlock> tests =
        ledger.kinds().stream()
            .map(
                kind ->
                    CodeBlock.of(
                        "($L instanceof $T && $L instanceof $T)",
                        source,
                        JavaNames.of(kind.from()),
                        target,
                        JavaNames.of(kind.to())))
            .toList();
    return MethodSpec.methodBuilder(MapperNames.FITS)
        .addModifiers(Modifier.PUBLIC)
        .addJavadoc("Whether a row is of the kind that stands for what the domain knows.")
        .returns(boolean.class)
        .addParameter(JavaNames.of(hop.to().shape().type()), target)
        .addParameter(JavaNames.of(hop.from().shape().type()), source)
        .addStatement("return $L", CodeBlock.join(tests, "\n|| "))
        .build();
  }

  private static CodeBlock refusal(CodeBlock what) {
    return CodeBlock.builder()
        .addStatement(
            "throw new $T($T.UNKNOWN_KIND,\n$S + $L)",
            Refusal.class,
            Fault.class,
            "no mapper carries a ",
            what)
        .build();
  }
}
