package dev.shelftwin.testkit;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.trial.Divergence;
import dev.shelftwin.trial.Outcome;
import dev.shelftwin.trial.RouteResult;
import dev.shelftwin.trial.TrialResult;
import java.util.List;
import org.assertj.core.api.AbstractListAssert;
import org.assertj.core.api.ObjectAssert;

/** What tests ask of trials. */
public final class Trials {

  private Trials() {}

  /** Every route must have held; goes on with their steps. */
  public static AbstractListAssert<?, ?, List<String>, ObjectAssert<List<String>>> assertHeld(
      TrialResult result) {
    return assertThat(result.routes())
        .isNotEmpty()
        .allSatisfy(
            route -> assertThat(route.outcome()).as(route.toString()).isEqualTo(Outcome.HELD))
        .extracting(RouteResult::route);
  }

  /** The divergences of all routes. */
  public static List<Divergence> divergences(TrialResult result) {
    return result.routes().stream().flatMap(route -> route.divergences().stream()).toList();
  }
}
