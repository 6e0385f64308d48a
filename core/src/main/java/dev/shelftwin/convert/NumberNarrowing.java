package dev.shelftwin.convert;

import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** A long as an int; values that do not fit are refused, not cut. */
final class NumberNarrowing implements Strategy {

  @Override
  public Optional<Conversion> between(TypeRef from, TypeRef to, Catalogue catalogue) {
    if (!from.boxed().isLang("Long") || !to.boxed().isLang("Integer")) {
      return Optional.empty();
    }
    Form form = new Form.Static(TypeRef.lang("Math"), "toIntExact");
    Step step = new Step("as int", from, to, form, Set.of(Loss.RANGE), true);
    return Optional.of(new Conversion(List.of(step)));
  }
}
