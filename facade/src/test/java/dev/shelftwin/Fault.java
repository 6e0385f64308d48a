package dev.shelftwin;

import dev.shelftwin.finding.RuleId;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * A kind of mistake that people make, and all places of a project where it can be made.
 *
 * @param kind what somebody did
 * @param stage what should notice it
 * @param rules of which one at least should tell it; none for trials
 * @param plant makes it at each place
 */
record Fault(String kind, Stage stage, Set<String> rules, Function<Sources, List<Sources>> plant) {

  /** What notices a mistake. */
  enum Stage {
    /** Declarations alone. */
    CHECK,
    /** Compiled classes too. */
    CLASSES,
    /** Only what comes out. */
    TRIAL,
    /** Declarations, and what comes out of a table too. */
    BOTH
  }

  private static final String STORE = "/store/\\w+Row.java";
  private static final String VIEWS = "/api/\\w*(View|Card).java";
  private static final String REQUESTS = "/api/(RegisterMember|BookFiring|PartnerGlaze).java";
  private static final String DOMAIN_RECORDS =
      "/model/(Glaze|Piece|Segment|Kiln|Shelf|Money|LoadingCheck|UnloadingCheck|CardPayment"
          + "|CreditPayment|WorkPayment).java";
  private static final String PLAN = Sources.PLAN;

  /** The end of a layer in the plan. */
  private static final String LAYER_END = "(?<=package: coop\\.kiln\\.(?:store|model|api)) \\}";

  /** Rules whose findings a layer can accept and that find nothing in the example. */
  private static final List<String> RULES_OF_FIELDS =
      Stream.of(RuleId.values())
          .filter(rule -> rule.isOfFields() && !rule.isOfTrials())
          .map(RuleId::key)
          .toList();

  /** A component of a record: its type and its name. */
  private static final String COMPONENT =
      "(?<=[(,]\\s{0,9})([A-Z]\\w*(?:<[^()]*?>)?|int|long|boolean) (\\w+)(?=\\s*[,)])";

  private static final String LEVELS = "NOVICE, |KEYHOLDER, |, MASTER";

  /** The last one, up to the end of the list. */
  private static final String LAST = "(record \\w+(?:<T>)?\\([^()]*?)(,\\s*[\\w<>, ]+? \\w+)?(\\))";

  /** A field of a row, with its annotations. */
  private static final String COLUMN =
      "((?:  @.*\\n?)+?)( *private )([\\w<>, ]+) (\\w+)( = [^;]+)?;\\n";

  static final List<Fault> ALL = new ArrayList<>();

  static {
    fields();
    types();
    plans();
    limits();
    leaks();
    layers();
    objects();
  }

  private static void check(String kind, String rules, Function<Sources, List<Sources>> plant) {
    ALL.add(new Fault(kind, Stage.CHECK, Set.of(rules.split(" ")), plant));
  }

  private static void classes(String kind, String rules, Function<Sources, List<Sources>> plant) {
    ALL.add(new Fault(kind, Stage.CLASSES, Set.of(rules.split(" ")), plant));
  }

  private static void both(String kind, String rules, Function<Sources, List<Sources>> plant) {
    ALL.add(new Fault(kind, Stage.BOTH, Set.of(rules.split(" ")), plant));
  }

  private static void trial(String kind, Function<Sources, List<Sources>> plant) {
    ALL.add(new Fault(kind, Stage.TRIAL, Set.of(), plant));
  }

  private static void fields() {
    check(
        "a response loses a field",
        "lost-field unknown-name unfilled-field type-mismatch",
        kiln -> dropped(kiln, VIEWS));
    check(
        "a request loses a field", "unfilled-field unknown-name", kiln -> dropped(kiln, REQUESTS));
    check(
        "a domain record loses a field",
        "lost-field unfilled-field unknown-name type-mismatch",
        kiln -> dropped(kiln, DOMAIN_RECORDS));
    check(
        "a row loses a column",
        "lost-field unfilled-field unknown-name type-mismatch",
        kiln ->
            // a segment's way back to its firing is an affair of the provider's
            kiln
                .each(
                    STORE,
                    COLUMN.replace("private )", "private (?!FiringRow firing;[^}]*int rate))"),
                    "")
                .stream()
                .map(Fault::withoutAccessors)
                .toList());
    check(
        "a response has a field that nothing fills",
        "unfilled-field lost-field type-mismatch",
        kiln -> kiln.each(VIEWS, LAST, "$1$2, String weather$3"));
    check(
        "a request has a field that nothing reads",
        "lost-field",
        kiln -> kiln.each(REQUESTS, LAST, "$1$2, String weather$3"));
    check(
        "a domain record has a field that nobody else has",
        "lost-field unfilled-field type-mismatch",
        kiln -> kiln.each(DOMAIN_RECORDS, LAST, "$1$2, String weather$3"));
    check(
        "a row has a column that nobody else has",
        "lost-field type-mismatch",
        kiln ->
            kiln.each(
                STORE,
                "(?=  protected \\w+Row\\(\\) \\{\\})",
                "  private String weather;\n\n  String getWeather() {\n    return weather;\n  }\n\n"));
    check(
        "a field of a response is renamed",
        "lost-field unfilled-field unknown-name type-mismatch",
        kiln -> kiln.each(VIEWS, COMPONENT, "$1 $2Text"));
    check(
        "a field of a request is renamed",
        "lost-field unfilled-field unknown-name",
        kiln -> kiln.each(REQUESTS, COMPONENT, "$1 $2Text"));
    check(
        "a field of a domain record is renamed",
        "lost-field unfilled-field unknown-name type-mismatch",
        kiln -> kiln.each(DOMAIN_RECORDS, COMPONENT, "$1 $2Text"));
  }

  private static List<Sources> dropped(Sources kiln, String files) {
    // A computed value that a response does not show is no loss.
    String any = COMPONENT.replace(" (\\w+)", " (?!fullName|duration|peakCelsius)(\\w+)");
    return concat(
        kiln.each(files, any.replace("(?=\\s*[,)])", ",\\s*"), ""),
        kiln.each(
            files, ",\\s*([\\w<>, ]+?) (?!duration|fullName)(\\w+)(?=\\) *(\\{|implements))", ""));
  }

  /** A field that is gone has no getter and no setter. */
  private static Sources withoutAccessors(Sources dropped) {
    String file =
        dropped.texts().keySet().stream()
            .filter(name -> name.endsWith("/" + dropped.where().replaceFirst(":.*", "")))
            .findFirst()
            .orElseThrow();
    String text = dropped.texts().get(file);
    String kept =
        Stream.of(text.split("\\n\\n", -1))
            .filter(
                part ->
                    !part.matches("(?s)  (public )?[\\w<>, ]+ (get|is|set)\\w+\\(.*")
                        || declares(text, part))
            .reduce((one, other) -> one + "\n\n" + other)
            .orElseThrow();
    return dropped.with(file, kept.endsWith("}\n") ? kept : kept + "\n}\n", dropped.where());
  }

  private static boolean declares(String text, String accessor) {
    Matcher named = Pattern.compile("(?:return |this\\.)(\\w+)").matcher(accessor);
    return !named.find() || text.matches("(?s).*private [\\w<>, ]+ " + named.group(1) + "[; ].*");
  }

  private static void types() {
    check(
        "a response has another type",
        "type-mismatch",
        kiln -> kiln.each(VIEWS, COMPONENT, "java.util.BitSet $2"));
    check(
        "a request has another type",
        "type-mismatch",
        // the PIN goes nowhere, so it may be of any type
        kiln ->
            kiln.each(
                REQUESTS,
                COMPONENT.replace("(\\w+)(?=", "(?!pin\\b)(\\w+)(?="),
                "java.util.BitSet $2"));
    check(
        "a domain record has another type",
        "type-mismatch unknown-name lost-field unfilled-field",
        kiln -> kiln.each(DOMAIN_RECORDS, COMPONENT, "java.util.BitSet $2"));
    check(
        "a number of a response is narrowed",
        "lossy-conversion",
        kiln -> kiln.each(VIEWS, "\\bint (\\w+)(?=\\s*[,)])", "byte $1"));
    check(
        "a total of a response is narrowed",
        "lossy-conversion",
        kiln -> kiln.each(VIEWS, "\\blong (\\w+)(?=\\s*[,)])", "int $1"));
    check(
        "a number of a column is narrowed",
        "lossy-conversion",
        kiln -> retyped(kiln, "int", "byte"));
    check(
        "an amount of a response loses its exact digits",
        "lossy-conversion",
        kiln -> kiln.each(VIEWS, "BigDecimal (?=amount)", "double "));
    check(
        "a moment of a response becomes a day",
        "type-mismatch lossy-conversion",
        kiln -> kiln.each(VIEWS, "Instant (?=started|ended)", "java.time.LocalDate "));
    check(
        "a moment of a response keeps milliseconds",
        "lossy-conversion",
        kiln -> kiln.each(VIEWS, "Instant (?=started|ended)", "java.util.Date "));
    check(
        "a list of a response becomes a set",
        "lossy-conversion",
        kiln -> kiln.each(VIEWS, "List<(?=\\w+> \\w+[,)])", "java.util.Set<"));
    check(
        "a list of the domain becomes a set",
        "lossy-conversion",
        kiln -> kiln.each("/model/Piece.java", "List<(?=GlazeCode> glazes)", "java.util.Set<"));
    check(
        "a decimal column gives no scale",
        "lossy-conversion",
        kiln ->
            kiln.each(
                STORE, "precision = \\d+, scale = \\d+, |(, )?precision = \\d+, scale = \\d+", ""));
    check(
        "a column keeps whole seconds",
        "lossy-conversion",
        kiln ->
            kiln.each(
                STORE,
                "@Column(\\(.*\\))? private Instant|@Column(\\(.*\\))?\\n  private Instant",
                "@Column(secondPrecision = 0) private Instant"));
    classes(
        "a value object drops spaces",
        "lossy-conversion",
        kiln ->
            kiln.each(
                "/model/(Email|Phone|KilnCode|PieceTag|GlazeCode|MemberNumber|FiringNumber).java",
                "(?m)^  public \\w+ \\{\\n",
                "$0    value = value == null ? null : value.strip();\n"));
    check(
        "a list loses the column of its order",
        "lossy-conversion",
        kiln -> kiln.each(STORE, "@OrderColumn(\\(.*\\))?", ""));
    check(
        "a list is sorted by its table",
        "lossy-conversion",
        kiln ->
            kiln.each(
                STORE, "@OrderColumn(\\(.*\\))?", "@jakarta.persistence.OrderBy(\"version\")"));
    check(
        "a constant is added to an enumeration with codes",
        "enum-gap",
        kiln -> kiln.each("/FiringStatus.java", "PLANNED,", "PLANNED, PAUSED,"));
    both(
        "an enumeration of a row lacks a constant",
        "enum-gap",
        kiln -> levels(kiln, "/store/MemberRow.java", LEVELS, ""));
    check(
        "an enumeration of a row has one constant more",
        "enum-gap",
        kiln -> levels(kiln, "/store/MemberRow.java", "(?=KEYHOLDER,)", "GUEST, "));
    both(
        "an enumeration of a response lacks a constant",
        "enum-gap",
        kiln -> levels(kiln, "/api/MemberView.java", LEVELS, ""));
    both(
        "a column is shorter than a constant's name",
        "limit-mismatch",
        kiln ->
            kiln.each(
                "/MemberRow.java", "length = 12(?=\\)\\s+private String level)", "length = 8"));
    check(
        "a code is taken out",
        "enum-gap",
        kiln -> kiln.each(PLAN, "[A-Z]+: \\d+, |, [A-Z]+: \\d+(?= \\})", ""));
    check(
        "a constant with a code is renamed",
        "unknown-name enum-gap",
        kiln ->
            kiln.each(
                "/FiringStatus.java", "\\b(PLANNED|FIRING|COOLING|DONE|ABANDONED)\\b", "$1_NOW"));
    check(
        "a code is used twice",
        "refused",
        kiln -> kiln.each(PLAN, "([A-Z]+: )(?!1\\b)\\d+(?=, | \\})", "$11"));
    check(
        "a code does not fit its column",
        "type-mismatch",
        kiln -> kiln.each(PLAN, "([A-Z]+: )\\d+(?=, | \\})", "$140000"));
    check(
        "a kind is added to a family",
        "family-gap",
        kiln ->
            kiln
                .each("/model/Payment.java", "WorkPayment \\{", "WorkPayment, GiftPayment {")
                .stream()
                .map(
                    more ->
                        more.with(
                            "src/main/java/coop/kiln/model/GiftPayment.java",
                            "package coop.kiln.model;\npublic record GiftPayment(FiringNumber firing)"
                                + " implements Payment {}\n",
                            more.where()))
                .toList());
    check(
        "a kind of a family has no concept",
        "family-gap",
        kiln -> withoutConcept(kiln, "\\w+Payment"));
  }

  private static List<Sources> retyped(Sources kiln, String from, String to) {
    String files = "/store/(?!Work)\\w+Row.java"; // its loss is accepted already
    return kiln.each(files, "private " + from + " (\\w+);", "private " + to + " $1;").stream()
        .map(
            changed -> {
              String file = changed.where().replaceFirst(":.*", "");
              return changed
                  .all(file, "public " + from + " get", "public " + to + " get")
                  .all(file, "\\(" + from + " ", "(" + to + " ");
            })
        .toList();
  }

  private static List<Sources> withoutConcept(Sources kiln, String name) {
    return kiln.each(PLAN, "(?m)^  (?=[A-Z])" + name + ":.*\\n((    .*)?\\n)+", "");
  }

  private static void plans() {
    check(
        "a reason is taken out",
        "lost-field unfilled-field leaked-key leaked-version",
        kiln -> kiln.each(PLAN, "(?<!is: (?:key|version)), stays: [^,}\\n]+(?= \\}\\n)", ""));
    check(
        "a source is taken out",
        "unfilled-field open-write lost-field",
        kiln -> kiln.each(PLAN, ",? *(\\n *)?given: \\{ ?BookFiring: \\{ .*? \\} \\}", ""));
    check(
        "a rename is taken out",
        "lost-field unfilled-field unknown-name type-mismatch",
        kiln ->
            kiln.each(PLAN, "      - \\{ model: \\w+, (store|PartnerGlaze): [\\w.]+ \\}\\n", ""));
    check(
        "an omission is taken out",
        "lost-field",
        kiln -> kiln.each(PLAN, "(?<=fields: \\[.{0,80})(, \\w+|\\w+, )(?=.*\\])", ""));
    check(
        "a conversion of one's own cannot be called",
        "type-mismatch unknown-name",
        kiln -> kiln.each("/StatusWords.java", "public static (?=String)", "private static "));
    check(
        "a unit is taken out", "type-mismatch", kiln -> kiln.each(PLAN, " +unit: minutes\\n", ""));
    check(
        "an acceptance is taken out",
        "lossy-conversion limit-mismatch",
        kiln -> kiln.each(PLAN, "(, |\\n +)accept: \\{.*?\\}", ""));
    check(
        "an acceptance ran out",
        "lossy-conversion limit-mismatch",
        kiln ->
            kiln.each(
                PLAN,
                "accept: \\{ ([\\w-]+): (.*?) \\}",
                "accept: { $1: { because: $2, until: 2026-01-31 } }"));
    check(
        "a reason is still owed",
        "open-question",
        kiln -> kiln.each(PLAN, "stays: (?![{])[^,}\\n]+(?= \\}\\n)", "stays: '?'"));
    check(
        "a field's name is misspelled",
        "unknown-name",
        kiln -> kiln.each(PLAN, "(?<=- \\{ (?:model|store|api): )(\\w+)(?=[, ])", "$1x"));
    check(
        "a type's name is misspelled",
        "unknown-name refused",
        kiln -> kiln.each(PLAN, "(?<=    (?:store|model): )([A-Z]\\w+)(?=\\n)", "$1x"));
    check(
        "a class's name is misspelled",
        "unknown-name",
        kiln -> kiln.each(PLAN, "StatusWords", "StatusWord"));
    check(
        "a word of the plan is misspelled",
        "refused",
        kiln -> kiln.each(PLAN, "\\b(stays|given|accept|omits|unit|codes)(?=:)", "$1s"));
    check(
        "a row says what is so anyway",
        "stale-row",
        kiln ->
            kiln
                .each(
                    PLAN,
                    "(?m)^(  (Kiln|Segment|Piece):\\n(?s:.*?)    fields:\\n)",
                    "$1      - { model: @SAME@, store: @SAME@ }\n")
                .stream()
                .map(
                    changed ->
                        changed
                            .all(
                                PLAN,
                                "(?s)(  Kiln:.{0,130})@SAME@(.{0,9})@SAME@",
                                "$1highest$2highest")
                            .all(
                                PLAN,
                                "(?s)(  Segment:.{0,130})@SAME@(.{0,9})@SAME@",
                                "$1target$2target")
                            .all(
                                PLAN, "(?s)(  Piece:.{0,130})@SAME@(.{0,9})@SAME@", "$1clay$2clay"))
                .toList());
    check(
        "an acceptance is not needed",
        "stale-row",
        kiln -> kiln.each(PLAN, "(?<=is: key)(?=,)", ", accept: { leaked-key: links rely on it }"));
    check(
        "a layer's default is about a field that no type has",
        "stale-row",
        kiln -> kiln.each(PLAN, LAYER_END, ", fields: [{ field: tail, stays: nobody has it }] }"));
    check(
        "a layer accepts what is not found in it",
        "stale-row",
        kiln ->
            RULES_OF_FIELDS.stream()
                .flatMap(
                    rule ->
                        kiln
                            .each(PLAN, LAYER_END, ", accept: { " + rule + ": nobody needs it } }")
                            .stream())
                .toList());
    check(
        "a layer excludes a type that a concept names",
        "unknown-name",
        kiln ->
            Stream.of("KilnRow", "FiringRow", "MemberRow", "GlazeRow", "PieceRow")
                .flatMap(
                    type ->
                        kiln
                            .each(
                                PLAN,
                                "(?<=package: coop\\.kiln\\.store) \\}",
                                ", except: coop.kiln.store." + type + " }")
                            .stream())
                .toList());
    check(
        "two fields of the same type are crossed",
        "crossed-fields",
        kiln ->
            kiln.each(
                PLAN,
                "      - \\{ model: email, store: emailAddress \\}\\n",
                "$0      - { model: givenName, store: familyName }\n"
                    + "      - { model: familyName, store: givenName }\n"));
    check(
        "two methods would make a type",
        "unwritable-mapper",
        kiln ->
            kiln
                .each(
                    "/model/(Member|Firing).java",
                    "(  public static (\\w+) )restore(\\([^)]*\\) \\{)",
                    "$1load$3\n    return null;\n  }\n\n$1restore$3")
                .stream()
                .map(changed -> changed.all(PLAN, "\\w+Row: restore, ", ""))
                .toList());
    check(
        "a concept is taken out",
        "unnamed-type type-mismatch family-gap lossy-conversion",
        kiln -> withoutConcept(kiln, "(?!FiringPage|Payment)\\w+"));
    check(
        "a concept has one type only",
        "stale-row",
        kiln -> kiln.each(PLAN, "    api: \\{ PageView<FiringView>.*\\n", ""));
  }

  private static void limits() {
    check(
        "a column may be null where the domain needs a value",
        "limit-mismatch",
        kiln ->
            kiln.each(
                // what the store alone has may be null as it likes, and a primitive is never
                "/store/(?!Audited|Segment)\\w+Row.java",
                "(nullable = false, ?|\\((nullable|optional) = false\\))(?=[^;]{0,60}private [A-Z])",
                ""));
    both(
        "a column must not be null where the domain may have nothing",
        "limit-mismatch",
        kiln ->
            kiln.each(
                STORE, "@Column\\((?=length = (31|200|300)\\))", "@Column(nullable = false, "));
    check(
        "a request accepts longer texts than the column",
        "limit-mismatch",
        kiln ->
            kiln.each(
                "/RegisterMember.java",
                "String (?=givenName|familyName)",
                "@jakarta.validation.constraints.Size(max = 61) String "));
    check(
        "one text of a request is limited, the others are forgotten",
        "limit-mismatch",
        kiln ->
            kiln.each(
                "/RegisterMember.java",
                "String (?=phone|email)",
                "@jakarta.validation.constraints.Size(max = 20) String "));
    check(
        "a column allows smaller numbers than come in",
        "limit-mismatch",
        kiln ->
            kiln
                .each(
                    STORE,
                    "private int (grams|millimetres);",
                    "@jakarta.validation.constraints.Max(20) private int $1;")
                .stream()
                .map(
                    changed ->
                        changed.all(
                            "/PieceView.java",
                            "int (weight|height)",
                            "@jakarta.validation.constraints.Max(90) int $1"))
                .toList());
    check(
        "the plan says that a column is shorter",
        "limit-mismatch",
        kiln ->
            kiln.each(
                PLAN,
                "      - \\{ model: email, store: emailAddress \\}\\n",
                "$0      - { model: givenName, limits: { store: { length: 20 }, RegisterMember: { length: 60 } } }\n"));
    check(
        "an identity is not unique",
        "limit-mismatch",
        kiln ->
            kiln.each(STORE, "unique = true, ", "").stream()
                .filter(changed -> changed.where().matches("(Member|Piece)Row.*"))
                .map(
                    changed ->
                        changed
                            .all(
                                PLAN,
                                "- \\{ model: number, given: \\{ RegisterMember",
                                "- { model: number, is: identity, given: { RegisterMember")
                            .all(
                                PLAN,
                                "- \\{ model: maker, store: maker.number \\}",
                                "- { model: maker, store: maker.number }\n      - { model: tag, is: identity }"))
                .toList());
  }

  private static void leaks() {
    check("a key is handed through to a response", "leaked-key", kiln -> shown(kiln, "id", "Long"));
    check(
        "a version is handed through to a response",
        "leaked-version",
        kiln -> shown(kiln, "version", "int"));
    check(
        "an audit column is handed through to a response",
        "leaked-audit",
        kiln -> shown(kiln, "changedAt", "java.time.Instant"));
    check(
        "a response holds rows",
        "leaked-type type-mismatch",
        kiln -> kiln.each(VIEWS, LAST, "$1$2, java.util.List<coop.kiln.store.KilnRow> rows$3"));
    check(
        "a domain record holds a type of JDBC",
        "leaked-type type-mismatch",
        kiln -> kiln.each(DOMAIN_RECORDS, LAST, "$1$2, java.sql.Timestamp stamp$3"));
    check(
        "a domain type is an entity",
        "leaked-annotation",
        kiln ->
            kiln.each(
                "/model/(Member|Firing|Glaze|Piece|Kiln).java",
                "(?m)^public (?=final class|record)",
                "@jakarta.persistence.Entity\npublic "));
    check(
        "a field of the domain is a column",
        "leaked-annotation",
        kiln -> kiln.each(DOMAIN_RECORDS, COMPONENT, "@jakarta.persistence.Column $1 $2"));
    check(
        "a field of the domain is named for the wire",
        "leaked-annotation",
        kiln ->
            kiln.each(
                DOMAIN_RECORDS,
                COMPONENT,
                "@com.fasterxml.jackson.annotation.JsonProperty(\"$2\") $1 $2"));
    check(
        "a response inherits from a kept class",
        "leaked-annotation",
        kiln ->
            kiln.each(VIEWS, "\\) (?=\\{\\}\\n$)", ") implements coop.kiln.Kept ").stream()
                .map(
                    changed ->
                        changed.with(
                            "src/main/java/coop/kiln/Kept.java",
                            "package coop.kiln;\n@jakarta.persistence.MappedSuperclass\n"
                                + "public interface Kept {}\n",
                            changed.where()))
                .toList());
    check(
        "a column's name is on the wire",
        "leaked-name",
        kiln ->
            kiln
                .each(
                    VIEWS,
                    "String (?=givenName|familyName|emailAddress|joinedOn)",
                    "@com.fasterxml.jackson.annotation.JsonProperty(\"given_name\") String ")
                .stream()
                .filter(
                    changed ->
                        changed.texts().values().stream()
                            .anyMatch(text -> text.contains("\"given_name\") String givenName")))
                .toList());
    check(
        "a secret is shown",
        "leaked-secret",
        kiln ->
            kiln.each("/MemberView.java", LAST, "$1$2, String pinHash$3").stream()
                .map(changed -> changed.all(PLAN, "        stays: \\{ MemberView: nobody.*\\n", ""))
                .toList());
    check(
        "a secret is printed",
        "leaked-secret",
        kiln -> kiln.each("/RegisterMember.java", "(?s) \\{\\n.*\\n\\}", " {}"));
    check(
        "what looks like a secret goes out",
        "suspected-secret",
        kiln ->
            kiln
                .each("/(KilnView|GlazeView).java", "String (?=code)", "String password, String ")
                .stream()
                .map(
                    changed ->
                        changed.all(
                            "/model/(Kiln|Glaze).java"
                                .replace(
                                    "(Kiln|Glaze)",
                                    changed.where().startsWith("Kiln") ? "Kiln" : "Glaze"),
                            "record (\\w+)\\(",
                            "record $1(String password, "))
                .toList());
    check(
        "a request sets what is protected",
        "open-write",
        kiln ->
            kiln.each("/RegisterMember.java", "(?=String givenName)", "String level, ").stream()
                .map(
                    changed ->
                        changed
                            .all(PLAN, "level, is: protected, given.*", "level, is: protected }")
                            .all(PLAN, "RegisterMember: register", "RegisterMember: restore"))
                .toList());
    check(
        "what requests set becomes protected",
        "open-write",
        kiln ->
            kiln.each(PLAN, "(?<=- \\{ model: (?:maker|weight|height|name), )", "is: protected, "));
    check(
        "responses lead back to each other",
        "endless-graph",
        kiln ->
            kiln.each("/(Segment|Shelf|Money)View.java", LAST, "$1$2, @BACK@ back$3").stream()
                .map(
                    changed ->
                        changed
                            .all("SegmentView", "@BACK@", "FiringView")
                            .all("ShelfView", "@BACK@", "KilnView")
                            .all("MoneyView", "@BACK@", "FiringView"))
                .toList());
  }

  /** Levels as an enumeration of the type's own, with something changed in it. */
  private static List<Sources> levels(Sources kiln, String file, String find, String put) {
    return kiln.all(file, "String level", "Level level")
        .all(file, "String getLevel", "Level getLevel")
        .all(file, "\\}\\s*$", "  public enum Level { NOVICE, KEYHOLDER, MASTER }\n}\n")
        .each(file, find, put);
  }

  /** A field of the store that a record of the domain and its view carry too. */
  private static List<Sources> shown(Sources kiln, String field, String type) {
    List<Sources> variants = new ArrayList<>();
    for (String concept : List.of("Glaze", "Piece", "Kiln")) {
      String key =
          "(?s)(  "
              + concept
              + ":.*?)      - \\{ store: "
              + field
              + ", is: (\\w+), stays: [^\\n]*\\n";
      variants.addAll(
          kiln
              .each("/api/" + concept + "View.java", LAST, "$1$2, " + type + " " + field + "$3")
              .stream()
              .map(
                  changed ->
                      changed
                          .all(
                              "/model/" + concept + ".java",
                              "(public record \\w+\\([^()]*)\\)",
                              "$1, " + type + " " + field + ")")
                          .all(
                              PLAN,
                              key,
                              "$1      - { model: " + field + ", store: " + field + ", is: $2 }\n"))
              .toList());
    }
    return variants;
  }

  private static void layers() {
    String domain = "/model/(Member|Firing|Page|Money|Segment).java";
    classes(
        "a domain class asks a row",
        "layer-breach",
        kiln ->
            member(kiln, domain, "static Object peek() { return coop.kiln.store.KilnRow.class; }"));
    classes(
        "a domain class takes a view",
        "layer-breach",
        kiln -> member(kiln, domain, "void take(coop.kiln.api.KilnView view) {}"));
    classes(
        "a row knows a view",
        "layer-breach",
        kiln -> member(kiln, STORE, "Object view() { return coop.kiln.api.KilnView.class; }"));
    classes(
        "a transfer type knows a row",
        "layer-breach",
        kiln ->
            member(
                kiln, "/api/StatusWords.java", "static void read(coop.kiln.store.KilnRow row) {}"));
    classes(
        "a domain method throws an exception of the store",
        "leaked-type",
        kiln -> member(kiln, domain, "void save() throws java.sql.SQLException {}"));
    classes(
        "a domain method asks the provider",
        "leaked-type",
        kiln ->
            member(
                kiln,
                domain,
                "Object find(jakarta.persistence.EntityManager manager) { return manager; }"));
    classes(
        "an annotation of the store is on a domain method",
        "leaked-annotation",
        kiln -> member(kiln, domain, "@jakarta.persistence.PostLoad void loaded() {}"));
    classes(
        "a service shows a row",
        "layer-breach",
        kiln -> service(kiln, "public coop.kiln.store.KilnRow find() { return null; }"));
    classes(
        "a service takes a request",
        "layer-breach",
        kiln -> service(kiln, "public void book(java.util.List<coop.kiln.api.BookFiring> all) {}"));
    classes(
        "a service throws what is in a layer",
        "layer-breach",
        kiln -> service(kiln, "protected coop.kiln.api.KilnView[] all;"));
    classes(
        "a package of the plan has no class",
        "unread-code",
        kiln ->
            kiln.each(
                PLAN, "(?m)^concepts:", "signatures: { coop.kiln.desk: [model] }\nconcepts:"));
    check(
        "a type of a layer is in no concept",
        "unnamed-type",
        kiln ->
            Stream.of(
                    "api:public record Weather(String sky) {}",
                    "model:public record Weather(String sky) {}",
                    "store:@jakarta.persistence.Entity public class Weather { @jakarta.persistence.Id Long id; }")
                .map(
                    type ->
                        kiln.with(
                            "src/main/java/coop/kiln/"
                                + type.replaceFirst(":.*", "")
                                + "/Weather.java",
                            "package coop.kiln."
                                + type.replaceFirst(":.*", "")
                                + ";\n"
                                + type.replaceFirst("\\w+:", ""),
                            type.replaceFirst(":.*", "") + "/Weather.java:2"))
                .toList());
    check(
        "a row is not called as rows are",
        "odd-name",
        kiln ->
            kiln.each(PLAN, "(?<=    store: )Kiln(?=Row\\n)", "Oven").stream()
                .map(
                    changed ->
                        changed
                            .all(
                                PLAN,
                                "role: persistence,",
                                "role: persistence, names: ['{concept}Row', 'KilnCheckRow{concept}'],")
                            .with(
                                "src/main/java/coop/kiln/store/OvenRow.java",
                                kiln.texts()
                                    .get("src/main/java/coop/kiln/store/KilnRow.java")
                                    .replace("KilnRow", "OvenRow"),
                                changed.where()))
                .toList());
    check(
        "a name on the wire is spelled otherwise",
        "odd-name",
        kiln ->
            kiln
                .each(
                    VIEWS,
                    COMPONENT,
                    "@com.fasterxml.jackson.annotation.JsonProperty(\"$2-now\") $1 $2")
                .stream()
                .map(
                    changed ->
                        changed.all(
                            PLAN, "role: transfer,", "role: transfer, spelling: camel-case,"))
                .toList());
  }

  private static List<Sources> member(Sources kiln, String files, String member) {
    return kiln.each(files, "(?s)\\}\\s*$", "  " + member + "\n}\n");
  }

  private static List<Sources> service(Sources kiln, String member) {
    return List.of(
        kiln.with(
                "src/main/java/coop/kiln/desk/Desk.java",
                "package coop.kiln.desk;\npublic class Desk {\n  " + member + "\n}\n",
                "Desk.java:3")
            .all(PLAN, "(?m)^concepts:", "signatures: { coop.kiln.desk: [model] }\nconcepts:"));
  }

  private static void objects() {
    trial(
        "two names change places where a member is made",
        kiln ->
            kiln.each(
                "/Member.java",
                "givenName,(\\s+)familyName,(?=\\s+email,)",
                "familyName,$1givenName,"));
    trial(
        "a getter of a row returns another field",
        kiln ->
            Stream.of(
                    "givenName familyName",
                    "familyName givenName",
                    "emailAddress givenName",
                    "grams millimetres",
                    "number givenName",
                    "startedAt endedAt")
                .map(pair -> pair.split(" "))
                .flatMap(
                    pair ->
                        kiln
                            .each(STORE, "return " + pair[0] + ";", "return " + pair[1] + ";")
                            .stream()
                            .filter(
                                changed ->
                                    changed.texts().values().stream()
                                        .anyMatch(
                                            text ->
                                                text.contains("return " + pair[1] + ";")
                                                    && text.contains("private")
                                                    && text.contains(" " + pair[1] + ";\n")
                                                    && text.contains(
                                                        "get"
                                                            + pair[0].substring(0, 1).toUpperCase()
                                                            + pair[0].substring(1)))))
                .filter(changed -> compiles(changed))
                .toList());
    trial(
        "a setter of a row keeps nothing",
        kiln ->
            concat(
                kiln.each(
                    "/store/(?!Audited|Segment)\\w+Row.java", "    this\\.\\w+ = \\w+;\\n", ""),
                // a segment's way back to its firing is missed by the table only
                kiln.each("/SegmentRow.java", "    this\\.(?!firing\\b)\\w+ = \\w+;\\n", "")));
    trial(
        "a setter of a row changes the text",
        kiln ->
            kiln.each(
                "/(Member|Glaze|Piece)Row.java",
                "this\\.(givenName|familyName|name|note|clay) = \\1;",
                "this.$1 = $1 == null ? null : $1.strip();"));
    trial(
        "a list is put in another order",
        kiln ->
            kiln.each(
                "/model/(Piece|Firing|Kiln).java",
                "(glazes|schedule|shelves) = List.copyOf\\(\\1\\);",
                "$1 = new java.util.ArrayList<>($1);\n    java.util.Collections.reverse($1);"));
    trial(
        "a list loses its duplicates",
        kiln ->
            kiln.each(
                "/model/Piece.java",
                "(glazes) = List.copyOf\\(\\1\\);",
                "$1 = $1.stream().limit(1).toList();"));
    trial(
        "the domain changes a text of its own",
        kiln ->
            kiln
                .each(
                    "/model/(Glaze|Piece).java",
                    "(    Objects.requireNonNull\\((code|tag), \"\\w+\"\\);\\n)",
                    "$1    @TEXT@\n")
                .stream()
                .map(
                    changed ->
                        changed
                            .all(
                                "/model/Glaze.java",
                                "@TEXT@",
                                "name = name.toLowerCase(java.util.Locale.ROOT) + name;")
                            .all("/model/Piece.java", "@TEXT@", "clay = clay.strip() + \".\";"))
                .toList());
    trial(
        "a value of the domain is not kept",
        kiln ->
            kiln.each(
                "/model/(Firing|Member).java",
                "this\\.(charge|remarks|phone) = \\1;",
                "this.$1 = null;"));
    trial(
        "a map of the domain is not kept",
        kiln ->
            kiln.each("/Glaze.java", "new LinkedHashMap<>\\(recipe\\)", "new LinkedHashMap<>()"));
    trial(
        "a value object changes its value",
        kiln ->
            kiln.each(
                "/model/(FiringNumber|MemberNumber).java",
                "(public record \\w+\\(String value\\) \\{\\n\\s+public \\w+ \\{\\n)",
                "$1    int last = value.length() - 1;\n"
                    + "    value = value.substring(0, last) + (value.charAt(last) - '0' + 1) % 10;\n"));
  }

  private static boolean compiles(Sources changed) {
    // Only rows that declare what the getter now returns.
    String file = changed.where().replaceFirst(":.*", "");
    String text = changed.texts().get("src/main/java/coop/kiln/store/" + file);
    return Pattern.compile("return (\\w+);")
        .matcher(text)
        .results()
        .allMatch(field -> text.matches("(?s).*private [\\w<>]+ " + field.group(1) + "[; ].*"));
  }

  private static List<Sources> concat(Collection<Sources> some, Collection<Sources> more) {
    return Stream.concat(some.stream(), more.stream()).toList();
  }
}
