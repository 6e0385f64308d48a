package dev.shelftwin.rule;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Loss;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.shape.Place;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** A conversion that may lose information. */
final class LossyConversion implements Rule.Check<MappingOnHop> {

  @Override
  public Stream<RuleMatch> of(MappingOnHop at, RuleContext context) {
    Optional<Conversion> conversion = at.mapping().conversion();
    if (conversion.isEmpty() || at.mapping().sources().isEmpty()) {
      return Stream.empty();
    }
    List<UserMethodLosses.Found> own = UserMethodLosses.of(conversion.get(), context);
    Set<Loss> losses = EnumSet.noneOf(Loss.class);
    losses.addAll(conversion.get().losses());
    own.forEach(found -> losses.add(found.loss()));
    return losses.isEmpty() ? Stream.empty() : Stream.of(match(at, losses, own));
  }

  private static RuleMatch match(
      MappingOnHop at, Set<Loss> losses, List<UserMethodLosses.Found> own) {
    String lost = losses.stream().map(Loss::key).collect(Collectors.joining(", "));
    String message =
        "The conversion of "
            + at.sourcePath()
            + " ("
            + at.source().type()
            + ") to "
            + at.targetPath()
            + " ("
            + at.target().type()
            + ") may lose "
            + lost
            + own.stream().map(LossyConversion::call).collect(Collectors.joining())
            + ".";
    Remedy accept =
        new PlanRows(at.concept())
            .accept(RuleId.LOSSY_CONVERSION, at.from(), at.source(), "why this is enough");
    return new Matches(RuleId.LOSSY_CONVERSION, at.concept())
        .onHop(
            at,
            at.to(),
            at.target(),
            message,
            List.of(Remedy.advice("use a target type that holds every value"), accept));
  }

  private static String call(UserMethodLosses.Found found) {
    Place at = found.call().at();
    String file = at.file().substring(at.file().lastIndexOf('/') + 1);
    return ", because your code calls "
        + found.call().owner()
        + "."
        + found.call().method()
        + (at.line() > 0 ? " (" + file + ":" + at.line() + ")" : "");
  }
}
