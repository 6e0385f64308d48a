package dev.shelftwin.store;

import jakarta.persistence.EntityManagerFactory;
import jakarta.persistence.PersistenceException;
import jakarta.persistence.spi.PersistenceProvider;
import jakarta.persistence.spi.PersistenceUnitInfo;
import java.io.IOException;
import java.io.Writer;
import java.lang.reflect.Method;
import java.lang.reflect.Proxy;
import java.net.URL;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Properties;
import java.util.ServiceConfigurationError;
import java.util.ServiceLoader;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * Lets the first provider on the class path manage classes, as a container does (Jakarta
 * Persistence 3.2, §9.5 and §9.6). That is the same in every version since 2.1; this class is
 * loaded with {@code javax.persistence} where the users' entities are of an older one.
 */
final class PersistenceUnit {

  private static final String NAME = "shelf-twin";

  /** What the names of properties begin with, in the newer versions of the standard and before. */
  private static final List<String> STANDARDS = List.of("jakarta", "javax");

  private final List<Class<?>> managed;
  private final PersistenceProvider provider;
  private final ClassLoader loader;

  /**
   * A unit of classes.
   *
   * @param loader has the provider
   * @throws PersistenceException if there is no provider
   */
  PersistenceUnit(List<Class<?>> managed, ClassLoader loader) {
    this.managed = List.copyOf(managed);
    this.loader = loader;
    this.provider = provider(loader);
  }

  /** The class name of the provider. */
  String provider() {
    return provider.getClass().getName();
  }

  /**
   * Creates the tables, unless they are there.
   *
   * @throws PersistenceException if the provider rejects the classes
   */
  EntityManagerFactory open(RowTables tables) {
    return with(
        tables,
        info -> {
          if (tables.areOurs()) {
            provider.generateSchema(info, properties("create"));
          }
          return provider.createContainerEntityManagerFactory(info, properties("none"));
        });
  }

  /**
   * Writes the statements that create the tables, and executes none.
   *
   * @throws PersistenceException if the provider rejects the classes
   */
  void write(RowTables tables, Writer script) {
    Map<String, Object> properties = properties("none");
    for (String standard : STANDARDS) {
      String scripts = standard + ".persistence.schema-generation.scripts.";
      properties.put(scripts + "action", "create");
      properties.put(scripts + "create-target", script);
    }
    properties.put("hibernate.hbm2ddl.delimiter", ";");
    with(
        tables,
        info -> {
          provider.generateSchema(info, properties);
          return properties;
        });
  }

  private <T> T with(RowTables tables, Function<PersistenceUnitInfo, T> use) {
    Path folder = temporary();
    try {
      return use.apply(
          (PersistenceUnitInfo)
              Proxy.newProxyInstance(
                  PersistenceUnitInfo.class.getClassLoader(),
                  new Class<?>[] {PersistenceUnitInfo.class},
                  (proxy, method, arguments) -> answer(method, tables, folder)));
    } finally {
      folder.toFile().delete();
    }
  }

  private static PersistenceProvider provider(ClassLoader loader) {
    String standard = PersistenceProvider.class.getPackageName();
    try {
      return ServiceLoader.load(PersistenceProvider.class, loader)
          .findFirst()
          .orElseThrow(
              () ->
                  new PersistenceException("no provider of " + standard + " is on the class path"));
    } catch (ServiceConfigurationError other) {
      throw new PersistenceException(
          "the provider on the class path is not one of " + standard + ": " + other.getMessage(),
          other);
    }
  }

  /** Some providers want to know where the unit is, although its classes are listed. */
  private static Path temporary() {
    try {
      return Files.createTempDirectory(NAME);
    } catch (IOException failure) {
      throw new PersistenceException("no temporary folder can be made", failure);
    }
  }

  private Map<String, Object> properties(String action) {
    Map<String, Object> properties = new HashMap<>();
    for (String standard : STANDARDS) {
      properties.put(standard + ".persistence.schema-generation.database.action", action);
      // What a table keeps is asked here; and a provider would look for the validation API where
      // only the rows' loader has it (Jakarta Persistence 3.2, §3.6.1.1).
      properties.put(standard + ".persistence.validation.mode", "none");
    }
    properties.put("hibernate.hbm2ddl.halt_on_error", "true");
    // The rows' own loader before the provider's, which may know classes of the same names.
    properties.put("hibernate.classLoaders", List.of(loader));
    properties.put("hibernate.classLoader.tccl_lookup_precedence", "before");
    properties.put("eclipselink.weaving", "false");
    properties.put("eclipselink.logging.level", "OFF");
    return properties;
  }

  /** What a provider asks; versions of the standard ask for more or less of it. */
  private @Nullable Object answer(Method question, RowTables tables, Path folder)
      throws IOException {
    return switch (question.getName()) {
      case "getPersistenceUnitName" -> NAME;
      case "getTransactionType" -> constant(question, "RESOURCE_LOCAL");
      case "getNonJtaDataSource" -> tables.source();
      case "getManagedClassNames", "getAllManagedClassNames" ->
          managed.stream().map(Class::getName).toList();
      case "getMappingFileNames", "getJarFileUrls", "getQualifierAnnotationNames" -> List.of();
      case "getPersistenceUnitRootUrl" -> url(folder);
      case "excludeUnlistedClasses" -> true;
      case "getSharedCacheMode", "getValidationMode" -> constant(question, "NONE");
      case "getProperties" -> new Properties();
      case "getPersistenceXMLSchemaVersion" -> "2.1";
      case "getClassLoader", "getNewTempClassLoader" -> loader;
      case "hashCode" -> System.identityHashCode(this);
      case "equals" -> false;
      case "toString" -> NAME;
      default -> null;
    };
  }

  private static URL url(Path folder) throws IOException {
    return folder.toUri().toURL();
  }

  private static Object constant(Method question, String name) {
    for (Object constant : question.getReturnType().getEnumConstants()) {
      if (((Enum<?>) constant).name().equals(name)) {
        return constant;
      }
    }
    throw new PersistenceException(question.getReturnType() + " has no " + name);
  }
}
