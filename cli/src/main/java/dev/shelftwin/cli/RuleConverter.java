package dev.shelftwin.cli;

import dev.shelftwin.finding.Nearest;
import dev.shelftwin.finding.RuleId;
import java.util.Arrays;
import java.util.TreeSet;
import java.util.stream.Collectors;
import picocli.CommandLine.ITypeConverter;
import picocli.CommandLine.TypeConversionException;

/** Reads a rule by the name that reports give it. */
final class RuleConverter implements ITypeConverter<RuleId> {

  @Override
  public RuleId convert(String name) {
    return RuleId.of(name)
        .orElseThrow(
            () ->
                new TypeConversionException(
                    "there is no rule '"
                        + name
                        + "'; "
                        + Nearest.remedy(
                            name,
                            Arrays.stream(RuleId.values())
                                .map(RuleId::key)
                                .collect(Collectors.toCollection(TreeSet::new)))));
  }
}
