package dev.shelftwin.plan;

import java.util.Objects;
import java.util.Optional;

/**
 * The database of a trial.
 *
 * @param url its JDBC URL (JDBC 4.3, §9.4), without a user and a password
 * @param schema an existing schema, in which everything is rolled back; empty for a new schema that
 *     is removed after the trial
 */
public record Database(Text url, Optional<Text> schema) {

  public Database {
    Objects.requireNonNull(url, "url");
    Objects.requireNonNull(schema, "schema");
  }

  /** The URL without a password and a user, fit to be shown. */
  public String shownUrl() {
    return url.value()
        .replaceAll("(?i)(password|user)=[^&;]*", "$1=…")
        .replaceAll("//[^/@]*@", "//…@");
  }
}
