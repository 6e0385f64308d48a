package dev.shelftwin.store;

import java.sql.SQLException;
import java.util.Arrays;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Pattern;

/** Why a database cannot be used any more (ISO/IEC 9075-2, §24.1, and what servers add to it). */
enum Unusable {
  REFUSED(
      "28...",
      "1044|1045",
      "set the environment variables " + DatabaseAccess.USER + " and " + DatabaseAccess.PASSWORD),
  LOCKED("55P03|40P01", "1205|1213", "end the session that holds the lock"),
  FULL("53...", "1021|1114", "make room for the database"),
  UNREACHABLE(
      "(08|57|58|XX)...",
      "1053|1927",
      "let the database be reachable, or leave it out to use one in memory");

  private final Pattern states;

  /** Errors of MariaDB that have a general state. */
  private final Pattern codes;

  private final String remedy;

  Unusable(String states, String codes, String remedy) {
    this.states = Pattern.compile(states);
    this.codes = Pattern.compile(codes);
    this.remedy = remedy;
  }

  /** The reason, if a failed statement means that nothing more can be tried. */
  static Optional<Unusable> of(SQLException failure) {
    String state = Objects.requireNonNullElse(failure.getSQLState(), "");
    return Arrays.stream(values())
        .filter(
            reason ->
                reason.states.matcher(state).matches()
                    || reason.codes.matcher(String.valueOf(failure.getErrorCode())).matches())
        .findFirst();
  }

  String remedy() {
    return remedy;
  }
}
