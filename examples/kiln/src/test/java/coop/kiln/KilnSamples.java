package coop.kiln;

import coop.kiln.model.Email;
import coop.kiln.model.FiringNumber;
import coop.kiln.model.Glaze;
import coop.kiln.model.GlazeCode;
import coop.kiln.model.KilnCode;
import coop.kiln.model.Material;
import coop.kiln.model.Money;
import coop.kiln.model.Phone;
import coop.kiln.model.PieceTag;
import coop.kiln.model.Segment;
import coop.kiln.model.WorkPayment;
import java.math.BigDecimal;
import java.time.Duration;
import java.util.Currency;
import java.util.EnumMap;
import java.util.Map;
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

  public static GlazeCode glazeCode(RandomGenerator random) {
    return new GlazeCode("G-" + random.nextInt(10_000));
  }

  public static PieceTag pieceTag(RandomGenerator random) {
    return new PieceTag(String.format("P%03d", random.nextInt(1000)));
  }

  public static WorkPayment workPayment(RandomGenerator random) {
    return new WorkPayment(
        FiringNumber.of(random.nextInt(1, 100_000)), Duration.ofMinutes(random.nextInt(1, 600)));
  }

  public static Glaze glaze(RandomGenerator random) {
    Map<Material, Integer> recipe = new EnumMap<>(Material.class);
    for (Material material : Material.values()) {
      if (random.nextBoolean()) {
        recipe.put(material, random.nextInt(0, 101));
      }
    }
    return new Glaze(
        glazeCode(random), "Ash " + random.nextInt(1000), random.nextBoolean(), recipe);
  }

  public static Money money(RandomGenerator random) {
    String currency = random.nextInt(4) == 0 ? "GBP" : "EUR";
    return new Money(
        BigDecimal.valueOf(random.nextInt(100_000), 2), Currency.getInstance(currency));
  }
}
