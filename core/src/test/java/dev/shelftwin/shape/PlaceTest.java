package dev.shelftwin.shape;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;

class PlaceTest {

  private final AtomicInteger searches = new AtomicInteger();

  @Test
  void isLookedUpOnceAndOnlyWhenItIsAskedFor() {
    Place found = Place.found(this::search);
    Field field =
        Field.ofParameter("load", TypeRef.of("java.lang", "Integer"), Presence.OPTIONAL, found);
    Field other =
        Field.ofParameter("kiln", field.type(), Presence.OPTIONAL, Place.found(this::search));
    assertThat(field).isNotEqualTo(other).doesNotHaveSameHashCodeAs(other);
    assertThat(searches).hasValue(0);

    assertThat(found)
        .hasToString("Firing.java:7:3")
        .isEqualTo(new Place("Firing.java", 7, 3, "int load;"));
    assertThat(found.text()).isEqualTo("int load;");
    assertThat(searches).hasValue(1);
  }

  private Place search() {
    searches.incrementAndGet();
    return new Place("Firing.java", 7, 3, "int load;");
  }
}
