package dev.shelftwin.trial;

import java.lang.reflect.Type;
import java.util.Map;
import java.util.Objects;

/** Where the journey of a field really ends: a column of a table, or a value on the wire. */
public interface End extends AutoCloseable {

  /** What stands after the {@code @} in a route, such as {@code table}. */
  String name();

  /**
   * Sends an object to the end and reads it back as another object.
   *
   * @throws EndRefusal where the end does not take the object, or does not give it back
   * @throws EndMissing where there is no such end for objects of its type at all
   */
  Passage pass(Object object);

  /**
   * The same for objects whose class does not say all: they are of several kinds, or of a type with
   * arguments.
   *
   * @param type what a caller who reads or writes them would name
   */
  default End declaredAs(Type type) {
    return this;
  }

  /** Gives up whatever the end holds. */
  @Override
  void close();

  /**
   * What came back.
   *
   * @param object read back; never the one that was sent
   * @param types what each field really is at the end, such as a column's type; empty where nothing
   *     is to be told
   * @param text what stood at the end, such as JSON; empty where it has no text
   */
  record Passage(Object object, Map<String, String> types, String text) {

    public Passage {
      Objects.requireNonNull(object, "object");
      types = Map.copyOf(types);
      Objects.requireNonNull(text, "text");
    }
  }
}
