package dev.shelftwin.convert;

import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.TypeRef;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;

/**
 * What one step of a conversion does. The generator writes it as Java, trials carry it out by
 * reflection, and rules look for losses in it. All of them use {@link #fold}, so that a new
 * operation does not compile until each of them handles it.
 */
public sealed interface Operation {

  /** Calls the method of {@code cases} for this kind of operation. */
  <R> R fold(Cases<R> cases);

  /** The conversions of parts, keys and elements within this operation; none for most. */
  List<Conversion> nested();

  /**
   * One method for each kind of operation.
   *
   * @param <R> the result
   */
  interface Cases<R> {
    R read(Read operation);

    R construct(Construct operation);

    R callStatic(CallStatic operation);

    R callConverter(CallConverter operation);

    R cast(Cast operation);

    R constantByName(ConstantByName operation);

    R constantByCode(ConstantByCode operation);

    R codeTable(CodeTable operation);

    R jdkExpression(JdkExpression operation);

    R messageValue(MessageValue operation);

    R callMapper(CallMapper operation);

    R findRow(FindRow operation);

    R eachElement(EachElement operation);

    R join(Join operation);
  }

  /** An operation without conversions inside it. */
  sealed interface Simple extends Operation {
    @Override
    default List<Conversion> nested() {
      return List.of();
    }
  }

  /** {@code value.name()} or {@code value.name}. */
  record Read(Access access) implements Simple {
    @Override
    public <R> R fold(Cases<R> cases) {
      return cases.read(this);
    }
  }

  /** {@code new Type(value)}. */
  record Construct(TypeRef type) implements Simple {
    @Override
    public <R> R fold(Cases<R> cases) {
      return cases.construct(this);
    }
  }

  /** {@code Owner.method(value)}. */
  record CallStatic(TypeRef owner, String method) implements Simple {
    @Override
    public <R> R fold(Cases<R> cases) {
      return cases.callStatic(this);
    }
  }

  /** {@code converter.method(value)} of a stateless object that the mapper keeps. */
  record CallConverter(TypeRef owner, String method) implements Simple {
    @Override
    public <R> R fold(Cases<R> cases) {
      return cases.callConverter(this);
    }
  }

  /** {@code (type) value}, between primitive types. */
  record Cast(TypeRef type) implements Simple {
    @Override
    public <R> R fold(Cases<R> cases) {
      return cases.cast(this);
    }
  }

  /** The enumeration constant with the given name. */
  record ConstantByName(TypeRef type) implements Simple {
    @Override
    public <R> R fold(Cases<R> cases) {
      return cases.constantByName(this);
    }
  }

  /** The enumeration constant whose property {@code code} has the given value. */
  record ConstantByCode(TypeRef type, Access code) implements Simple {
    @Override
    public <R> R fold(Cases<R> cases) {
      return cases.constantByCode(this);
    }
  }

  /**
   * Between the constants of an enumeration and the codes that the plan gives them.
   *
   * @param constants the enumeration
   * @param codes the type of the codes; not an optional
   * @param table the code of each constant: a text, a whole number, or the name of a constant of
   *     another enumeration
   * @param missing the constants without a code
   * @param otherwise the constant for every other code; empty if other codes are rejected
   * @param byName whether the names say which code belongs to which constant, and not the plan
   * @param outward true from constants to codes
   */
  record CodeTable(
      TypeRef constants,
      TypeRef codes,
      Map<String, Object> table,
      List<String> missing,
      Optional<String> otherwise,
      boolean byName,
      boolean outward)
      implements Simple {
    public CodeTable {
      Objects.requireNonNull(constants, "constants");
      Objects.requireNonNull(codes, "codes");
      table = Collections.unmodifiableMap(new LinkedHashMap<>(table));
      missing = List.copyOf(missing);
      Objects.requireNonNull(otherwise, "otherwise");
    }

    @Override
    public <R> R fold(Cases<R> cases) {
      return cases.codeTable(this);
    }
  }

  /**
   * An expression over types of the JDK.
   *
   * @param code the expression; {@code $1L} is the value, {@code $2T}, {@code $3T}… are the types
   * @param types the types that the code names
   * @param function the same as a function, for trials
   */
  record JdkExpression(String code, List<TypeRef> types, Function<Object, Object> function)
      implements Simple {
    public JdkExpression {
      Objects.requireNonNull(code, "code");
      types = List.copyOf(types);
      Objects.requireNonNull(function, "function");
    }

    /** The code and the types are the identity; functions have none. */
    @Override
    public boolean equals(Object other) {
      return other instanceof JdkExpression that
          && code.equals(that.code)
          && types.equals(that.types);
    }

    @Override
    public int hashCode() {
      return Objects.hash(code, types);
    }

    @Override
    public <R> R fold(Cases<R> cases) {
      return cases.jdkExpression(this);
    }
  }

  /**
   * Between a type of messages and the type of the JDK.
   *
   * @param outward true from the type of the JDK
   */
  record MessageValue(MessageType type, boolean outward) implements Simple {

    /** The expression: {@code $1L} is the value, {@code $2T} the type of the result. */
    public String code() {
      return type.code(outward);
    }

    @Override
    public <R> R fold(Cases<R> cases) {
      return cases.messageValue(this);
    }
  }

  /** A call of the mapper of another concept. */
  record CallMapper(String concept, TypeRef from, TypeRef to) implements Simple {
    @Override
    public <R> R fold(Cases<R> cases) {
      return cases.callMapper(this);
    }
  }

  /**
   * Finds the row with the given key.
   *
   * @param row the row's type
   * @param key the type of the given key
   * @param read how the key is read from the row
   * @param limits the limits of the row's key
   * @param back from the given key to the row's key
   */
  record FindRow(TypeRef row, TypeRef key, Access read, Limits limits, Conversion back)
      implements Simple {
    @Override
    public <R> R fold(Cases<R> cases) {
      return cases.findRow(this);
    }
  }

  /**
   * Converts each element of a container, or each key and value of a map.
   *
   * @param source the source container with its type arguments
   * @param target the target container with its type arguments
   * @param keys the conversion of a map's keys; {@link Conversion#NONE} for other containers
   * @param elements the conversion of the elements
   */
  record EachElement(TypeRef source, TypeRef target, Conversion keys, Conversion elements)
      implements Operation {

    /** The kind of the source container. */
    public Container from() {
      return Container.of(source).orElseThrow();
    }

    /** The kind of the target container. */
    public Container to() {
      return Container.of(target).orElseThrow();
    }

    @Override
    public List<Conversion> nested() {
      return List.of(keys, elements);
    }

    @Override
    public <R> R fold(Cases<R> cases) {
      return cases.eachElement(this);
    }
  }

  /**
   * Creates one value from several.
   *
   * @param creator takes the first values
   * @param set the fields that are set to the others; they have writers
   * @param parts the conversion of each value to what takes it
   */
  record Join(Creator creator, List<Field> set, List<Conversion> parts) implements Operation {
    public Join {
      Objects.requireNonNull(creator, "creator");
      set = List.copyOf(set);
      parts = List.copyOf(parts);
    }

    /** The type of the parameter or field that takes the value at an index. */
    public TypeRef type(int index) {
      int taken = creator.parameters().size();
      return index < taken
          ? creator.parameters().get(index).type()
          : set.get(index - taken).writer().orElseThrow().type();
    }

    @Override
    public List<Conversion> nested() {
      return parts;
    }

    @Override
    public <R> R fold(Cases<R> cases) {
      return cases.join(this);
    }
  }
}
