package dev.shelftwin.trial;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.HopLedger;
import java.lang.reflect.InvocationTargetException;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiConsumer;
import org.jspecify.annotations.Nullable;

/** The mappers that the users have already. */
@FunctionalInterface
public interface ExistingMappers {

  /** No mapper for any hop. */
  ExistingMappers NONE = (concept, hop, updates) -> Optional.empty();

  /**
   * The mapper of a hop.
   *
   * @param updates whether it must fill an object that is there already
   */
  Optional<Call> of(ConceptLedger concept, HopLedger hop, boolean updates);

  /** Calls one mapper. */
  @FunctionalInterface
  interface Call {

    /**
     * Maps an object.
     *
     * @param target the object to fill; null if one is created
     * @param callerValues the values that the plan says the caller passes, and the rows that the
     *     plan finds, by field
     * @param answered receives each value that a stub of a collaborator returns, with the method as
     *     {@code Type.method}
     * @return the target; null if the mapper returns nothing
     * @throws InvocationTargetException if the users' code fails
     */
    @Nullable Object map(
        Object source,
        @Nullable Object target,
        Map<String, @Nullable Object> callerValues,
        BiConsumer<Object, String> answered)
        throws InvocationTargetException;
  }
}
