package dev.shelftwin.ledger;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.plan.GivenValue;
import dev.shelftwin.plan.Row;
import dev.shelftwin.shape.Field;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * What happens to one field on one hop. A mapping has a source, a target, or both; {@link #fold}
 * handles every kind.
 */
public sealed interface FieldMapping
    permits FieldMapping.Flow,
        FieldMapping.OneSided,
        FieldMapping.Given,
        FieldMapping.Mismatched,
        FieldMapping.ByExistingMapper,
        ComparedVersion {

  /** The source fields; empty if the value has no source. */
  List<Field> sources();

  /**
   * The target field; empty if the source field is not mapped. It may be a parameter of the creator
   * that no field of the target keeps.
   */
  Optional<Field> target();

  /** The plan's row about the field. */
  Optional<Row> row();

  /** The kind of mapping, as shown in reports. */
  Account account();

  /** Calls the method of {@code cases} for this kind of mapping. */
  <R> R fold(MappingCases<R> cases);

  /** How the source becomes the target, or how a constant of the plan becomes the target. */
  default Optional<Conversion> conversion() {
    return Optional.empty();
  }

  /** The value that the plan gives, for {@link Given}. */
  default Optional<GivenValue> given() {
    return Optional.empty();
  }

  /** The reason, for mappings that have one. */
  default Optional<String> reason() {
    return Optional.empty();
  }

  /** The source field, if there is exactly one. */
  default Optional<Field> source() {
    return sources().size() == 1 ? Optional.of(sources().get(0)) : Optional.empty();
  }

  /** Whether the value of the source arrives in the target. */
  default boolean isCarried() {
    return this instanceof Flow;
  }

  /** Whether no conversion of ours leads from the source to the target. */
  default boolean hasUnknownConversion() {
    return isMismatch() || isByExistingMapper();
  }

  /** Whether only an existing mapper can convert the source to the target. */
  default boolean isByExistingMapper() {
    return this instanceof ByExistingMapper;
  }

  /** Whether the plan gives a value that the mapper passes to the target. */
  default boolean isPassedIn() {
    return given().filter(GivenValue::isPassed).isPresent();
  }

  /** Whether no conversion leads from the source to the target, so that no mapper can. */
  default boolean isMismatch() {
    return this instanceof Mismatched;
  }

  /** A mapping of source values to a target field. */
  sealed interface Flow extends FieldMapping {

    /** The target field. */
    Field into();

    /** How the sources become the target. */
    Conversion how();

    @Override
    default Optional<Field> target() {
      return Optional.of(into());
    }

    @Override
    default Optional<Conversion> conversion() {
      return Optional.of(how());
    }
  }

  /** The end of a hop that a field without a counterpart belongs to. */
  enum Side {
    SOURCE,
    TARGET
  }

  /** A mapping of one field that has no counterpart. */
  sealed interface OneSided extends FieldMapping {

    Field field();

    Side side();

    @Override
    default List<Field> sources() {
      return side() == Side.SOURCE ? List.of(field()) : List.of();
    }

    @Override
    default Optional<Field> target() {
      return side() == Side.TARGET ? Optional.of(field()) : Optional.empty();
    }
  }

  /** The value is passed as it is. */
  record Carried(Field from, Field into, Conversion how, Optional<Row> row) implements Flow {
    public Carried {
      Objects.requireNonNull(from, "from");
      Objects.requireNonNull(into, "into");
      Objects.requireNonNull(how, "how");
      Objects.requireNonNull(row, "row");
    }

    @Override
    public List<Field> sources() {
      return List.of(from);
    }

    @Override
    public Account account() {
      return Account.CARRIED;
    }

    @Override
    public <R> R fold(MappingCases<R> cases) {
      return cases.carried(this);
    }
  }

  /** The value is converted to another type. */
  record Converted(Field from, Field into, Conversion how, Optional<Row> row) implements Flow {
    public Converted {
      Objects.requireNonNull(from, "from");
      Objects.requireNonNull(into, "into");
      Objects.requireNonNull(how, "how");
      Objects.requireNonNull(row, "row");
    }

    @Override
    public List<Field> sources() {
      return List.of(from);
    }

    @Override
    public Account account() {
      return Account.CONVERTED;
    }

    @Override
    public <R> R fold(MappingCases<R> cases) {
      return cases.converted(this);
    }
  }

  /** Several fields become one. */
  record Joined(List<Field> sources, Field into, Conversion how, Optional<Row> row)
      implements Flow {
    public Joined {
      sources = List.copyOf(sources);
      Objects.requireNonNull(into, "into");
      Objects.requireNonNull(how, "how");
      Objects.requireNonNull(row, "row");
    }

    /** The sources without which there is no value, although others are there. */
    public List<Field> requiredSources() {
      Operation.Join join = (Operation.Join) how.onlyOperation().orElseThrow();
      return IntStream.range(0, sources.size())
          .filter(index -> !join.type(index).isOptional())
          .mapToObj(sources::get)
          .toList();
    }

    @Override
    public Account account() {
      return Account.JOINED;
    }

    @Override
    public <R> R fold(MappingCases<R> cases) {
      return cases.joined(this);
    }
  }

  /** A part of the value becomes a field of its own. */
  record Split(Field from, Field into, Conversion how, Optional<Row> row) implements Flow {
    public Split {
      Objects.requireNonNull(from, "from");
      Objects.requireNonNull(into, "into");
      Objects.requireNonNull(how, "how");
      Objects.requireNonNull(row, "row");
    }

    @Override
    public List<Field> sources() {
      return List.of(from);
    }

    @Override
    public Account account() {
      return Account.SPLIT;
    }

    @Override
    public <R> R fold(MappingCases<R> cases) {
      return cases.split(this);
    }
  }

  /** The field is computed from other fields; it needs no counterpart. */
  record Derived(Field field, Side side, String text, Optional<Row> row) implements OneSided {
    public Derived {
      Objects.requireNonNull(field, "field");
      Objects.requireNonNull(side, "side");
      Objects.requireNonNull(text, "text");
      Objects.requireNonNull(row, "row");
    }

    @Override
    public Optional<String> reason() {
      return text.isEmpty() ? Optional.empty() : Optional.of(text);
    }

    @Override
    public Account account() {
      return Account.DERIVED;
    }

    @Override
    public <R> R fold(MappingCases<R> cases) {
      return cases.derived(this);
    }
  }

  /**
   * The plan gives the value.
   *
   * @param how from a constant of the plan to the target's type; empty for null, for other sources,
   *     and if the constant does not fit the type
   */
  record Given(Field into, GivenValue value, Optional<Conversion> how, Row said)
      implements FieldMapping {
    public Given {
      Objects.requireNonNull(into, "into");
      Objects.requireNonNull(value, "value");
      Objects.requireNonNull(how, "how");
      Objects.requireNonNull(said, "said");
    }

    /** Whether the plan gives a constant that does not fit the target's type. */
    public boolean isUnfitConstant() {
      return value instanceof GivenValue.Constant constant
          && how.isEmpty()
          && (constant.literal().isPresent() || into.type().isPrimitive());
    }

    @Override
    public List<Field> sources() {
      return List.of();
    }

    @Override
    public Optional<Field> target() {
      return Optional.of(into);
    }

    @Override
    public Optional<Row> row() {
      return Optional.of(said);
    }

    @Override
    public Optional<Conversion> conversion() {
      return how;
    }

    @Override
    public Optional<GivenValue> given() {
      return Optional.of(value);
    }

    @Override
    public Account account() {
      return Account.GIVEN;
    }

    @Override
    public <R> R fold(MappingCases<R> cases) {
      return cases.given(this);
    }
  }

  /** The field is not mapped on this hop, on purpose. */
  record Stays(Field field, Side side, String text, Optional<Row> row) implements OneSided {
    public Stays {
      Objects.requireNonNull(field, "field");
      Objects.requireNonNull(side, "side");
      Objects.requireNonNull(text, "text");
      Objects.requireNonNull(row, "row");
    }

    @Override
    public Optional<String> reason() {
      return text.isEmpty() ? Optional.empty() : Optional.of(text);
    }

    @Override
    public Account account() {
      return Account.STAYS;
    }

    @Override
    public <R> R fold(MappingCases<R> cases) {
      return cases.stays(this);
    }
  }

  /** A source field without a target, and the plan does not say that this is intended. */
  record Lost(Field field, Optional<Row> row) implements OneSided {
    public Lost {
      Objects.requireNonNull(field, "field");
      Objects.requireNonNull(row, "row");
    }

    @Override
    public Side side() {
      return Side.SOURCE;
    }

    @Override
    public Account account() {
      return Account.LOST;
    }

    @Override
    public <R> R fold(MappingCases<R> cases) {
      return cases.lost(this);
    }
  }

  /** A target field without a source. */
  record Unfilled(Field field, Optional<Row> row) implements OneSided {
    public Unfilled {
      Objects.requireNonNull(field, "field");
      Objects.requireNonNull(row, "row");
    }

    @Override
    public Side side() {
      return Side.TARGET;
    }

    @Override
    public Account account() {
      return Account.UNFILLED;
    }

    @Override
    public <R> R fold(MappingCases<R> cases) {
      return cases.unfilled(this);
    }
  }

  /** A source and a target whose types cannot be converted. */
  record Mismatched(List<Field> sources, Field into, Optional<Row> row) implements FieldMapping {
    public Mismatched {
      sources = List.copyOf(sources);
      Objects.requireNonNull(into, "into");
      Objects.requireNonNull(row, "row");
    }

    @Override
    public Optional<Field> target() {
      return Optional.of(into);
    }

    @Override
    public Account account() {
      return Account.UNFILLED;
    }

    @Override
    public <R> R fold(MappingCases<R> cases) {
      return cases.mismatched(this);
    }
  }

  /**
   * A source and a target whose types no conversion of ours connects, on a hop with an existing
   * mapper: only that mapper knows how it converts them.
   */
  record ByExistingMapper(List<Field> sources, Field into, Optional<Row> row)
      implements FieldMapping {
    public ByExistingMapper {
      sources = List.copyOf(sources);
      Objects.requireNonNull(into, "into");
      Objects.requireNonNull(row, "row");
    }

    @Override
    public Optional<Field> target() {
      return Optional.of(into);
    }

    @Override
    public Account account() {
      return Account.CONVERTED;
    }

    @Override
    public <R> R fold(MappingCases<R> cases) {
      return cases.byExistingMapper(this);
    }
  }
}
