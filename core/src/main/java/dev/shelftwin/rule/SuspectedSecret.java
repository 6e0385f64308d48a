package dev.shelftwin.rule;

import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.ResolvedShape;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** A field whose name looks like a secret's, that the plan does not call one, in a response. */
final class SuspectedSecret implements Rule.Check<MappingOnHop> {

  private static final Pattern WORD_BREAK = Pattern.compile("(?<=[a-z0-9])(?=[A-Z])|_");

  /** Words in names; two together where one alone has other meanings. */
  private static final Pattern SECRET_WORDS =
      Pattern.compile(
          "\\b(password|passwd|passphrase|pwd|pin( (hash|code|number))?$|secret|credentials?|cvv|cvc|otp"
              + "|(access|refresh|auth|session|bearer|reset|api) (token|key)|private key)\\b");

  /** Last words of names of what is said about secrets. */
  private static final Pattern ABOUT_SECRETS =
      Pattern.compile("\\b(algorithm|format|policy|policies|rule|rules|strength)$");

  private static final Pattern SHORT_NUMBER = Pattern.compile("\\b(pin|cvv|cvc|otp)$");

  @Override
  public Stream<RuleMatch> of(MappingOnHop at, RuleContext context) {
    boolean shown =
        at.to().role() == Role.TRANSFER
            && at.mapping().isCarried()
            && !LeakedSecret.isDeclaredSecret(at);
    return shown ? suspect(at).map(path -> match(at, path)).stream() : Stream.empty();
  }

  /** Whether a field's name looks like a secret's, and the plan does not call it one. */
  static boolean isSuspect(ConceptLedger concept, ResolvedShape shape, Field field) {
    String words = WORD_BREAK.matcher(field.name()).replaceAll(" ").toLowerCase(Locale.ROOT);
    return SECRET_WORDS.matcher(words).find()
        && !ABOUT_SECRETS.matcher(words).find()
        && mayHoldOne(field.type().present(), words)
        && !concept.roles(shape, field).contains(FieldRole.SECRET);
  }

  /** A text, bytes or a type of the users'; a number only if it has the secret's own name. */
  private static boolean mayHoldOne(TypeRef type, String words) {
    TypeRef held = Container.held(type).boxed();
    return switch (held.packageName()) {
      case "java.time", "java.math" -> false;
      case "java.lang" ->
          held.isLang("String")
              || held.isLang("CharSequence")
              || held.isLang("Object")
              || held.isLang("Byte")
              || held.isLang("Character")
              || (!held.isLang("Boolean") && SHORT_NUMBER.matcher(words).find());
      default -> !held.qualifiedName().equals("java.util.Date");
    };
  }

  private static Optional<String> suspect(MappingOnHop at) {
    if (isSuspect(at.concept(), at.to(), at.target())) {
      return Optional.of(at.targetPath());
    }
    return at.mapping().sources().stream()
        .filter(source -> isSuspect(at.concept(), at.from(), source))
        .map(at.from()::path)
        .findFirst();
  }

  private static RuleMatch match(MappingOnHop at, String suspect) {
    String message =
        suspect.equals(at.targetPath())
            ? suspect + " is in a response, and its name looks like a secret."
            : at.targetPath()
                + " is in a response, and the name of "
                + suspect
                + " looks like a secret.";
    return new Matches(RuleId.SUSPECTED_SECRET, at.concept())
        .onHop(at, at.to(), at.target(), message, remedies(at.concept(), at.to(), at.target()));
  }

  static List<Remedy> remedies(ConceptLedger concept, ResolvedShape shape, Field field) {
    PlanRows rows = new PlanRows(concept);
    return List.of(
        rows.with("if it is a secret, say so", shape, field, "is: secret"),
        rows.with(
            "if it is not, say why",
            shape,
            field,
            "accept: { suspected-secret: \"why it is no secret\" }"));
  }
}
