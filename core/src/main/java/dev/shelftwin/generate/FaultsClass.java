package dev.shelftwin.generate;

import com.palantir.javapoet.ClassName;
import com.palantir.javapoet.CodeBlock;
import com.palantir.javapoet.FieldSpec;
import com.palantir.javapoet.MethodSpec;
import com.palantir.javapoet.ParameterizedTypeName;
import com.palantir.javapoet.TypeName;
import com.palantir.javapoet.TypeSpec;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.ledger.StoredRequest;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.runtime.FaultException;
import dev.shelftwin.runtime.StoredValues;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Table;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javax.lang.model.element.Modifier;

/** Writes the class that finds the values of a concept's requests that a database refuses. */
final class FaultsClass {

  private static final String REQUEST = "request";
  private static final String FAILURE = "failure";

  private final ConceptLedger concept;
  private final Layer layer;

  FaultsClass(ConceptLedger concept, Layer layer) {
    this.concept = concept;
    this.layer = layer;
  }

  TypeSpec write(List<StoredRequest> requests) {
    TypeSpec.Builder type =
        TypeSpec.classBuilder(MapperNames.faults(concept, layer))
            .addModifiers(Modifier.FINAL)
            .addJavadoc(
                "Tells callers which value of a request about $L the database refused.",
                concept.name())
            .addMethod(MethodSpec.constructorBuilder().addModifiers(Modifier.PRIVATE).build());
    if (!layer.style().packagePrivate()) {
      type.addModifiers(Modifier.PUBLIC);
    }
    for (StoredRequest request : requests) {
      type.addField(description(request));
      type.addMethod(method(request.request()));
    }
    return type.build();
  }

  private static FieldSpec description(StoredRequest request) {
    TypeName type = JavaNames.of(request.request().shape().type());
    CodeBlock.Builder code =
        CodeBlock.builder()
            .add(
                "$T.of($T.class, $S)$>$>",
                StoredValues.class,
                type,
                request.request().layer().name());
    request.rows().forEach(row -> addRow(request.request(), row, code));
    return FieldSpec.builder(
            ParameterizedTypeName.get(ClassName.get(StoredValues.class), type),
            constant(request.request()),
            Modifier.PUBLIC,
            Modifier.STATIC,
            Modifier.FINAL)
        .addJavadoc(
            "The columns that the values of a {@code $L} become.", request.request().shape())
        .initializer(code.add("\n.build()$<$<").build())
        .build();
  }

  private static void addRow(
      ResolvedShape request, StoredRequest.StoredRow row, CodeBlock.Builder code) {
    code.add("\n.row($S, $S)", row.row().shape().type().binaryName(), row.table());
    for (StoredRequest.StoredValue value : row.values()) {
      code.add(
          value.isVersion() ? "\n.version($S, $L, $S, $S" : "\n.value($S, $L, $S, $S",
          value.from().name(),
          reader(request, value.from()),
          value.into().name(),
          value.column());
      code.add(value.length().isPresent() ? ", " + value.length().getAsInt() + ")" : ")");
    }
    for (StoredRequest.StoredPart part : row.parts()) {
      code.add(
          "\n.part($S, $L, () -> $T.$L)",
          part.from().name(),
          reader(request, part.from()),
          ClassName.get(
              part.concept().mapperPackage(part.request().layer()),
              MapperNames.faults(part.concept(), part.request().layer())),
          constant(part.request()));
    }
    for (Table.Key key : row.keys()) {
      code.add("\n.unique($S", key.name());
      key.columns().forEach(column -> code.add(", $S", column));
      code.add(")");
    }
  }

  /** A function from the request to a value of it. */
  private static CodeBlock reader(ResolvedShape request, Field field) {
    if (SourceValues.isOwn(field) && field.reader().orElseThrow().isReference()) {
      return CodeBlock.of(
          "$T::$L", JavaNames.raw(request.shape().type()), field.reader().get().name());
    }
    SourceValues values = new SourceValues(request, REQUEST, "value", false);
    return CodeBlock.of("$L -> $L", REQUEST, values.nullable(field));
  }

  private static MethodSpec method(ResolvedShape request) {
    return MethodSpec.methodBuilder("of")
        .addModifiers(Modifier.PUBLIC, Modifier.STATIC)
        .addJavadoc(
            """
            The faults of a request that could not be stored.

            @param failure what was thrown; its causes are searched
            @return empty if no value of the request is the cause
            """)
        .returns(
            ParameterizedTypeName.get(
                ClassName.get(Optional.class), ClassName.get(FaultException.class)))
        .addParameter(JavaNames.of(request.shape().type()), REQUEST)
        .addParameter(Throwable.class, FAILURE)
        .addStatement("return $L.faults($L, $L)", constant(request), REQUEST, FAILURE)
        .build();
  }

  /** The constant of a request, such as BOOK_FIRING. */
  private static String constant(ResolvedShape request) {
    return request
        .toString()
        .replaceAll("(?<=[a-z0-9])(?=[A-Z])|[^A-Za-z0-9]+", "_")
        .toUpperCase(Locale.ROOT);
  }
}
