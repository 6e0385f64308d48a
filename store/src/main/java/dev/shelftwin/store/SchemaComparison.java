package dev.shelftwin.store;

import dev.shelftwin.finding.RuleId;
import dev.shelftwin.finding.TableDifference;
import dev.shelftwin.plan.Database;
import dev.shelftwin.plan.Text;
import dev.shelftwin.store.SchemaTables.SchemaColumn;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.JoinColumn;
import java.lang.reflect.Field;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/**
 * Compares an existing schema with the tables that the provider creates for the rows, on the same
 * server: so both are described in the same words, whatever naming strategy the provider has.
 */
public final class SchemaComparison {

  /** The length of a column whose declaration gives none (Jakarta Persistence 3.2, §11.1.9). */
  private static final int DEFAULT_LENGTH = 255;

  private final List<Class<?>> managed;
  private final List<TableDifference> differences = new ArrayList<>();

  private SchemaComparison(List<Class<?>> managed) {
    this.managed = managed;
  }

  /**
   * The differences that matter.
   *
   * @param managed the classes of the rows
   * @param database names an existing schema
   * @param loader has the driver and the provider
   * @throws dev.shelftwin.finding.InputException if the database cannot be used
   */
  public static List<TableDifference> of(
      List<Class<?>> managed, Database database, ClassLoader loader) {
    DatabaseAccess access = new DatabaseAccess(database, System.getenv(), loader);
    ProviderLog log = ProviderLog.silent();
    try (log;
        ServerDatabase ours = new ServerDatabase(access, Optional.empty());
        ServerDatabase theirs = new ServerDatabase(access, database.schema().map(Text::value))) {
      PersistenceUnit unit = new PersistenceUnit(managed, loader);
      RowTables needed = ours.tables(unit.provider());
      unit.open(needed).close();
      SchemaComparison comparison = new SchemaComparison(managed);
      comparison.compare(
          SchemaTables.read(needed).columns(),
          SchemaTables.read(theirs.tables(unit.provider())).columns());
      return comparison.differences;
    } catch (SQLException failure) {
      throw access.unusable(failure);
    }
  }

  private void compare(
      Map<String, Map<String, SchemaColumn>> needed,
      Map<String, Map<String, SchemaColumn>> existing) {
    needed.forEach(
        (table, columns) -> {
          @Nullable Map<String, SchemaColumn> there = existing.get(table);
          if (there == null) {
            String name = columns.values().iterator().next().name();
            add(
                RuleId.TABLE_MISMATCH,
                table,
                "",
                "The schema has no table " + name.substring(0, name.indexOf('.')) + ".");
            return;
          }
          columns.forEach((column, one) -> compare(table, column, one, there.get(column)));
          there.forEach(
              (column, one) -> {
                if (!columns.containsKey(column)) {
                  unknown(table, column, one);
                }
              });
        });
  }

  private void unknown(String table, String column, SchemaColumn there) {
    boolean refuses = !there.mayBeNull() && !there.hasDefault();
    add(
        refuses ? RuleId.TABLE_MISMATCH : RuleId.TABLE_DRIFT,
        table,
        column,
        refuses
            ? "No field fills the column " + there.name() + ", which must have a value."
            : "No field knows the column " + there.name() + ".");
  }

  private void compare(
      String table, String column, SchemaColumn needed, @Nullable SchemaColumn there) {
    if (there == null) {
      add(RuleId.TABLE_MISMATCH, table, column, "There is no column " + needed.name() + ".");
      return;
    }
    String name = "The column " + there.name();
    if (!fits(needed, there)) {
      add(
          RuleId.TABLE_MISMATCH,
          table,
          column,
          name + " is " + there.type() + "; the row needs " + needed.type() + ".");
    } else if (holdsLess(table, column, needed, there)) {
      add(
          RuleId.TABLE_MISMATCH,
          table,
          column,
          name + " holds " + extent(there) + "; the row needs " + extent(needed) + ".");
    }
    if (needed.mayBeNull() && !there.mayBeNull() && !there.hasDefault()) {
      add(
          RuleId.TABLE_MISMATCH,
          table,
          column,
          name + " must have a value; the row may have none.");
    }
    if (!needed.mayBeNull() && there.mayBeNull()) {
      add(RuleId.TABLE_DRIFT, table, column, name + " may be null; the row requires a value.");
    }
    if (there.isUnique() && !needed.isUnique()) {
      add(RuleId.TABLE_MISMATCH, table, column, name + " is unique; the row does not say so.");
    }
    if (needed.isUnique() && !there.isUnique()) {
      add(RuleId.TABLE_DRIFT, table, column, name + " is not unique, as the row says it is.");
    }
  }

  private static boolean fits(SchemaColumn needed, SchemaColumn there) {
    if (needed.family().isInteger() && there.family().isInteger()) {
      return there.family().compareTo(needed.family()) >= 0;
    }
    boolean sameNames = needed.type().equals(there.type());
    return switch (needed.family()) {
      case OTHER, TIMESTAMP, TIME -> sameNames; // with a time zone is another type than without
      default -> needed.family() == there.family();
    };
  }

  private boolean holdsLess(String table, String column, SchemaColumn needed, SchemaColumn there) {
    return switch (needed.family()) {
      case TEXT, BYTES ->
          there.size() < needed.size()
              && declares(table, column, declared -> declared.length() != DEFAULT_LENGTH);
      case FLOATING -> there.size() < needed.size();
      case DECIMAL ->
          declares(table, column, declared -> declared.precision() > 0)
              && (there.digits() < needed.digits()
                  || there.size() - there.digits() < needed.size() - needed.digits());
      case TIMESTAMP, TIME -> there.digits() < needed.digits();
      default -> false;
    };
  }

  private static String extent(SchemaColumn column) {
    return switch (column.family()) {
      case DECIMAL ->
          "%d digits, %d of them after the point".formatted(column.size(), column.digits());
      case TIMESTAMP, TIME -> column.digits() + " digits of a second";
      case TEXT -> column.size() + " characters";
      case FLOATING -> column.size() + " digits";
      default -> column.size() + " bytes";
    };
  }

  /** What a row does not declare is the provider's own choice, and no wish of the row. */
  private boolean declares(String table, String column, Predicate<Column> what) {
    return field(table, column)
        .map(field -> field.getAnnotation(Column.class))
        .filter(what)
        .isPresent();
  }

  private void add(RuleId rule, String table, String column, String message) {
    Optional<Field> field = field(table, column);
    String row =
        entity(table).or(() -> field.map(Field::getDeclaringClass)).map(Class::getName).orElse("");
    differences.add(new TableDifference(rule, row, field.map(Field::getName).orElse(""), message));
  }

  private Optional<Class<?>> entity(String table) {
    return managed.stream()
        .filter(type -> type.isAnnotationPresent(Entity.class))
        .filter(type -> Columns.bare(Columns.table(type)).equals(table))
        .findFirst()
        .map(type -> type);
  }

  private Optional<Field> field(String table, String column) {
    for (Class<?> type : managed) {
      if (Columns.bare(Columns.table(type)).equals(table)) {
        for (Class<?> level = type; level != null; level = level.getSuperclass()) {
          for (Field field : level.getDeclaredFields()) {
            if (isIn(field, column)) {
              return Optional.of(field);
            }
          }
        }
      }
    }
    return Optional.empty();
  }

  private static boolean isIn(Field field, String column) {
    @Nullable JoinColumn join = field.getAnnotation(JoinColumn.class);
    String reference = join == null || join.name().isEmpty() ? field.getName() + "id" : join.name();
    return Columns.bare(Columns.column(field)).equals(column)
        || Columns.bare(reference).equals(column);
  }
}
