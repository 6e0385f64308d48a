package dev.shelftwin.store;

import java.sql.Connection;
import java.sql.Driver;
import java.sql.DriverPropertyInfo;
import java.sql.SQLException;
import java.sql.SQLFeatureNotSupportedException;
import java.util.Properties;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.logging.Logger;
import org.jspecify.annotations.Nullable;

/** A driver whose connections can all be ended at once. */
final class TrackedDriver implements Driver {

  private final Driver driver;
  private final Queue<Connection> connections = new ConcurrentLinkedQueue<>();

  TrackedDriver(Driver driver) {
    this.driver = driver;
  }

  @Override
  public @Nullable Connection connect(String url, Properties properties) throws SQLException {
    @Nullable Connection connection = driver.connect(url, properties);
    if (connection != null) {
      connections.add(connection);
    }
    return connection;
  }

  void abortAll() {
    for (Connection connection : connections) {
      try {
        connection.abort(Runnable::run);
      } catch (SQLException ended) {
        // it has ended by itself
      }
    }
    connections.clear();
  }

  @Override
  public boolean acceptsURL(String url) throws SQLException {
    return driver.acceptsURL(url);
  }

  @Override
  public DriverPropertyInfo[] getPropertyInfo(String url, Properties properties)
      throws SQLException {
    return driver.getPropertyInfo(url, properties);
  }

  @Override
  public int getMajorVersion() {
    return driver.getMajorVersion();
  }

  @Override
  public int getMinorVersion() {
    return driver.getMinorVersion();
  }

  @Override
  public boolean jdbcCompliant() {
    return driver.jdbcCompliant();
  }

  @Override
  public Logger getParentLogger() throws SQLFeatureNotSupportedException {
    return driver.getParentLogger();
  }
}
