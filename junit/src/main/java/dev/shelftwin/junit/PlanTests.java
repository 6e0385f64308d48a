package dev.shelftwin.junit;

import dev.shelftwin.trial.Doubles;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicNode;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.extension.ExtendWith;

/**
 * A test class that implements this tests a plan: its findings, and every field on every route.
 *
 * <pre>{@code
 * class KilnPlanTest implements PlanTests {}
 * }</pre>
 *
 * <p>The tests are a tree: {@code check} with the findings, then concepts, routes and fields. A
 * route runs when its node does, so one route can be repeated alone. The users' code runs in the
 * tests' virtual machine: code that exits or halts it, or never returns, ends the tests; {@code
 * shelf-twin trial} runs such code in a machine of its own.
 */
public interface PlanTests {

  /** All tests of the plan. */
  @TestFactory
  @ExtendWith(PlanTreeResolver.class)
  default Stream<DynamicNode> plan(PlanTree tree) {
    return tree.tests(doubles());
  }

  /** Test doubles for what mappers take from elsewhere; none unless a test class has some. */
  default Doubles doubles() {
    return Doubles.none();
  }
}
