package dev.shelftwin.draft;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.CopiedValue;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Finds the fields behind the getters, setters and parameters that copied values pass. */
final class CopiedFields {

  /** Stands in a path for every element. */
  static final String EACH = "[]";

  private final Shapes shapes;
  private final FieldSimilarity similarity;

  /**
   * Types that belong to a concept. A field that holds such an object is mapped as a whole, so the
   * fields of that object are not paired one by one.
   */
  private final Set<TypeRef> mapped;

  CopiedFields(Shapes shapes, Ledger ledger) {
    this.shapes = shapes;
    this.similarity = new FieldSimilarity(shapes);
    this.mapped =
        ledger.concepts().stream()
            .flatMap(ConceptLedger::shapes)
            .map(shape -> shape.shape().type().erased())
            .collect(Collectors.toSet());
  }

  /**
   * A field.
   *
   * @param path with the fields that it is nested in
   * @param outer the field that it is nested in; empty if it is in none
   */
  record Found(String path, Field field, Optional<Found> outer) {

    Found(Field field) {
      this(field.name(), field, Optional.empty());
    }

    /** The field itself, instead of each of its elements. */
    Found all() {
      return path.endsWith(EACH)
          ? new Found(path.substring(0, path.length() - EACH.length()), field, outer)
          : this;
    }

    Found in(Found holder) {
      return new Found(
          holder.path + "." + path,
          field,
          Optional.of(outer.map(found -> found.in(holder)).orElse(holder)));
    }
  }

  /**
   * The field that holds a value as a whole: of {@code code.value} that is {@code code}, and of
   * {@code codes[].value} it is {@code codes}, if the type of a code has no other field, and there
   * is a conversion.
   *
   * @param other the type of the field on the other side
   */
  Found whole(Found found, TypeRef other) {
    return found
        .outer()
        .filter(outer -> isSingle(outer.field(), found.field()))
        .filter(outer -> similarity.fit(outer.field().type().present(), other.present()))
        .map(outer -> whole(outer.all(), other))
        .orElse(found);
  }

  private boolean isSingle(Field outer, Field inner) {
    return shapes
        .find(Container.held(outer.type()))
        .filter(type -> type.constants().isEmpty())
        .map(type -> type.storedFields().toList())
        .filter(stored -> stored.size() == 1 && shows(inner, stored.get(0)))
        .isPresent();
  }

  /** Whether a field is the stored one, or shows that in another type. */
  private static boolean shows(Field field, Field stored) {
    return field.stored() || !field.type().equals(stored.type());
  }

  /** The field of a type that is read; if another type is read, that of its only field of it. */
  Optional<Found> read(List<CopiedValue.Read> reads, Shape shape) {
    return read(reads, shape, true);
  }

  private Optional<Found> read(List<CopiedValue.Read> reads, Shape shape, boolean nested) {
    for (int first = 0; first < reads.size(); first++) {
      if (isOf(reads.get(first).owner(), shape)) {
        return readFrom(reads.subList(first, reads.size()), shape);
      }
    }
    return nested
        ? holder(shape, reads.get(0).owner())
            .flatMap(outer -> in(outer, inner -> read(reads, inner, false)))
        : Optional.empty();
  }

  private Optional<Found> readFrom(List<CopiedValue.Read> reads, Shape shape) {
    String member = reads.get(0).member();
    Optional<Found> found =
        shape.fields().stream().filter(field -> isRead(field, member)).findFirst().map(Found::new);
    if (reads.size() == 1) {
      return found;
    }
    return found.flatMap(
        outer ->
            in(outer.field(), inner -> readFrom(reads.subList(1, reads.size()), inner))
                .or(() -> Optional.of(outer)));
  }

  private static boolean isRead(Field field, String member) {
    return field.reader().filter(access -> access.name().equals(member)).isPresent()
        || (field.stored() && field.member().equals(member));
  }

  /** The field of a type that takes a value; if another type takes it, that of its only field. */
  Optional<Found> written(CopiedValue value, Shape shape) {
    return written(value, shape, true);
  }

  private Optional<Found> written(CopiedValue value, Shape shape, boolean nested) {
    Optional<Found> found =
        (isOf(value.target(), shape) ? byMember(value, shape) : byBuilder(value, shape))
            .map(Found::new);
    return nested
        ? found.or(
            () ->
                holder(shape, value.target())
                    .flatMap(outer -> in(outer, inner -> written(value, inner, false))))
        : found;
  }

  private static Optional<Field> byMember(CopiedValue value, Shape shape) {
    Optional<Field> created =
        Stream.concat(shape.constructors().stream(), shape.creators().stream())
            .filter(creator -> creator.builder().isEmpty())
            .filter(creator -> creator.name().equals(value.member()))
            .filter(creator -> creator.parameters().size() == value.parameters())
            .map(creator -> creator.parameters().get(value.position()).name())
            .flatMap(name -> shape.field(name).stream())
            .findFirst();
    if (created.isPresent() || value.member().equals(Creator.CONSTRUCTOR)) {
      return created;
    }
    return shape.fields().stream()
        .filter(
            field ->
                field.writer().filter(access -> access.name().equals(value.member())).isPresent()
                    || field.member().equals(value.member()))
        .filter(field -> value.parameters() == 1 && field.stored())
        .findFirst();
  }

  private static Optional<Field> byBuilder(CopiedValue value, Shape shape) {
    return shape.creators().stream()
        .flatMap(creator -> creator.builder().stream())
        .filter(builder -> builder.type().erased().equals(value.target()))
        .flatMap(builder -> builder.steps().entrySet().stream())
        .filter(step -> step.getValue().equals(value.member()) && value.parameters() == 1)
        .flatMap(step -> shape.field(step.getKey()).stream())
        .findFirst();
  }

  private static boolean isOf(TypeRef owner, Shape shape) {
    return owner.equals(shape.type().erased()) || shape.supertypes().contains(owner);
  }

  /** The only field that holds objects of a type. */
  private Optional<Field> holder(Shape shape, TypeRef held) {
    List<Field> holding =
        shape
            .storedFields()
            .filter(field -> field.type().present().erased().equals(held))
            .filter(field -> !mapped.contains(held))
            .toList();
    return holding.size() == 1 ? Optional.of(holding.get(0)) : Optional.empty();
  }

  private Optional<Found> in(Field outer, Function<Shape, Optional<Found>> search) {
    TypeRef type = outer.type().present();
    boolean each = Container.of(type).filter(kind -> kind != Container.MAP).isPresent();
    return shapes
        .find(each ? Container.element(type) : type)
        .flatMap(search)
        .map(
            found ->
                found.in(new Found(outer.name() + (each ? EACH : ""), outer, Optional.empty())));
  }
}
