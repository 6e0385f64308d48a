package dev.shelftwin.generate;

import com.palantir.javapoet.CodeBlock;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Hop;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.FieldRole;

/** Writes the key of a row, which faults of loading name. */
final class RowKey {

  private RowKey() {}

  /**
   * The expression; {@code null} if the row has no key that the mapper can read.
   *
   * @param row the variable that holds the row
   */
  static CodeBlock of(ConceptLedger concept, Hop hop, String row) {
    return hop.from().shape().fields().stream()
        .filter(field -> concept.roles(hop.from(), field).contains(FieldRole.KEY))
        .flatMap(field -> field.reader().stream())
        .filter(access -> isAccessible(hop, access))
        .findFirst()
        .map(reader -> Expressions.read(CodeBlock.of("$L", row), reader))
        .orElseGet(() -> CodeBlock.of("null"));
  }

  private static boolean isAccessible(Hop hop, Access access) {
    return access
        .visibility()
        .reaches(hop.outer().mapperPackage(), hop.from().shape().type().packageName());
  }
}
