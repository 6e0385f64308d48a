package dev.shelftwin.draft;

import dev.shelftwin.ledger.LayerTypes;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Direction;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.ShapeUse;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Stream;

/** The types of one concept, one or more in each layer. */
final class PairedTypes {

  /** The fraction of its fields that a type has in common with a concept to which it belongs. */
  private static final double SIMILAR = 0.6;

  private final ReadCode code;
  private final NameWords name;
  private final List<Member> members = new ArrayList<>();
  private final Set<Shape> mapped = new HashSet<>();
  private final List<Guess> guesses = new ArrayList<>();

  /**
   * A concept with one type.
   *
   * @param name the words of the concept's name
   */
  PairedTypes(ReadCode code, DataTypes layer, Shape hub, NameWords name) {
    this.code = code;
    this.name = name;
    members.add(new Member(layer, hub, Direction.BOTH));
  }

  /** A type and its direction. */
  record Member(DataTypes layer, Shape shape, Direction direction) {

    Role role() {
      return layer.layer().role();
    }
  }

  Shape hub() {
    return members.get(0).shape();
  }

  NameWords words() {
    return name;
  }

  List<Member> members() {
    return List.copyOf(members);
  }

  Stream<Shape> shapes() {
    return members.stream().map(Member::shape);
  }

  /** The types for which the users have a mapper method, in whatever direction. */
  Set<Shape> mapped() {
    return Set.copyOf(mapped);
  }

  boolean isStored() {
    return has(Role.PERSISTENCE);
  }

  boolean has(Role role) {
    return members.stream().anyMatch(member -> member.role() == role);
  }

  /** Whether the names of two of its types are alike: one has all words of the concept's name. */
  boolean isNamedAlike() {
    return members.stream()
        .skip(1)
        .anyMatch(member -> TypeNames.whole(member.shape()).contains(name));
  }

  boolean isPaired() {
    return members.size() > 1;
  }

  /**
   * Adds a type.
   *
   * @param isMapped whether methods of the users map it
   */
  void add(DataTypes layer, Shape shape, boolean isMapped) {
    NameWords words = TypeNames.whole(shape);
    if (!words.contains(name)) {
      Guess.Kind kind = isMapped ? Guess.Kind.BY_METHODS : Guess.Kind.BY_FIELDS;
      guesses.add(new Guess(kind, shape + " of " + name()));
    }
    if (isMapped) {
      mapped.add(shape);
    }
    boolean row = layer.layer().role() == Role.PERSISTENCE;
    NameWords own = NameWords.of(shape.type().simpleName());
    NameWords rest = (own.contains(name) ? own : words).without(name);
    Direction direction = row ? Direction.BOTH : direction(rest, shape);
    members.add(new Member(layer, shape, direction));
  }

  /**
   * Removes types that have no field of the concept, where another type of their layer has some:
   * wrappers of transfer types are often named like them. And those that only hold a part of it for
   * another type of their layer.
   */
  List<Shape> removeUnlike() {
    List<Shape> removed = new ArrayList<>();
    for (Member member : members()) {
      boolean unlike =
          !member.shape().equals(hub())
              && !mapped.contains(member.shape())
              && overlap(member) == 0
              && members.stream()
                  .anyMatch(other -> other.layer().equals(member.layer()) && overlap(other) > 0);
      if (unlike || isPart(member)) {
        members.remove(member);
        guesses.removeIf(guess -> guess.subject().equals(member.shape().toString()));
        removed.add(member.shape());
      }
    }
    return removed;
  }

  /** Whether a type has another name, few of the concept's fields, and is held by another type. */
  private boolean isPart(Member member) {
    return !member.shape().equals(hub())
        && !NameWords.of(member.shape().type().simpleName()).contains(name)
        && overlap(member) < SIMILAR
        && members.stream()
            .filter(other -> other.layer().equals(member.layer()))
            .anyMatch(other -> contains(other.shape(), member.shape()));
  }

  private double overlap(Member member) {
    return member.shape().equals(hub()) ? 0 : code.overlap(member.shape(), hub()).support();
  }

  private Direction direction(NameWords rest, Shape shape) {
    if (rest.last().anyOf(TypeNames.PLAIN_RESPONSE_WORDS)) {
      return guessed(Guess.Kind.RESPONSE, shape, Direction.OUT); // to whatever was asked
    }
    if (rest.anyOf(TypeNames.CHANGE_WORDS) && shape.storedFields().allMatch(this::mayBeNull)) {
      return guessed(Guess.Kind.CHANGE, shape, Direction.CHANGE);
    }
    if (rest.anyOf(TypeNames.REQUEST_WORDS) || rest.anyOf(TypeNames.CHANGE_WORDS)) {
      return guessed(Guess.Kind.REQUEST, shape, Direction.IN);
    }
    return rest.anyOf(TypeNames.RESPONSE_WORDS)
        ? guessed(Guess.Kind.RESPONSE, shape, Direction.OUT)
        : guessed(Guess.Kind.BOTH_DIRECTIONS, shape, Direction.BOTH);
  }

  private Direction guessed(Guess.Kind kind, Shape shape, Direction direction) {
    guesses.add(new Guess(kind, shape.toString()));
    return direction;
  }

  private boolean mayBeNull(Field field) {
    return field.presence() != Presence.REQUIRED;
  }

  /** Lets nested transfer types be used in every direction in which their holders are. */
  static void spreadDirections(Collection<PairedTypes> all) {
    for (PairedTypes one : all) {
      one.members.replaceAll(member -> one.spread(member, all));
    }
  }

  private Member spread(Member member, Collection<PairedTypes> all) {
    if (member.role() != Role.TRANSFER || member.direction() == Direction.CHANGE) {
      return member;
    }
    Set<Direction> directions = EnumSet.of(member.direction());
    for (PairedTypes other : all) {
      for (Member holder : other.members) {
        Direction direction = holder.direction();
        Direction needed = direction == Direction.CHANGE ? Direction.IN : direction;
        boolean adds =
            holder.role() == Role.TRANSFER
                && !holder.equals(member)
                && !directions.contains(Direction.BOTH)
                && contains(holder.shape(), member.shape())
                && directions.add(needed);
        if (adds) {
          guesses.add(new Guess(Guess.Kind.NESTED, member.shape() + " in " + holder.shape()));
        }
      }
    }
    return directions.size() == 1
        ? member
        : new Member(member.layer(), member.shape(), Direction.BOTH);
  }

  /** Whether other types contain a type of that name, and give it more directions. */
  boolean isNested(String type) {
    return guesses.stream()
        .anyMatch(
            guess ->
                guess.kind() == Guess.Kind.NESTED && guess.subject().startsWith(type + " in "));
  }

  private static boolean contains(Shape holder, Shape nested) {
    return holder
        .storedFields()
        .anyMatch(
            field ->
                Container.held(field.type()).qualifiedName().equals(nested.type().qualifiedName()));
  }

  /** The name of the concept: the words of its first type's name that all its types have. */
  String name() {
    StringBuilder text = new StringBuilder();
    for (String word : spoken().all()) {
      text.append(Character.toUpperCase(word.charAt(0))).append(word.substring(1));
    }
    return text.toString();
  }

  /** The words of the name, with those of the first type's name that all other types have too. */
  private NameWords spoken() {
    List<NameWords> others =
        members.stream()
            .skip(1)
            .map(member -> NameWords.of(member.shape().type().simpleName()))
            .toList();
    List<String> words =
        NameWords.of(hub().type().simpleName()).all().stream()
            .filter(
                word ->
                    name.all().contains(word)
                        || (!others.isEmpty()
                            && others.stream().allMatch(other -> other.all().contains(word))))
            .toList();
    return words.size() < name.all().size() ? name : new NameWords(words);
  }

  List<Guess> guesses() {
    return List.copyOf(guesses);
  }

  /**
   * The concept in a plan.
   *
   * @param layerOf the plan's layer of the types
   */
  Concept concept(String unusedName, LayerTypes types, Function<DataTypes, Layer> layerOf) {
    List<ShapeUse> ordered =
        members.stream()
            .map(member -> use(member, types, layerOf.apply(member.layer())))
            .sorted(Comparator.comparing(use -> use.layer().role()))
            .toList();
    return new Concept(
        unusedName,
        ordered,
        List.of(),
        List.of(),
        List.of(),
        List.of(),
        Place.in(unusedName),
        Optional.empty());
  }

  private static ShapeUse use(Member member, LayerTypes types, Layer layer) {
    String type = types.nameOf(layer, member.shape().type());
    return new ShapeUse(layer, type, member.direction(), Place.in(member.shape().toString()));
  }
}
