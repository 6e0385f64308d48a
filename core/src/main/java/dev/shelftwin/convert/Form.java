package dev.shelftwin.convert;

import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Callable;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.TypeRef;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;

/** How one step of a conversion is written in Java, and so how it is carried out. */
public sealed interface Form {

  /** {@code value.name()} or {@code value.name}. */
  record Read(Access access) implements Form {}

  /** {@code new Type(value)}. */
  record New(TypeRef type) implements Form {}

  /** {@code Owner.method(value)}. */
  record Static(TypeRef owner, String method) implements Form {}

  /** {@code converter.method(value)}, of an object without state that the mapper keeps. */
  record Own(TypeRef owner, String method) implements Form {}

  /** {@code (type) value}, between primitive types. */
  record Cast(TypeRef type) implements Form {}

  /** The constant of an enumeration by its name. */
  record Constant(TypeRef type) implements Form {}

  /** The constant of an enumeration by something else that it tells. */
  record Coded(TypeRef type, Access code) implements Form {}

  /**
   * Between the constants of an enumeration and what stands for each.
   *
   * @param constants the enumeration
   * @param codes the type of what stands for them; not an optional
   * @param table by constant, what stands for it: text, whole number, or another enumeration's
   *     constant by name
   * @param missing constants without a code
   * @param otherwise the constant that any other code becomes; empty where it is refused
   * @param outward from the constants, and not to them
   */
  record Table(
      TypeRef constants,
      TypeRef codes,
      Map<String, Object> table,
      List<String> missing,
      Optional<String> otherwise,
      boolean outward)
      implements Form {
    public Table {
      Objects.requireNonNull(constants, "constants");
      Objects.requireNonNull(codes, "codes");
      table = Collections.unmodifiableMap(new LinkedHashMap<>(table));
      missing = List.copyOf(missing);
      Objects.requireNonNull(otherwise, "otherwise");
    }
  }

  /**
   * An expression over the JDK's own types.
   *
   * @param code where {@code $1L} stands for the value and {@code $2T}, {@code $3T}… for the types
   * @param types that the code names
   * @param meaning the same, as trials work it out
   */
  record Written(String code, List<TypeRef> types, Function<Object, Object> meaning)
      implements Form {
    public Written {
      Objects.requireNonNull(code, "code");
      types = List.copyOf(types);
      Objects.requireNonNull(meaning, "meaning");
    }
  }

  /** By the mapper of another concept. */
  record Mapped(String concept, TypeRef from, TypeRef to) implements Form {}

  /**
   * By asking for the row that has a key.
   *
   * @param row the type that is found
   * @param key the type of the key as it is asked for
   * @param read how the row tells its key
   * @param limits of the key as the row has it
   * @param back from the key as it is asked for to the key as the row has it
   */
  record Found(TypeRef row, TypeRef key, Access read, Limits limits, Conversion back)
      implements Form {}

  /**
   * Every element by itself.
   *
   * @param source what holds the elements, a type with its arguments
   * @param to what holds them then, the same
   * @param keys of a map; none elsewhere
   * @param elements how each becomes another
   */
  record Each(TypeRef source, TypeRef to, Conversion keys, Conversion elements) implements Form {

    /** What holds the elements. */
    public Container from() {
      return Container.of(source).orElseThrow();
    }

    /** What holds the elements then. */
    public Container container() {
      return Container.of(to).orElseThrow();
    }
  }

  /**
   * From several values.
   *
   * @param maker what takes them
   * @param parts how each becomes what the maker's parameter in its place takes
   */
  record Joined(Callable maker, List<Conversion> parts) implements Form {
    public Joined {
      Objects.requireNonNull(maker, "maker");
      parts = List.copyOf(parts);
    }
  }
}
