package dev.shelftwin.plan;

import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Describes a type that has no class yet; the words are the plan's own. */
public final class DescriptionBuilder {

  private @Nullable Text as;
  private final Map<String, FieldDescription> fields = new LinkedHashMap<>();
  private final List<Text> without = new ArrayList<>();
  private final Map<String, Text> renamed = new LinkedHashMap<>();
  private final List<Text> unwrapped = new ArrayList<>();
  private final List<Text> flattened = new ArrayList<>();
  private final List<Text> constants = new ArrayList<>();

  DescriptionBuilder() {}

  /** As the type of the concept in another layer. */
  public DescriptionBuilder as(String layer) {
    as = PlanBuilder.text(layer);
    return this;
  }

  /**
   * A field.
   *
   * @param words its type and limits, as in {@code String? max 200}
   */
  public DescriptionBuilder field(String name, String words) {
    // The reader of plans alone takes the words apart.
    fields.put(
        name,
        new FieldDescription(
            PlanBuilder.text(name),
            TypeRef.lang("Object"),
            false,
            Limits.NONE,
            Optional.empty(),
            PlanBuilder.text(words)));
    return this;
  }

  /** Without some fields of the other type. */
  public DescriptionBuilder without(String... names) {
    return add(without, names);
  }

  /** With another name for a field of the other type. */
  public DescriptionBuilder renamed(String there, String here) {
    renamed.put(there, PlanBuilder.text(here));
    return this;
  }

  /** With the values that some fields of the other type hold. */
  public DescriptionBuilder unwrapped(String... names) {
    return add(unwrapped, names);
  }

  /** With the parts of some fields of the other type as fields. */
  public DescriptionBuilder flattened(String... names) {
    return add(flattened, names);
  }

  private DescriptionBuilder add(List<Text> to, String... names) {
    for (String name : names) {
      to.add(PlanBuilder.text(name));
    }
    return this;
  }

  /** The constants of an enumeration, which has nothing else. */
  public DescriptionBuilder constants(String... names) {
    return add(constants, names);
  }

  DescribedType type(Layer layer, Text name) {
    return new DescribedType(layer, name, fields, constants);
  }

  TypeDescription description() {
    return new TypeDescription(
        Optional.ofNullable(as), fields, without, renamed, unwrapped, flattened);
  }
}
