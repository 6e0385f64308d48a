package dev.shelftwin.plan;

import dev.shelftwin.shape.Place;
import java.util.Optional;

/** Reads descriptions that stand outside a plan. */
public final class Descriptions {

  private Descriptions() {}

  /**
   * A field in words, such as {@code remarks: String? max 200}.
   *
   * @param at what errors call the words
   * @throws dev.shelftwin.finding.InputException if they describe no field
   */
  public static FieldDescription field(String words, Place at) {
    YamlDocument yaml = new YamlDocument(at.file(), "{}");
    int colon = words.indexOf(':');
    String name = words.substring(0, Math.max(0, colon)).strip();
    Optional<FieldDescription> field = Optional.empty();
    if (name.matches(YamlDocument.IDENTIFIER)) {
      Text type = new Text(words.substring(colon + 1), at);
      field = new FieldWords(yaml, new Text(name, at), type).read();
    } else {
      yaml.error(at, "this describes no field", "write it like 'load: int'");
    }
    yaml.throwIfWrong();
    return field.orElseThrow();
  }
}
