package dev.shelftwin.trial;

import dev.shelftwin.convert.Operation;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.shape.FieldTrait;
import java.lang.reflect.InvocationTargetException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** What the callers of existing mappers pass: callers of generated ones look no rows up. */
final class CallerRows {

  private final TrialTools tools;

  CallerRows(TrialTools tools) {
    this.tools = tools;
  }

  /**
   * The values that the plan says the caller passes, and for an existing mapper the rows to which
   * the target refers, by target field.
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
      if (mapping instanceof FieldMapping.Flow flow && refersToRow(flow)) {
        try {
          passed.put(flow.into().name(), row(flow, source));
        } catch (RejectedSample | InvocationTargetException | InputException none) {
          // There is no such row, so the caller cannot pass it.
        }
      }
    }
    return passed;
  }

  private static boolean refersToRow(FieldMapping.Flow flow) {
    return finds(flow) || (flow.into().has(FieldTrait.OTHER_ROW) && mapper(flow).isPresent());
  }

  private static boolean finds(FieldMapping.Flow flow) {
    return flow.how().operations(Operation.FindRow.class).findAny().isPresent();
  }

  private static Optional<Operation.CallMapper> mapper(FieldMapping.Flow flow) {
    return flow.how().operations(Operation.CallMapper.class).findFirst();
  }

  /** The row to which a field refers; null if the source has none. */
  private @Nullable Object row(FieldMapping.Flow flow, Object source)
      throws InvocationTargetException {
    List<@Nullable Object> sources = new ArrayList<>();
    flow.sources().forEach(field -> sources.add(tools.access().read(source, field)));
    if (finds(flow)) {
      return tools.expected().mapped(flow, sources).source();
    }
    @Nullable Object object = ValueFitting.unwrapped(sources.get(0));
    if (object == null) {
      return null;
    }
    Operation.CallMapper call = mapper(flow).orElseThrow();
    ConceptLedger concept = tools.ledger().concept(call.concept()).orElseThrow();
    return tools.mappers().map(concept, tools.ledger().hop(call), object, null, Map.of());
  }
}
