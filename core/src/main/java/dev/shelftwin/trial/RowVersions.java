package dev.shelftwin.trial;

import dev.shelftwin.convert.Operation;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.shape.Field;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** The versions of rows, which updates compare with the versions that their sources have. */
final class RowVersions {

  private final ObjectAccess access;
  private final ExpectedValues expected;
  private final IdentityHashMap<HopLedger, List<FieldMapping>> versions = new IdentityHashMap<>();

  RowVersions(ObjectAccess access, ExpectedValues expected) {
    this.access = access;
    this.expected = expected;
  }

  /**
   * Gives a row the version that the source has: nobody has changed it since. Existing mappers are
   * given the source's own row, with what only its creation writes.
   */
  void keep(ConceptLedger concept, HopLedger hop, Object source, Object row) {
    versions(hop).forEach(version -> keep(version, source, row));
    if (concept.isExisting(hop)) {
      keepWrittenOnce(concept, hop, source, row);
    }
  }

  private void keepWrittenOnce(ConceptLedger concept, HopLedger hop, Object source, Object row) {
    for (FieldMapping mapping : hop.mappings()) {
      boolean once =
          mapping instanceof FieldMapping.Flow flow
              && flow.source().isPresent()
              && flow.how().operations(Operation.CallMapper.class).findAny().isEmpty()
              && concept.isWrittenOnce(hop.hop().to(), flow.into());
      if (once) {
        keep(mapping, source, row);
      }
    }
  }

  private void keep(FieldMapping mapping, Object source, Object row) {
    seen(mapping, source).ifPresent(seen -> access.set(row, mapping.target().orElseThrow(), seen));
  }

  /**
   * Gives a row another version than the source has: someone has changed it since.
   *
   * @return the source's version; empty if it has none, or if no other version is known
   */
  Optional<Field> change(HopLedger hop, Object source, Object row) {
    for (FieldMapping version : versions(hop)) {
      Optional<Object> next = seen(version, source).flatMap(RowVersions::after);
      if (next.isPresent()) {
        access.set(row, version.target().orElseThrow(), next.get());
        return version.source();
      }
    }
    return Optional.empty();
  }

  private List<FieldMapping> versions(HopLedger hop) {
    return versions.computeIfAbsent(hop, HopLedger::versions);
  }

  private Optional<Object> seen(FieldMapping version, Object source) {
    @Nullable Object value = access.read(source, version.source().orElseThrow());
    try {
      ExpectedValue seen = expected.converted(value, version.conversion().orElseThrow());
      return Optional.ofNullable(seen.source());
    } catch (RejectedSample rejected) {
      return Optional.empty(); // the mapper refuses it, which its route tells
    }
  }

  /** Jakarta Persistence 3.2, §3.5.2: whole numbers and times can be versions. */
  private static Optional<Object> after(Object version) {
    if (version instanceof Integer number) {
      return Optional.of(number + 1);
    }
    if (version instanceof Long number) {
      return Optional.of(number + 1);
    }
    if (version instanceof Short number) {
      return Optional.of((short) (number + 1));
    }
    if (version instanceof Instant time) {
      return Optional.of(other(time, Instant.EPOCH, Instant.ofEpochSecond(1)));
    }
    if (version instanceof LocalDateTime time) {
      return Optional.of(other(time, LocalDate.EPOCH.atStartOfDay(), LocalDate.EPOCH.atTime(1, 0)));
    }
    return Optional.empty();
  }

  private static <T> T other(T value, T one, T another) {
    return value.equals(one) ? another : one;
  }
}
