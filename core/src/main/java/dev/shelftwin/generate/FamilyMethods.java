package dev.shelftwin.generate;

import com.palantir.javapoet.CodeBlock;
import com.palantir.javapoet.MethodSpec;
import com.palantir.javapoet.NameAllocator;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Hop;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.runtime.Fault;
import dev.shelftwin.runtime.RejectedValue;
import dev.shelftwin.shape.Role;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import javax.lang.model.element.Modifier;

/** Writes the methods of one hop between abstract types, which call the mappers of the subtypes. */
final class FamilyMethods {

  private final ConceptLedger concept;
  private final MapperCalls mappers;
  private final HopLedger ledger;
  private final Hop hop;
  private final NameAllocator names = new NameAllocator();
  private final String source;
  private final String target;

  FamilyMethods(ConceptLedger concept, MapperCalls mappers, HopLedger ledger) {
    this.concept = concept;
    this.mappers = mappers;
    this.ledger = ledger;
    this.hop = ledger.hop();
    this.source = names.newName(HopMethods.source(hop));
    this.target = names.newName(HopMethods.target(hop));
  }

  List<MethodSpec> write() {
    List<MethodSpec> methods =
        new ArrayList<>(List.of(one(), HopMethods.list(concept, hop, source)));
    boolean updates =
        hop.to().role() == Role.PERSISTENCE
            && ledger.subtypes().stream().allMatch(subtype -> mappers.hop(subtype).canUpdate());
    if (updates) {
      methods.add(update());
      methods.add(matches());
    }
    ResultMethods.add(hop, methods);
    return methods;
  }

  private MethodSpec one() {
    MethodSpec.Builder method =
        MethodSpec.methodBuilder(MapperNames.method(hop.to()))
            .addModifiers(Modifier.PUBLIC)
            .returns(JavaNames.of(hop.to().shape().type()))
            .addParameter(JavaNames.of(hop.from().shape().type()), source)
            .addStatement("$T.requireNonNull($L, $S)", Objects.class, source, source);
    for (Operation.CallMapper subtype : ledger.subtypes()) {
      String name = names.clone().newName(MapperNames.variable(subtype.from().simpleName()));
      method
          .beginControlFlow("if ($L instanceof $T $L)", source, JavaNames.of(subtype.from()), name)
          .addStatement("return $L.$L($L)", mappers.name(subtype), mappers.method(subtype), name)
          .endControlFlow();
    }
    return method.addCode(refusal(CodeBlock.of("$L.getClass().getName()", source))).build();
  }

  private MethodSpec update() {
    MethodSpec.Builder method =
        MethodSpec.methodBuilder(MapperNames.UPDATE)
            .addModifiers(Modifier.PUBLIC)
            .addJavadoc("Updates an existing row of the same subtype from a domain object.")
            .addParameter(JavaNames.of(hop.to().shape().type()), target)
            .addParameter(JavaNames.of(hop.from().shape().type()), source)
            .addStatement("$T.requireNonNull($L, $S)", Objects.class, target, target)
            .addStatement("$T.requireNonNull($L, $S)", Objects.class, source, source);
    String branch = "if";
    for (Operation.CallMapper subtype : ledger.subtypes()) {
      NameAllocator inner = names.clone();
      String from = inner.newName(MapperNames.variable(subtype.from().simpleName()));
      String to = inner.newName(MapperNames.variable(subtype.to().simpleName()));
      CodeBlock test =
          CodeBlock.of(
              "($L instanceof $T $L\n    && $L instanceof $T $L)",
              source,
              JavaNames.of(subtype.from()),
              from,
              target,
              JavaNames.of(subtype.to()),
              to);
      if (branch.equals("if")) {
        method.beginControlFlow("if $L", test);
      } else {
        method.nextControlFlow("else if $L", test);
      }
      branch = "else";
      method.addStatement("$L.$L($L, $L)", mappers.name(subtype), MapperNames.UPDATE, to, from);
    }
    return method
        .nextControlFlow("else")
        .addCode(
            refusal(
                CodeBlock.of(
                    "$L.getClass().getName()\n+ $S + $L.getClass().getName()",
                    source,
                    " and ",
                    target)))
        .endControlFlow()
        .build();
  }

  private MethodSpec matches() {
    List<CodeBlock> tests =
        ledger.subtypes().stream()
            .map(
                subtype ->
                    CodeBlock.of(
                        "($L instanceof $T && $L instanceof $T)",
                        source,
                        JavaNames.of(subtype.from()),
                        target,
                        JavaNames.of(subtype.to())))
            .toList();
    return MethodSpec.methodBuilder(MapperNames.MATCHES)
        .addModifiers(Modifier.PUBLIC)
        .addJavadoc("Returns whether a row has the subtype that belongs to a domain object.")
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
            RejectedValue.class,
            Fault.class,
            "no mapper exists for ",
            what)
        .build();
  }
}
