package dev.shelftwin.report;

import dev.shelftwin.convert.Loss;
import dev.shelftwin.ledger.ComparedVersion;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.MappingCases;
import java.util.stream.Collectors;

/** What a field mapping does besides its kind, as a phrase; empty if there is nothing to add. */
final class MappingText implements MappingCases<String> {

  static final MappingText DETAILS = new MappingText();

  private MappingText() {}

  @Override
  public String carried(FieldMapping.Carried mapping) {
    return "";
  }

  @Override
  public String converted(FieldMapping.Converted mapping) {
    return conversion(mapping);
  }

  @Override
  public String joined(FieldMapping.Joined mapping) {
    return conversion(mapping);
  }

  @Override
  public String split(FieldMapping.Split mapping) {
    return conversion(mapping);
  }

  @Override
  public String derived(FieldMapping.Derived mapping) {
    return mapping.reason().orElse("");
  }

  @Override
  public String given(FieldMapping.Given mapping) {
    return mapping.value().label();
  }

  @Override
  public String stays(FieldMapping.Stays mapping) {
    return mapping.reason().orElse("");
  }

  @Override
  public String compared(ComparedVersion mapping) {
    return mapping.reason().orElse("");
  }

  @Override
  public String lost(FieldMapping.Lost mapping) {
    return "";
  }

  @Override
  public String unfilled(FieldMapping.Unfilled mapping) {
    return "";
  }

  @Override
  public String mismatched(FieldMapping.Mismatched mapping) {
    return "the types do not fit";
  }

  @Override
  public String byExistingMapper(FieldMapping.ByExistingMapper mapping) {
    return "by the existing mapper";
  }

  private static String conversion(FieldMapping.Flow mapping) {
    String losses =
        mapping.how().losses().stream().map(Loss::key).collect(Collectors.joining(", "));
    return mapping.how() + (losses.isEmpty() ? "" : " (may lose " + losses + ")");
  }
}
