package dev.shelftwin.store;

import java.sql.SQLException;

/** A database for the rows of a trial. Several threads use it at the same time. */
interface RowDatabase extends AutoCloseable {

  /**
   * Makes room for the tables of one thread.
   *
   * @param provider the class name of the provider that creates them
   * @throws dev.shelftwin.finding.InputException if the database cannot be used
   */
  RowTables tables(String provider);

  /**
   * Ends the trial if a failed statement means that the database cannot be used any more.
   *
   * @throws dev.shelftwin.finding.InputException if it cannot
   */
  void mustGoOnAfter(SQLException failure);

  /** Removes everything that the trial has left. */
  @Override
  void close();
}
