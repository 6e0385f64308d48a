package dev.shelftwin.runtime;

import dev.shelftwin.runtime.StoreRefusal.Kind;
import dev.shelftwin.runtime.StoredValues.Spot;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import javax.sql.DataSource;

/** Finds the values of one request that a database, a provider or a validator refuses. */
final class StoreFaults<T> {

  private final StoredValues<T> stored;
  private final List<Spot> spots;
  private final T request;
  private final Optional<DataSource> database;

  StoreFaults(StoredValues<T> stored, T request, Optional<DataSource> database) {
    this.stored = stored;
    this.request = Objects.requireNonNull(request, "request");
    this.spots = stored.spots(request);
    this.database = database;
  }

  Optional<FaultException> of(Throwable failure) {
    Set<Throwable> causes = StoreRefusal.causes(failure);
    List<Fault> faults = violations(causes);
    if (faults.isEmpty() && causes.stream().anyMatch(StoreFaults::isOptimisticLock)) {
      faults = List.of(changed());
    }
    if (faults.isEmpty()) {
      faults = StoreRefusal.of(failure).map(this::refused).orElse(List.of());
    }
    if (faults.isEmpty()) {
      faults = unset(causes);
    }
    return faults.isEmpty() ? Optional.empty() : Optional.of(new FaultException(faults, failure));
  }

  private List<Fault> refused(StoreRefusal refusal) {
    StoreRefusal known =
        refusal.columns().isEmpty() && !refusal.constraint().isEmpty()
            ? refusal.withColumns(columns(refusal))
            : refusal;
    List<Fault> faults =
        known.columns().stream()
            .flatMap(column -> path(known, column).stream())
            .distinct()
            .map(path -> fault(path, known.kind().code(), sentence(known)))
            .toList();
    if (!faults.isEmpty()) {
      return faults;
    }
    FieldPath only =
        known.columns().isEmpty() && known.kind() == Kind.TOO_LONG
            ? one(spots.stream()
                    .filter(spot -> isTooLong(spot, known) && hasMoreCharacters(spot))
                    .toList())
                .orElse(FieldPath.SELF)
            : FieldPath.SELF;
    return List.of(fault(only, known.kind().code(), sentence(known)));
  }

  private static String sentence(StoreRefusal refusal) {
    String sentence = refusal.kind().sentence();
    return refusal.kind() == Kind.TAKEN && refusal.columns().size() > 1
        ? "the combination of values is already taken"
        : sentence;
  }

  /** The columns of a constraint: by the description, else by the database. */
  private List<String> columns(StoreRefusal refusal) {
    String table = StoreRefusal.plain(refusal.table());
    Optional<List<String>> described =
        stored
            .keys()
            .filter(key -> table.isEmpty() || table.equals(StoreRefusal.plain(key.table())))
            .filter(key -> key.isCalled(refusal.constraint()))
            .map(StoredValues.Key::columns)
            .findFirst();
    if (described.isPresent()) {
      return described.get();
    }
    Optional<String> byName =
        spots.stream()
            .map(Spot::of)
            .filter(value -> isCheckOf(refusal, value))
            .map(StoredValues.Value::column)
            .findFirst();
    return byName
        .map(List::of)
        .or(() -> database.map(source -> new ConstraintColumns(source, refusal, tables()).find()))
        .orElse(List.of());
  }

  /** Servers name a nameless check of a column after the table and the column, or the column. */
  private static boolean isCheckOf(StoreRefusal refusal, StoredValues.Value<?> value) {
    String name = StoreRefusal.plain(refusal.constraint());
    String column = StoreRefusal.plain(value.column());
    return refusal.kind() == Kind.NOT_ALLOWED
        && value.isIn(refusal)
        && (name.equals(column)
            || name.equals(StoreRefusal.plain(value.table()) + column + "check"));
  }

  private List<String> tables() {
    return spots.stream().map(spot -> spot.of().table()).distinct().toList();
  }

  /** The value that became a column of which the database speaks; empty if it is not certain. */
  private Optional<FieldPath> path(StoreRefusal refusal, String column) {
    Predicate<Spot> refused =
        switch (refusal.kind()) {
          case MISSING -> spot -> spot.value() == null;
          case TOO_LONG -> spot -> spot.of().length() == 0 || isTooLong(spot, refusal);
          default -> spot -> spot.value() != null;
        };
    return one(
        spots.stream()
            .filter(spot -> spot.of().isIn(refusal))
            .filter(spot -> isNamed(spot.of(), column))
            .filter(refused)
            .toList());
  }

  private static boolean isNamed(StoredValues.Value<?> value, String column) {
    return StoreRefusal.plain(value.column()).equals(StoreRefusal.plain(column));
  }

  /** Blanks around a text are not counted, since it may have been stored without them. */
  private static boolean isTooLong(Spot spot, StoreRefusal refusal) {
    int length = spot.of().length();
    return length > 0
        && (refusal.length().isEmpty() || refusal.length().getAsInt() == length)
        && spot.value() instanceof CharSequence text
        && text.toString().strip().length() > length;
  }

  /** Databases that do not name the column count characters, not the units of Java's texts. */
  private static boolean hasMoreCharacters(Spot spot) {
    String text = String.valueOf(spot.value()).strip();
    return text.codePointCount(0, text.length()) > spot.of().length();
  }

  /** The path of the only spot; of their list, if all are the same value of its elements. */
  private static Optional<FieldPath> one(List<Spot> found) {
    if (found.size() == 1) {
      return Optional.of(found.get(0).path());
    }
    return found.stream().map(Spot::of).distinct().count() == 1
        ? only(found.stream().map(Spot::list).distinct().toList())
        : Optional.empty();
  }

  private static Optional<FieldPath> only(List<FieldPath> paths) {
    return paths.size() == 1 ? Optional.of(paths.get(0)) : Optional.empty();
  }

  /** A provider that checks a row itself names its field, as in {@code coop.kiln.Row.number}. */
  private List<Fault> unset(Set<Throwable> causes) {
    return spots.stream()
        .filter(spot -> spot.value() == null && !spot.of().field().isEmpty())
        .filter(spot -> causes.stream().anyMatch(cause -> names(cause, spot.of())))
        .map(spot -> fault(spot.path(), Fault.MISSING, Kind.MISSING.sentence()))
        .toList();
  }

  private static boolean names(Throwable cause, StoredValues.Value<?> value) {
    String field = Pattern.quote(value.row() + "." + value.field());
    return cause.getMessage() != null
        && Pattern.compile("(?<![\\w.$])" + field + "(?![\\w.$])")
            .matcher(cause.getMessage())
            .find();
  }

  /** Jakarta Persistence 3.2, §3.5.5; by its name, since this library depends on no other. */
  private static boolean isOptimisticLock(Throwable cause) {
    return PublicMethods.types(cause.getClass())
        .map(Class::getName)
        .anyMatch(name -> name.matches("(jakarta|javax)\\.persistence\\.OptimisticLockException"));
  }

  private Fault changed() {
    FieldPath version =
        spots.stream()
            .filter(spot -> spot.of().isVersion())
            .map(Spot::path)
            .findFirst()
            .orElse(FieldPath.SELF);
    return fault(version, Fault.CHANGED, "someone else has changed the object in the meantime");
  }

  /** Jakarta Validation 3.1, §6.4: of the request itself, or of a row that it became. */
  private List<Fault> violations(Set<Throwable> causes) {
    List<Fault> faults = new ArrayList<>();
    for (Throwable cause : causes) {
      PublicMethods.call(cause, "getConstraintViolations")
          .filter(Iterable.class::isInstance)
          .map(all -> (Iterable<?>) all)
          .ifPresent(
              all -> all.forEach(one -> violation(new Violation(one)).ifPresent(faults::add)));
    }
    return faults;
  }

  private Optional<Fault> violation(Violation violation) {
    Optional<FieldPath> path = violation.pathIn(request, stored.request());
    if (path.isEmpty()) {
      path =
          one(
              spots.stream()
                  .filter(spot -> violation.isOf(spot.of().row(), spot.of().field()))
                  .toList());
    }
    return violation.isKnown()
        ? Optional.of(fault(path.orElse(FieldPath.SELF), violation.code(), violation.message()))
        : Optional.empty();
  }

  private Fault fault(FieldPath path, String code, String message) {
    return new Fault(stored.layer(), stored.request().getSimpleName(), path, code, message);
  }
}
