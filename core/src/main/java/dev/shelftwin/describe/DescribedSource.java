package dev.shelftwin.describe;

import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.TypeRef;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;

/**
 * The source of a type that the plan describes.
 *
 * @param type its name
 * @param text the whole file
 * @param at where the plan describes it
 * @param members where the plan describes its fields, by name
 */
public record DescribedSource(TypeRef type, String text, Place at, Map<String, Place> members) {

  public DescribedSource {
    Objects.requireNonNull(type, "type");
    Objects.requireNonNull(text, "text");
    Objects.requireNonNull(at, "at");
    members = Collections.unmodifiableMap(new LinkedHashMap<>(members));
  }

  /** Where it belongs below a source folder, with slashes. */
  public String path() {
    return type.qualifiedName().replace('.', '/') + ".java";
  }
}
