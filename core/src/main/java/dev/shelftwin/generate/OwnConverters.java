package dev.shelftwin.generate;

import com.palantir.javapoet.FieldSpec;
import com.palantir.javapoet.NameAllocator;
import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.shape.TypeRef;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import javax.lang.model.element.Modifier;

/** The users' own objects without state that convert values in one mapper; it keeps one of each. */
final class OwnConverters {

  private final Map<TypeRef, String> names = new LinkedHashMap<>();

  OwnConverters(List<HopLedger> hops) {
    NameAllocator allocator = new NameAllocator();
    hops.stream()
        .flatMap(hop -> hop.mappings().stream())
        .flatMap(mapping -> mapping.conversion().stream())
        .flatMap(Conversion::operations)
        .filter(Operation.CallConverter.class::isInstance)
        .map(form -> ((Operation.CallConverter) form).owner())
        .distinct()
        .forEach(owner -> names.put(owner, allocator.newName(name(owner))));
  }

  private static String name(TypeRef owner) {
    return owner.simpleName().replaceAll("(?<=[a-z0-9])(?=[A-Z])", "_").toUpperCase(Locale.ROOT);
  }

  String name(Operation.CallConverter own) {
    return Objects.requireNonNull(names.get(own.owner()));
  }

  List<FieldSpec> fields() {
    return names.entrySet().stream()
        .map(
            mapping ->
                FieldSpec.builder(
                        JavaNames.raw(mapping.getKey()),
                        mapping.getValue(),
                        Modifier.PRIVATE,
                        Modifier.STATIC,
                        Modifier.FINAL)
                    .initializer("new $T()", JavaNames.raw(mapping.getKey()))
                    .build())
        .toList();
  }
}
