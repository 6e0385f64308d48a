package dev.shelftwin.trial;

import dev.shelftwin.convert.Operation;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** What the callers of existing mappers pass: callers of generated ones look no rows up. */
final class CallerRows {

  private final ExpectedValues expected;
  private final ObjectAccess access;

  CallerRows(ExpectedValues expected, ObjectAccess access) {
    this.expected = expected;
    this.access = access;
  }

  /**
   * The values that the plan says the caller passes, and for an existing mapper the rows that the
   * plan finds, by target field.
   *
   * @param callerValues the former
   */
  Map<String, @Nullable Object> passed(
      ConceptLedger concept,
      HopLedger hop,
      Object source,
      Map<String, @Nullable Object> callerValues) {
    if (!concept.isExisting(hop)) {
      return callerValues;
    }
    Map<String, @Nullable Object> passed = new LinkedHashMap<>(callerValues);
    for (FieldMapping mapping : hop.mappings()) {
      if (mapping instanceof FieldMapping.Flow flow
          && flow.how().operations(Operation.FindRow.class).findAny().isPresent()) {
        List<@Nullable Object> sources = new ArrayList<>();
        flow.sources().forEach(field -> sources.add(access.read(source, field)));
        try {
          passed.put(flow.into().name(), expected.mapped(flow, sources).source());
        } catch (RejectedSample rejected) {
          // There is no such row, so the caller cannot pass it.
        }
      }
    }
    return passed;
  }
}
