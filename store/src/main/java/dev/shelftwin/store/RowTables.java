package dev.shelftwin.store;

import java.util.Objects;
import java.util.Optional;
import javax.sql.DataSource;

/**
 * Where the tables of rows are, for one thread.
 *
 * @param source opens connections that find the tables
 * @param catalog the catalog of the tables, where the server has several
 * @param schema their schema, where it has several
 * @param areOurs whether the provider creates them and they are dropped after the trial
 * @param restart how the generators of keys go on at another number; empty if they must not
 */
record RowTables(
    DataSource source,
    Optional<String> catalog,
    Optional<String> schema,
    boolean areOurs,
    Optional<KeyGenerators.Restart> restart) {

  RowTables {
    Objects.requireNonNull(source, "source");
    Objects.requireNonNull(catalog, "catalog");
    Objects.requireNonNull(schema, "schema");
    Objects.requireNonNull(restart, "restart");
  }
}
