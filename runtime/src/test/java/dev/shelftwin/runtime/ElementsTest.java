package dev.shelftwin.runtime;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Containers carried element by element. */
class ElementsTest {

  static Stream<Function<Collection<? extends String>, Collection<Integer>>> forms() {
    return Stream.of(
        strings -> Elements.<String, Integer>list(Integer::valueOf).apply(strings),
        strings -> Elements.list(strings, Integer::valueOf),
        strings -> Elements.set(strings, Integer::valueOf),
        strings -> Elements.sortedSet(strings, Integer::valueOf));
  }

  @ParameterizedTest
  @MethodSource("forms")
  void copiesElementsToModifiableContainers(
      Function<Collection<? extends String>, Collection<Integer>> form) {
    Collection<Integer> carried = form.apply(List.of("1", "2", "30"));
    assertThat(carried).containsExactly(1, 2, 30);
    carried.add(31);
    assertThat(carried).contains(31);
  }

  @ParameterizedTest
  @MethodSource("forms")
  void reportsAllFaultsWithTheirPlaces(
      Function<Collection<? extends String>, Collection<Integer>> form) {
    assertThatThrownBy(() -> form.apply(List.of("1", "two", "3", "four")))
        .isInstanceOfSatisfying(
            FaultException.class,
            refused ->
                assertThat(refused.faults())
                    .extracting(fault -> fault.path().text(), Fault::code)
                    .containsExactly(tuple("[1]", Fault.REFUSED), tuple("[3]", Fault.REFUSED)));
  }

  @Test
  void aNullElementIsAFault() {
    for (Function<Collection<String>, ?> form :
        List.<Function<Collection<String>, ?>>of(
            strings -> Elements.list(strings), Elements.list()::apply, Elements.set()::apply)) {
      assertThatThrownBy(() -> form.apply(Arrays.asList("a", null)))
          .isInstanceOf(FaultException.class)
          .hasMessageContaining("[1]: a value is required (missing)");
    }
  }

  @Test
  void aFaultInAMapHasItsKey() {
    Map<String, String> written = new LinkedHashMap<>();
    written.put("quartz", "30");
    written.put("clay", "much");
    assertThatThrownBy(() -> Elements.map(written, key -> key, Integer::valueOf))
        .isInstanceOf(FaultException.class)
        .hasMessageContaining("[\"clay\"]");
    written.remove("clay");
    assertThat(Elements.map(written, String::length, Integer::valueOf))
        .containsExactly(Map.entry(6, 30));
    assertThat(Elements.<String, String>map().apply(written))
        .isEqualTo(written)
        .isNotSameAs(written);
  }

  @Test
  void reportsNestedFaultsBelowTheIndex() {
    Function<Collection<? extends List<String>>, List<List<Integer>>> nested =
        Elements.list(inner -> Elements.list(inner, Integer::valueOf));
    FaultCollector collector = FaultCollector.collecting("api", "BookFiring");
    collector.required("rates", List.of(List.of("1"), List.of("2", "x")), nested);
    collector.required("code", null);
    assertThatThrownBy(collector::throwIfAny)
        .isInstanceOfSatisfying(
            FaultException.class,
            refused ->
                assertThat(refused.faults())
                    .extracting(Fault::layer, Fault::shape, fault -> fault.path().text())
                    .containsExactly(
                        tuple("api", "BookFiring", "rates[1][1]"),
                        tuple("api", "BookFiring", "code")));
  }

  @Test
  void joinsValuesOnlyIfAllWereAccepted() {
    FaultCollector collector = FaultCollector.collecting("api", "BookFiring");
    assertThat(collector.join("first", () -> "made")).isEqualTo("made");
    collector.required("first", null);
    List<String> calls = new ArrayList<>();
    assertThat(collector.join("first", () -> calls.add("made"))).isNull();
    assertThat(calls).isEmpty();
    FaultCollector stopping = FaultCollector.failFast("store", "FiringRow", 7);
    assertThatThrownBy(
            () ->
                stopping.join(
                    "chargeAmount",
                    () -> stopping.required("chargeCurrency", null, Function.identity())))
        .isInstanceOfSatisfying(
            FaultException.class,
            refused ->
                assertThat(refused.faults())
                    .extracting(Fault::shape, fault -> fault.path().text())
                    .containsExactly(tuple("FiringRow 7", "chargeCurrency")));
  }

  @Test
  void anUnknownKeyHasItsOwnFaultCode() {
    Function<String, String> known = RowLookup.by(Map.of("K1", "the big one")::get);
    assertThat(known.apply("K1")).isEqualTo("the big one");
    assertThatThrownBy(() -> known.apply("K2"))
        .isInstanceOfSatisfying(
            RejectedValue.class,
            refusal -> assertThat(refusal.code()).isEqualTo(Fault.UNKNOWN_REFERENCE))
        .hasMessage("no row has the key K2");
    assertThat(Elements.set(List.of("K1", "K1"), known)).isEqualTo(Set.of("the big one"));
  }
}
