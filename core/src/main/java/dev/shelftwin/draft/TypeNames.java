package dev.shelftwin.draft;

import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.ShapeTrait;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;

/** What the names of one layer's types say about their concepts. */
final class TypeNames {

  static final Set<String> REQUEST_WORDS =
      Set.of(
          "add",
          "book",
          "command",
          "create",
          "form",
          "import",
          "input",
          "new",
          "open",
          "order",
          "payload",
          "persistable",
          "place",
          "post",
          "put",
          "register",
          "req",
          "request",
          "rq",
          "submit",
          "writable");
  static final Set<String> CHANGE_WORDS =
      Set.of("amend", "change", "edit", "modify", "patch", "update");

  /** First words of requests that ask for objects. */
  private static final Set<String> QUERY_WORDS = Set.of("find", "get", "query", "search");

  static final Set<String> RESPONSE_WORDS =
      Set.of(
          "card",
          "details",
          "item",
          "list",
          "readable",
          "resp",
          "response",
          "result",
          "rs",
          "summary",
          "view");

  /** Words of responses that are no things themselves. */
  static final Set<String> PLAIN_RESPONSE_WORDS =
      Set.of("readable", "resp", "response", "result", "rs", "view");

  /** What teams add to the names of types of one layer. */
  private static final Set<String> USUAL_AFFIXES =
      Set.of(
          "bean", "dto", "dtos", "entity", "impl", "jpa", "json", "model", "po", "record", "row",
          "table", "vo", "xml");

  /** The same for what is sent; a row of that name is such a thing. */
  private static final Set<String> AFFIXES_OF_SENT =
      Set.of("body", "message", "resource", "rest", "wire");

  /** Words that only join others. */
  private static final Set<String> JOINING = Set.of("by", "for", "from", "in", "of", "the", "with");

  /** How many types show that a word is an affix of a layer, and which fraction of them. */
  private static final int LEAST_TYPES = 3;

  private static final double LEAST_FRACTION = 0.3;

  /**
   * Which fraction of a layer's types shows that a first word is no part of their concepts' names.
   */
  private static final double MOST = 0.6;

  /** Those of them that stand before the name, where they are no part of it. */
  private static final Set<String> USUAL_PREFIXES = Set.of("dto", "jpa", "json", "xml");

  private final Role role;
  private final Affixes ofLayer;
  private final Set<String> prefixesOfMost;
  private final Map<String, Affixes> byPackage = new HashMap<>();

  /** Learns the affixes from the types of a layer, as a whole and package by package. */
  TypeNames(Role role, List<Shape> types) {
    this.role = role;
    this.ofLayer = Affixes.of(types);
    this.prefixesOfMost = frequent(types, words -> words.get(0), MOST);
    types.stream()
        .collect(Collectors.groupingBy(type -> type.type().packageName()))
        .forEach((name, all) -> byPackage.put(name, Affixes.of(all)));
  }

  /** The first and last words that many types of a package have. */
  private record Affixes(Set<String> prefixes, Set<String> suffixes) {

    static Affixes of(List<Shape> types) {
      return new Affixes(
          frequent(types, words -> words.get(0), LEAST_FRACTION),
          frequent(types, words -> words.get(words.size() - 1), LEAST_FRACTION));
    }

    Affixes and(Affixes more) {
      return new Affixes(both(prefixes, more.prefixes), both(suffixes, more.suffixes));
    }

    private static Set<String> both(Set<String> some, Set<String> others) {
      Set<String> all = new HashSet<>(some);
      all.addAll(others);
      return all;
    }
  }

  private Affixes affixes(Shape type) {
    return ofLayer.and(byPackage.getOrDefault(type.type().packageName(), ofLayer));
  }

  private static Set<String> frequent(
      List<Shape> types, Function<List<String>, String> affix, double fraction) {
    Map<String, Integer> counts = new HashMap<>();
    for (Shape type : types) {
      List<String> words = words(type);
      if (words.size() > 1) {
        counts.merge(affix.apply(words), 1, Integer::sum);
      }
    }
    Set<String> frequent = new HashSet<>();
    counts.forEach(
        (word, count) -> {
          if (count >= LEAST_TYPES && count >= fraction * types.size()) {
            frequent.add(word);
          }
        });
    return frequent;
  }

  /** The words of a type's name and of those that it is nested in; of messages that is a file. */
  static NameWords whole(Shape type) {
    String name = type.type().name();
    return NameWords.of(
        type.has(ShapeTrait.MESSAGE) ? name.substring(name.indexOf('.') + 1) : name);
  }

  private static List<String> words(Shape type) {
    return NameWords.of(type.type().simpleName()).all();
  }

  /** The words of a type's name without affixes of its layer; at least one. */
  NameWords bare(Shape type) {
    List<String> words = words(type);
    String last = words.get(words.size() - 1);
    boolean suffix = isUsual(last) || affixes(type).suffixes().contains(last);
    if (words.size() > 1 && suffix && !REQUEST_WORDS.contains(last)) {
      words = words.subList(0, words.size() - 1);
    }
    String first = words.get(0);
    boolean prefix = USUAL_PREFIXES.contains(first) || prefixesOfMost.contains(first);
    if (words.size() > 1 && prefix) {
      words = words.subList(1, words.size());
    }
    return new NameWords(words);
  }

  /** Whether the name of a transfer type says that it is sent to the service. */
  static boolean isRequest(Shape type) {
    NameWords last = NameWords.of(type.type().simpleName()).last();
    return last.anyOf(REQUEST_WORDS) || last.anyOf(CHANGE_WORDS);
  }

  /** Whether its name says that it asks for objects, rather than what it holds. */
  static boolean isQuery(Shape type) {
    return QUERY_WORDS.contains(words(type).get(0));
  }

  /** Whether its name says that the service answers with it. */
  static boolean isResponse(Shape type) {
    return NameWords.of(type.type().simpleName()).last().anyOf(PLAIN_RESPONSE_WORDS);
  }

  /** Whether teams add a word to the names of types of a layer. */
  static boolean isUsualAffix(String word) {
    return USUAL_AFFIXES.contains(word);
  }

  private boolean isUsual(String affix) {
    return isUsualAffix(affix) || (role != Role.PERSISTENCE && AFFIXES_OF_SENT.contains(affix));
  }

  /** The names that the concept of a type may have, the longest first. */
  List<NameWords> concepts(Shape type) {
    Set<List<String>> found = new LinkedHashSet<>();
    add(words(type), affixes(type), found);
    List<String> nested =
        whole(type).all().stream()
            .filter(word -> !JOINING.contains(word) && !PLAIN_RESPONSE_WORDS.contains(word))
            .toList();
    if (type.type().name().contains(".") && !nested.isEmpty()) {
      found.add(nested);
    }
    return found.stream()
        .sorted(Comparator.comparingInt(words -> -words.size()))
        .map(NameWords::new)
        .toList();
  }

  private void add(List<String> words, Affixes affixes, Set<List<String>> found) {
    if (!found.add(words) || words.size() == 1) {
      return;
    }
    String first = words.get(0);
    String last = words.get(words.size() - 1);
    List<List<String>> shorter = new ArrayList<>();
    if (affixes.suffixes().contains(last) || isUsual(last) || isDirection(last)) {
      shorter.add(words.subList(0, words.size() - 1));
    }
    if (affixes.prefixes().contains(first)
        || USUAL_PREFIXES.contains(first)
        || isDirection(first)) {
      shorter.add(words.subList(1, words.size()));
    }
    shorter.forEach(rest -> add(rest, affixes, found));
  }

  private boolean isDirection(String word) {
    return role == Role.TRANSFER
        && (REQUEST_WORDS.contains(word)
            || CHANGE_WORDS.contains(word)
            || PLAIN_RESPONSE_WORDS.contains(word));
  }
}
