package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Station;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * A field that is called as secrets are, that the plan does not call one, and that a response shows
 * or a record prints.
 */
final class SuspectedSecret implements Rule {

  private static final Pattern WORDS = Pattern.compile("(?<=[a-z0-9])(?=[A-Z])|_");

  /** Whole words of names, two together where one alone means other things too. */
  private static final Pattern USUAL =
      Pattern.compile(
          "\\b(password|passwd|passphrase|pwd|pin( (hash|code|number))?$|secret|credentials?|cvv|cvc|otp"
              + "|(access|refresh|auth|session|bearer|reset|api) (token|key)|private key)\\b");

  @Override
  public RuleId id() {
    return RuleId.SUSPECTED_SECRET;
  }

  @Override
  public Stream<Hit> check(ConceptLedger ledger, Stage stage) {
    Stream<Hit> shown =
        Hits.entries(ledger)
            .filter(at -> at.to().role() == Role.TRANSFER && at.entry().isCarried())
            .flatMap(at -> shown(ledger, at).stream());
    Stream<Hit> printed =
        ledger
            .stations()
            .flatMap(
                station ->
                    Prints.fields(ledger, station, stage.shapes())
                        .filter(field -> isSuspect(ledger, station, field))
                        .map(field -> printed(ledger, station, field)));
    return Stream.concat(shown, printed);
  }

  private static boolean isSuspect(ConceptLedger ledger, Station station, Field field) {
    String words = WORDS.matcher(field.name()).replaceAll(" ").toLowerCase(Locale.ROOT);
    return !ledger.roles(station, field).contains(FieldRole.SECRET) && USUAL.matcher(words).find();
  }

  private Optional<Hit> shown(ConceptLedger ledger, Hits.OnHop at) {
    Field target = at.entry().target().orElseThrow();
    Optional<String> path =
        at.entry().sources().stream()
            .filter(source -> isSuspect(ledger, at.from(), source))
            .map(at.from()::path)
            .findFirst();
    Optional<String> own =
        isSuspect(ledger, at.to(), target) ? Optional.of(at.to().path(target)) : Optional.empty();
    return own.or(() -> path)
        .filter(name -> !isDeclared(ledger, at))
        .map(
            name ->
                new Hits(id(), ledger)
                    .onHop(
                        at,
                        at.to(),
                        target,
                        at.to().path(target) + " goes out and " + name + " looks like a secret",
                        remedies(ledger, at.to(), target)));
  }

  private static boolean isDeclared(ConceptLedger ledger, Hits.OnHop at) {
    return Stream.concat(
            at.entry().sources().stream().map(field -> ledger.roles(at.from(), field)),
            at.entry().target().stream().map(field -> ledger.roles(at.to(), field)))
        .anyMatch(roles -> roles.contains(FieldRole.SECRET));
  }

  private Hit printed(ConceptLedger ledger, Station station, Field field) {
    return new Hits(id(), ledger)
        .ofField(
            station,
            field,
            station.shape() + ".toString() prints " + field.name() + ", which looks like a secret",
            remedies(ledger, station, field));
  }

  private static List<Remedy> remedies(ConceptLedger ledger, Station station, Field field) {
    PlanRows rows = new PlanRows(ledger);
    return List.of(
        rows.with("if it is one, say so", station, field, "is: secret"),
        rows.with(
            "if it is none, say why",
            station,
            field,
            "accept: { suspected-secret: \"why it is none\" }"));
  }
}
