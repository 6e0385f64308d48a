package dev.shelftwin.convert;

import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Optional;

/** Conversions between types of the JDK. */
final class JdkConversions implements ConversionStrategy {

  private static final JdkTable TABLE = new JdkTable();

  static {
    JdkNumbers.addTo(TABLE);
    JdkTexts.addTo(TABLE);
    JdkTimes.addTo(TABLE);
    JdkLegacyTimes.addTo(TABLE);
  }

  @Override
  public Optional<Conversion> between(TypeRef from, TypeRef to, ConversionFinder catalogue) {
    return TABLE.find(from, to).map(JdkTable.Row::step).map(Conversion::of);
  }

  @Override
  public List<ConversionDescription> descriptions() {
    return TABLE.rows().stream().map(JdkTable.Row::description).toList();
  }
}
