package dev.shelftwin.ledger;

import dev.shelftwin.plan.Given;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Callable;
import dev.shelftwin.shape.Shape;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** Chooses what makes the target of one hop. */
final class MakerChoice {

  private final Pairing pairing;
  private final Hop hop;
  private final HopWords words;

  MakerChoice(Pairing pairing, Hop hop, HopWords words) {
    this.pairing = pairing;
    this.hop = hop;
    this.words = words;
  }

  /**
   * The maker that the plan names, else the one that leaves nothing unfilled and takes the most.
   */
  Optional<Callable> best() {
    Station to = hop.to();
    Optional<String> named = named();
    if (to.shape().kind() == Shape.Kind.ABSTRACT_CLASS && named.isEmpty()) {
      return Optional.empty();
    }
    return candidates(named).min(byFitness());
  }

  private Stream<Callable> candidates(Optional<String> named) {
    return hop.to().shape().makers().stream()
        .filter(this::reaches)
        .filter(candidate -> named.isEmpty() || named.get().equals(calledBy(candidate)));
  }

  private Comparator<Callable> byFitness() {
    return Comparator.comparingLong(this::unfilled)
        .thenComparing(candidate -> -reach(candidate))
        .thenComparing(candidate -> -ownTypes(candidate));
  }

  /**
   * What would make the target as well as the chosen maker does; a constructor and a static method
   * are no rivals, since the one is there for the other.
   */
  List<Callable> rivals(Callable chosen) {
    return candidates(named())
        .filter(other -> !other.equals(chosen))
        .filter(other -> other.isConstructor() == chosen.isConstructor())
        .filter(other -> other.builder().isEmpty() && chosen.builder().isEmpty())
        .filter(other -> byFitness().compare(other, chosen) == 0)
        .toList();
  }

  /** How many of its parameters are of the types in which the target keeps them. */
  private long ownTypes(Callable candidate) {
    return candidate.parameters().stream()
        .filter(
            parameter ->
                hop.to()
                    .shape()
                    .field(parameter.name())
                    .filter(field -> field.type().present().equals(parameter.type().present()))
                    .isPresent())
        .count();
  }

  /** The maker that the plan names for this hop. */
  private Optional<String> named() {
    return Optional.ofNullable(hop.to().use().build().get(hop.from().use().simpleName()))
        .map(Text::value);
  }

  private boolean reaches(Callable candidate) {
    return candidate
        .visibility()
        .reaches(hop.outer().mapperPackage(), candidate.owner().packageName());
  }

  private static String calledBy(Callable candidate) {
    return candidate.isConstructor() ? "new" : candidate.name();
  }

  /** How many of its parameters nothing fills. */
  private long unfilled(Callable candidate) {
    return candidate.parameters().stream()
        .filter(parameter -> !isFilled(parameter.name(), candidate))
        .count();
  }

  /** How many fields of the target can be set when this makes it. */
  private long reach(Callable candidate) {
    HopLedger slots = new HopLedger(hop, Optional.of(candidate), List.of());
    return hop.to().shape().storedFields().filter(field -> slots.slot(field).isPresent()).count();
  }

  private boolean isFilled(String parameter, Callable candidate) {
    Optional<Row> row = pairing.rowOf(parameter, hop.to());
    boolean kept =
        hop.changes() && hop.to().shape().field(parameter).filter(words::keeps).isPresent();
    boolean joined = row.filter(said -> !said.several(hop.outer().use()).isEmpty()).isPresent();
    return kept
        || joined
        || row.flatMap(words::given)
            .filter(given -> given.source() != Given.Source.FACTORY || !candidate.needs(parameter))
            .isPresent()
        || !pairing.parts(parameter, hop.to(), hop.outer()).isEmpty()
        || hop.to().shape().field(parameter).flatMap(words::source).isPresent();
  }
}
