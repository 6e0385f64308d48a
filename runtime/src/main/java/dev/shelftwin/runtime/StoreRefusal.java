package dev.shelftwin.runtime;

import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * What a database says about a statement that it refused. H2, PostgreSQL and MariaDB say which
 * columns or which constraint; of other databases only the kind is known.
 *
 * @param kind why it refused
 * @param table the table; empty if it does not say
 * @param columns the columns; empty if it does not say
 * @param constraint the name of the violated constraint; empty if it does not say
 * @param length the maximum number of characters of the column; empty if it does not say
 */
record StoreRefusal(
    Kind kind, String table, List<String> columns, String constraint, OptionalInt length) {

  /** Why a database refuses a statement. */
  enum Kind {
    TAKEN(Fault.ALREADY_TAKEN, "the value is already taken"),
    MISSING(Fault.MISSING, "a value is required"),
    UNKNOWN_REFERENCE(Fault.UNKNOWN_REFERENCE, "what the value refers to does not exist"),
    STILL_REFERENCED(Fault.STILL_REFERENCED, "something else still refers to the object"),
    NOT_ALLOWED(Fault.REFUSED, "the value is not allowed"),
    TOO_LONG(Fault.TOO_LONG, "the value is too long"),
    OUT_OF_RANGE(Fault.OUT_OF_RANGE, "the number is out of range"),
    UNKNOWN_CONSTANT(Fault.UNKNOWN_CONSTANT, "the value is unknown");

    private final String code;
    private final String sentence;

    Kind(String code, String sentence) {
      this.code = code;
      this.sentence = sentence;
    }

    String code() {
      return code;
    }

    String sentence() {
      return sentence;
    }
  }

  /** What may be in front of the name of a table or constraint in a message of H2. */
  private static final String SCHEMA = "(?:[^.\"(]+\\.)*";

  /** How servers report errors; the first that fits is taken. */
  private static final List<Report> REPORTS =
      List.of(
          // H2: the SQL state is the error code.
          new Report(
              "23505",
              "23505",
              Kind.TAKEN,
              "\"%s(?<constraint>\\S+) .*? ON %s(?<table>[^.(]+)\\((?<columns>[^)]*)\\)"),
          new Report("23502", "23502", Kind.MISSING, "\"(?<columns>[^\"]+)\""),
          new Report(
              "22001",
              "22001",
              Kind.TOO_LONG,
              "\"(?<columns>\\S+) [^(\"]*(?:CHAR|BINARY)[^(\"]*\\((?<length>\\d+)\\)"),
          new Report("22001|22003", "22001|22003", Kind.OUT_OF_RANGE, "\"(?<columns>\\S+) [A-Z]"),
          new Report("22003", "22003", Kind.OUT_OF_RANGE, ""),
          new Report("22030", "22030", Kind.UNKNOWN_CONSTANT, ""),
          new Report("23513", "23513", Kind.NOT_ALLOWED, "\"%s(?<constraint>[^:.\"]+):"),
          new Report(
              "23506",
              "23506",
              Kind.UNKNOWN_REFERENCE,
              "%s(?<table>[^. ]+) FOREIGN KEY\\((?<columns>[^)]*)\\)"),
          new Report("23503", "23503", Kind.STILL_REFERENCED, ""),
          // MariaDB: an error code of its own. The key may be in front of its table.
          new Report(".*", "1062", Kind.TAKEN, "'(?:[^'.]+\\.)?(?<constraint>[^'.]+)'$"),
          new Report(".*", "1048|1364", Kind.MISSING, "'(?<columns>[^']+)'"),
          new Report(".*", "1406", Kind.TOO_LONG, "'(?<columns>[^']+)'"),
          new Report(".*", "1264", Kind.OUT_OF_RANGE, "'(?<columns>[^']+)'"),
          new Report(".*", "1265|1366", Kind.UNKNOWN_CONSTANT, "column '(?<columns>[^']+)'"),
          new Report(
              ".*",
              "4025",
              Kind.NOT_ALLOWED,
              "`(?:[^`.]+\\.)?(?<constraint>[^`.]+)` failed for `(?:[^`]+`\\.`)?(?<table>[^`]+)`"),
          new Report(
              ".*",
              "1216|1452",
              Kind.UNKNOWN_REFERENCE,
              "\\(`(?:[^`]+`\\.`)?(?<table>[^`]+)`,.*FOREIGN KEY \\((?<columns>[^)]*)\\)"),
          new Report(".*", "1217|1451", Kind.STILL_REFERENCED, ""),
          // PostgreSQL, by its fields. What refers to a missing key names its own columns.
          new Report("23505", "0", Kind.TAKEN, "\\((?<columns>[^=]*)\\)=\\("),
          new Report("23503", "0", Kind.STILL_REFERENCED, "still referenced"),
          new Report("23503", "0", Kind.UNKNOWN_REFERENCE, "\\((?<columns>[^=]*)\\)=\\("),
          new Report("22001", "0", Kind.TOO_LONG, "\\((?<length>\\d+)\\)"),
          // Any database: ISO/IEC 9075-2, §24.1, and the states that most of them have in common.
          new Report("23505", ".*", Kind.TAKEN, ""),
          new Report("23502|22004", ".*", Kind.MISSING, ""),
          new Report("23503", ".*", Kind.UNKNOWN_REFERENCE, ""),
          new Report("2351[34]|44000", ".*", Kind.NOT_ALLOWED, ""),
          new Report("22001", ".*", Kind.TOO_LONG, ""),
          new Report("22003", ".*", Kind.OUT_OF_RANGE, ""),
          new Report("22P02", ".*", Kind.UNKNOWN_CONSTANT, ""));

  StoreRefusal {
    columns = List.copyOf(columns);
  }

  /**
   * What the database says in an exception, in one of its causes, or in an exception next to it.
   */
  static Optional<StoreRefusal> of(Throwable failure) {
    return causes(failure).stream()
        .filter(SQLException.class::isInstance)
        .flatMap(cause -> of((SQLException) cause).stream())
        .findFirst();
  }

  /** An exception, its causes, and the exceptions next to them (such as those of a batch). */
  static Set<Throwable> causes(Throwable failure) {
    Set<Throwable> causes = Collections.newSetFromMap(new IdentityHashMap<>());
    List<Throwable> ordered = new ArrayList<>(List.of(failure));
    for (int index = 0; index < ordered.size(); index++) {
      Throwable one = ordered.get(index);
      if (causes.add(one)) {
        Optional.ofNullable(one.getCause()).ifPresent(ordered::add);
        if (one instanceof SQLException sql && sql.getNextException() != null) {
          ordered.add(sql.getNextException());
        }
      }
    }
    return causes;
  }

  private static Optional<StoreRefusal> of(SQLException failure) {
    String state = Objects.requireNonNullElse(failure.getSQLState(), "");
    String message = Objects.requireNonNullElse(failure.getMessage(), "");
    Optional<Object> fields = PublicMethods.call(failure, "getServerErrorMessage");
    String text = fields.flatMap(all -> field(all, "Detail")).orElse(message);
    return REPORTS.stream()
        .flatMap(report -> report.read(state, failure.getErrorCode(), text).stream())
        .findFirst()
        .map(refusal -> fields.map(refusal::with).orElse(refusal));
  }

  /** This refusal with what PostgreSQL says in fields of its own. */
  private StoreRefusal with(Object fields) {
    Optional<String> column = field(fields, "Column");
    return new StoreRefusal(
        kind,
        field(fields, "Table").orElse(table),
        column.map(List::of).orElse(columns),
        field(fields, "Constraint").orElse(constraint),
        length);
  }

  private static Optional<String> field(Object fields, String name) {
    return PublicMethods.call(fields, "get" + name).map(Object::toString);
  }

  StoreRefusal withColumns(List<String> others) {
    return new StoreRefusal(kind, table, others, constraint, length);
  }

  /** A name as it is compared: databases change its case, and providers its underscores. */
  static String plain(String name) {
    return name.replaceAll("[_\"`]", "").toLowerCase(Locale.ROOT);
  }

  /**
   * How a server reports an error.
   *
   * @param states SQL states, as a pattern
   * @param codes error codes of the server, as a pattern
   * @param message the part of the message that has names; %s stands for schemas
   */
  private record Report(Pattern states, Pattern codes, Kind kind, Pattern message) {

    Report(String states, String codes, Kind kind, String message) {
      this(
          Pattern.compile(states),
          Pattern.compile(codes),
          kind,
          Pattern.compile(message.replace("%s", SCHEMA), Pattern.DOTALL));
    }

    Optional<StoreRefusal> read(String state, int code, String text) {
      Matcher matcher = message.matcher(text.strip());
      if (!states.matcher(state).matches()
          || !codes.matcher(Integer.toString(code)).matches()
          || !matcher.find()) {
        return Optional.empty();
      }
      String names = Objects.requireNonNullElse(group(matcher, "columns"), "");
      String length = group(matcher, "length");
      return Optional.of(
          new StoreRefusal(
              kind,
              Objects.requireNonNullElse(group(matcher, "table"), ""),
              columns(names),
              Objects.requireNonNullElse(group(matcher, "constraint"), ""),
              length == null ? OptionalInt.empty() : OptionalInt.of(Integer.parseInt(length))));
    }

    /** H2 has the order of an index behind the name. */
    private static List<String> columns(String names) {
      return Arrays.stream(names.split(","))
          .map(name -> name.strip().replaceFirst("\\s.*", ""))
          .filter(name -> !name.isEmpty())
          .toList();
    }

    private @Nullable String group(Matcher matcher, String name) {
      return message.pattern().contains("?<" + name + ">") ? matcher.group(name) : null;
    }
  }
}
