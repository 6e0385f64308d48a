package dev.shelftwin.ledger;

/**
 * One method for each kind of mapping.
 *
 * @param <R> the result
 */
public interface MappingCases<R> {
  R carried(FieldMapping.Carried mapping);

  R converted(FieldMapping.Converted mapping);

  R joined(FieldMapping.Joined mapping);

  R split(FieldMapping.Split mapping);

  R derived(FieldMapping.Derived mapping);

  R given(FieldMapping.Given mapping);

  R stays(FieldMapping.Stays mapping);

  R compared(ComparedVersion mapping);

  R lost(FieldMapping.Lost mapping);

  R unfilled(FieldMapping.Unfilled mapping);

  R mismatched(FieldMapping.Mismatched mapping);

  R byExistingMapper(FieldMapping.ByExistingMapper mapping);
}
