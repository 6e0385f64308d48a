package dev.shelftwin.describe;

import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.Role;
import java.util.LinkedHashMap;
import java.util.Map;

/** Writes the sources of described types, each in the way of its layer. */
final class SourceTexts {

  private final TypeKinds kinds;

  SourceTexts(TypeKinds kinds) {
    this.kinds = kinds;
  }

  DescribedSource of(DescribedClass type) {
    Map<String, Place> places = new LinkedHashMap<>();
    type.members().forEach(member -> places.put(member.name(), member.at()));
    return new DescribedSource(type.type(), text(type), type.at(), places);
  }

  private String text(DescribedClass type) {
    JavaText text = new JavaText(type.type());
    if (type.isEnumeration()) {
      text.line("public enum " + type.type().name() + " {");
      String last = type.constants().get(type.constants().size() - 1);
      type.constants().forEach(one -> text.line("  " + one + (one.equals(last) ? "" : ",")));
      text.line("}");
    } else if (type.layer().role() == Role.PERSISTENCE) {
      new EntityText(type, text, kinds).write();
    } else if (type.layer().role() == Role.TRANSFER) {
      new TransferText(type, text).write();
    } else {
      new DomainText(type, text).write();
    }
    return text.file();
  }
}
