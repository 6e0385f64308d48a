package dev.shelftwin.store;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.plan.Database;
import dev.shelftwin.shape.Place;
import java.sql.Connection;
import java.sql.Driver;
import java.sql.SQLException;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Properties;
import java.util.ServiceConfigurationError;
import java.util.ServiceLoader;
import org.jspecify.annotations.Nullable;

/**
 * How a database is reached: its URL, the driver on the users' class path, and the credentials of
 * the environment, which are never shown.
 */
final class DatabaseAccess {

  static final String USER = "SHELF_TWIN_DATABASE_USER";
  static final String PASSWORD = "SHELF_TWIN_DATABASE_PASSWORD";

  private final Database database;
  private final Driver driver;
  private final Properties credentials = new Properties();

  /**
   * The access to a database.
   *
   * @param loader has the users' class path
   * @throws InputException if no driver accepts the URL
   */
  DatabaseAccess(Database database, Map<String, String> environment, ClassLoader loader) {
    this.database = database;
    @Nullable String user = environment.get(USER);
    @Nullable String password = environment.get(PASSWORD);
    if (user != null) {
      credentials.setProperty("user", user);
    }
    if (password != null) {
      credentials.setProperty("password", password);
    }
    this.driver = driver(loader);
  }

  private Driver driver(ClassLoader loader) {
    try {
      Optional<Driver> found =
          ServiceLoader.load(Driver.class, loader).stream()
              .map(ServiceLoader.Provider::get)
              .filter(this::accepts)
              .findFirst();
      if (found.isPresent()) {
        return found.get();
      }
    } catch (ServiceConfigurationError broken) {
      throw wrong(
          "a JDBC driver cannot be loaded: " + broken.getMessage(),
          "correct the jar of the driver in 'class-path'");
    }
    throw wrong(
        "no JDBC driver on the class path accepts this URL",
        "correct it, or add the jar of the driver to 'class-path' in the plan");
  }

  private boolean accepts(Driver one) {
    try {
      return one.acceptsURL(url());
    } catch (SQLException malformed) {
      return false;
    }
  }

  /**
   * Opens a connection.
   *
   * @throws InputException if the database cannot be reached
   */
  Connection connect() {
    try {
      return Objects.requireNonNull(
          driver.connect(url(), credentials), "the driver accepts the URL");
    } catch (SQLException refused) {
      throw unusable(refused);
    }
  }

  Driver driver() {
    return driver;
  }

  String url() {
    return database.url().value();
  }

  Properties credentials() {
    return credentials;
  }

  /** What a failed statement means for the whole trial: nothing more can be tried there. */
  InputException unusable(SQLException failure) {
    return wrong(
        String.valueOf(failure.getMessage()).strip(),
        Unusable.of(failure).orElse(Unusable.UNREACHABLE).remedy());
  }

  InputException wrong(String message, String remedy) {
    return new InputException(Place.in(database.shownUrl()), message, remedy);
  }
}
