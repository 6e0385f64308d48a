package dev.shelftwin.describe;

import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.TypeRef;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** Writes what the domain asks of whatever keeps its objects. */
final class RepositoryText {

  private RepositoryText() {}

  /** An interface in terms of the domain; objects are found by their identity. */
  static DescribedSource of(DescribedClass type) {
    String concept = type.type().name();
    DescribedMember identity =
        type.members().stream()
            .filter(member -> member.role().equals(Optional.of(FieldRole.IDENTITY)))
            .findFirst()
            .orElse(type.members().get(0));
    TypeRef name = TypeRef.of(type.type().packageName(), concept + "Repository");
    JavaText text = new JavaText(name);
    String key = text.name(identity.type()) + " " + identity.name();
    String object = concept.substring(0, 1).toLowerCase(Locale.ROOT) + concept.substring(1);
    String optional = text.imported("java.util", "Optional");
    String list = text.imported("java.util", "List");
    text.line("public interface " + name.name() + " {").line("");
    text.line("  " + optional + "<" + concept + "> find(" + key + ");").line("");
    text.line("  " + list + "<" + concept + "> all();").line("");
    text.line("  void save(" + concept + " " + object + ");").line("");
    text.line("  void remove(" + key + ");").line("}");
    return new DescribedSource(name, text.file(), type.at(), Map.of());
  }
}
