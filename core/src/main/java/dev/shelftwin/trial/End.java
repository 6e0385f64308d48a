package dev.shelftwin.trial;

import java.lang.reflect.Type;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * An end of routes outside the mappers: a table of a database, or a document such as JSON. Several
 * threads use it at the same time.
 */
public interface End extends AutoCloseable {

  /** The name after the {@code @} in a route, such as {@code table}. */
  String name();

  /**
   * Writes an object and reads it back as another object.
   *
   * @throws EndRefusal if the end rejects the object, or does not return it
   * @throws EndMissing if there is no such end
   * @throws EndOccupied if the end has had another object before the trial that is in the way
   */
  Passage pass(Object object);

  /**
   * An end for objects whose class is not their whole type: of an abstract type, or of a type with
   * type arguments.
   *
   * @param type the type with which they are read and written
   */
  default End declaredAs(Type type) {
    return this;
  }

  /**
   * An end whose readers keep numbers in double precision only (binary64 of IEEE 754), as browsers
   * do.
   */
  default End withDoubleNumbers() {
    return this;
  }

  /**
   * Writes many objects of one class, and counts what reading them back and mapping them costs.
   *
   * @return empty if the end cannot tell, or nothing could be written
   */
  default Optional<RowLoads> load(List<?> objects, Mapping mapping) {
    return Optional.empty();
  }

  /**
   * Whether the second of two sessions that read the same object overwrites what the first wrote.
   *
   * @param object is written first
   * @param one changes the object of the session that writes first
   * @param other changes the object of the session that writes after it
   * @return false if the second session is refused, and if the end cannot tell
   */
  default boolean overwritesFirstChange(Object object, Mapping one, Mapping other) {
    return false;
  }

  /** Maps an object that was read. */
  interface Mapping {
    void map(Object object) throws Exception;
  }

  /** Whether a value belongs to the end's library, such as a collection that is read later. */
  default boolean isOfLibrary(Object value) {
    return false;
  }

  /** Releases everything that the end holds. */
  @Override
  void close();

  /**
   * What an end returned.
   *
   * @param object the object that was read, never the one that was written
   * @param types the type of each field at the end, such as a column type, if known
   * @param text the document, such as JSON; empty if the end has none
   */
  record Passage(Object object, Map<String, String> types, String text) {

    public Passage {
      Objects.requireNonNull(object, "object");
      types = Map.copyOf(types);
      Objects.requireNonNull(text, "text");
    }
  }
}
