package coop.kiln;

import coop.kiln.model.Email;
import coop.kiln.model.KilnCode;
import coop.kiln.model.Money;
import coop.kiln.model.Phone;
import coop.kiln.model.Segment;
import java.math.BigDecimal;
import java.time.Duration;
import java.util.Currency;
import java.util.random.RandomGenerator;

/** Values for the trials that cannot be made at random: each has a form of its own. */
public final class KilnSamples {

  private KilnSamples() {}

  public static Email email(RandomGenerator random) {
    return new Email("potter" + random.nextInt(100_000) + "@ashfold.example");
  }

  public static Phone phone(RandomGenerator random) {
    return new Phone("+44 " + (10_000 + random.nextInt(90_000)));
  }

  public static KilnCode kilnCode(RandomGenerator random) {
    return new KilnCode("K" + random.nextInt(10_000_000));
  }

  public static Segment segment(RandomGenerator random) {
    return new Segment(
        random.nextInt(1, 601),
        random.nextInt(1, 1401),
        Duration.ofMinutes(random.nextInt(0, 600)));
  }

  public static Money money(RandomGenerator random) {
    return new Money(BigDecimal.valueOf(random.nextInt(100_000), 2), Currency.getInstance("EUR"));
  }
}
