package dev.shelftwin.draft;

import dev.shelftwin.convert.Catalogue;
import dev.shelftwin.convert.NestedMappers;
import dev.shelftwin.convert.Units;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;

/** How similar two fields are in their names and types. */
final class FieldSimilarity {

  /** The similarity from which on names are considered the same. */
  static final double ENOUGH = 0.4;

  private static final Set<String> AUDITED =
      Set.of("created", "changed", "inserted", "modified", "updated");

  /** The last words of columns that say when or by whom a row was written. */
  private static final Set<String> WHEN_OR_WHO =
      Set.of("at", "by", "date", "on", "time", "timestamp", "user");

  static final Set<String> SECRET = Set.of("password", "passcode", "passphrase", "pin", "secret");

  /** Quantities by the units that columns may be named after. */
  private static final Map<String, Set<String>> MEASURES =
      Map.of(
          "grams", Set.of("mass", "weight"),
          "kilograms", Set.of("mass", "weight"),
          "millimetres", Set.of("depth", "height", "length", "size", "width"),
          "centimetres", Set.of("depth", "height", "length", "size", "width"),
          "metres", Set.of("depth", "distance", "height", "length", "size", "width"),
          "celsius", Set.of("heat", "temperature"),
          "litres", Set.of("capacity", "volume"));

  /** Words that say little about what they stand beside. */
  private static final Set<String> GENERAL =
      Set.of(
          "address", "amount", "at", "by", "code", "count", "current", "date", "has", "id", "ids",
          "in", "is", "key", "list", "name", "no", "nr", "num", "number", "of", "on", "set", "text",
          "the", "time", "total", "uuid", "value");

  private static final Set<String> IDS = Set.of("id", "ids", "key", "uuid");
  private static final List<String> NONE = List.of();

  /** How many letters the forms of one word share. */
  private static final int STEM = 4;

  /** Words that teams use for the same thing. */
  private static final List<Set<String>> SYNONYMS =
      List.of(
          Set.of("caption", "label", "name", "title"),
          Set.of("comment", "note", "remark"),
          Set.of("description", "desc", "text"),
          Set.of("no", "nr", "num", "number"),
          Set.of("phone", "tel", "telephone"),
          Set.of("qty", "quantity"));

  private static final Set<String> TIMES = Set.of("java.time.Duration", "java.time.Instant");

  private final Catalogue catalogue;

  FieldSimilarity(Shapes shapes) {
    this.catalogue = new Catalogue(shapes, NestedMappers.NONE);
  }

  /** Whether the name of a field says when or by whom its row was written. */
  static boolean isAudited(Field field) {
    NameWords words = NameWords.of(field.name());
    TypeRef type = field.type().present();
    boolean time =
        type.packageName().equals("java.time")
            || Set.of("java.util.Date", "java.util.Calendar", "java.sql.Timestamp")
                .contains(type.qualifiedName());
    return words.anyOf(AUDITED) && (time || words.last().anyOf(WHEN_OR_WHO));
  }

  /** The similarity of the names: 1 for the same words, 0 for none in common. */
  static double of(Field one, Field other) {
    NameWords these = NameWords.of(one.name());
    NameWords those = NameWords.of(other.name());
    boolean measured = isMeasured(these, those);
    if (String.join("", these.all()).equals(String.join("", those.all()))) {
      return 1; // written together, or with other boundaries
    }
    boolean alike = these.all().size() == 1 && those.all().size() == 1 && areSynonyms(these, those);
    return Math.max(these.similarity(those), measured || alike ? ENOUGH : 0);
  }

  /**
   * Whether the words that only one of the names has say nothing about another thing: words that
   * many names end with, units, words of the types' names, and other forms of each other.
   *
   * @param types the words of the names of the types that have the fields
   */
  static boolean explains(NameWords types, Field one, Field other) {
    NameWords these = NameWords.of(one.name());
    NameWords those = NameWords.of(other.name());
    List<String> inside = these.without(those).all();
    List<String> outside = those.without(these).all();
    boolean single = these.all().size() == 1 && those.all().size() == 1;
    boolean alike =
        of(one, other) == 1 || (single && areSynonyms(these, those)) || isMeasured(these, those);
    boolean ids = these.last().anyOf(IDS) && those.last().anyOf(IDS); // of the things before it
    return alike
        || (inside.stream().allMatch(word -> saysLittle(word, types.all(), ids ? NONE : outside))
            && outside.stream()
                .allMatch(word -> saysLittle(word, types.all(), ids ? NONE : inside)));
  }

  /**
   * Whether a word that only one name has is general, or known from the types or the other name.
   */
  private static boolean saysLittle(String word, List<String> types, List<String> others) {
    return GENERAL.contains(word)
        || MEASURES.containsKey(word)
        || Units.inName(word).isPresent()
        || types.stream().anyMatch(type -> isForm(word, type) || isShort(word, type))
        || others.stream().anyMatch(other -> isForm(word, other));
  }

  /** Whether a word has some of another word's letters in their order, with the same first one. */
  private static boolean isShort(String word, String whole) {
    int next = 0;
    for (int index = 0; index < whole.length() && next < word.length(); index++) {
      next += whole.charAt(index) == word.charAt(next) ? 1 : 0;
    }
    return word.length() > 2 && next == word.length() && whole.charAt(0) == word.charAt(0);
  }

  private static boolean isForm(String one, String other) {
    int length = Math.min(one.length(), other.length());
    int stem = Math.min(STEM, length);
    return length > 2 && one.substring(0, stem).equals(other.substring(0, stem));
  }

  private static boolean isMeasured(NameWords these, NameWords those) {
    return MEASURES.entrySet().stream()
        .anyMatch(unit -> those.anyOf(Set.of(unit.getKey())) && these.anyOf(unit.getValue()));
  }

  private static boolean areSynonyms(NameWords these, NameWords those) {
    return SYNONYMS.stream().anyMatch(words -> these.anyRootOf(words) && those.anyRootOf(words));
  }

  /** Whether they may be the same field under two names; secrets never are. */
  boolean mayBeTheSame(Field inside, Field outside) {
    boolean secret =
        NameWords.of(inside.name()).anyOf(SECRET) || NameWords.of(outside.name()).anyOf(SECRET);
    return !secret
        && !inside.name().equals(outside.name())
        && (fit(inside.type(), outside.type())
            || (of(inside, outside) == 1 && isOwn(inside.type()) && isOwn(outside.type())));
  }

  /** Whether a type, or the element type of a container, is one of the users' own types. */
  private static boolean isOwn(TypeRef type) {
    TypeRef held = Container.held(type);
    return !held.isPrimitive() && !held.packageName().startsWith("java.");
  }

  boolean fit(TypeRef inside, TypeRef outside) {
    boolean counted =
        isTime(inside) && (outside.isPrimitive() || outside.packageName().equals("java.lang"));
    return counted
        || catalogue.between(inside, outside).isPresent()
        || catalogue.between(outside, inside).isPresent();
  }

  /** Whether values of one type are passed to the other as they are. */
  boolean isSame(TypeRef from, TypeRef to) {
    return steps(from, to).equals(OptionalInt.of(0));
  }

  /** The number of conversion steps from one type to another; empty if there is no conversion. */
  OptionalInt steps(TypeRef from, TypeRef to) {
    return catalogue.between(from, to).stream().mapToInt(way -> way.steps().size()).findFirst();
  }

  static boolean isTime(TypeRef type) {
    return TIMES.contains(Container.held(type).qualifiedName());
  }
}
