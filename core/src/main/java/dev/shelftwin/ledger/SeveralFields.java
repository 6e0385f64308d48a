package dev.shelftwin.ledger;

import dev.shelftwin.convert.Conversion;
import dev.shelftwin.ledger.ConversionResolver.Assembly;
import dev.shelftwin.ledger.ConversionResolver.ConversionWords;
import dev.shelftwin.plan.PlanWord;
import dev.shelftwin.plan.Row;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** Accounts for one field that corresponds to several fields of the other shape. */
final class SeveralFields {

  private final Pairing pairing;
  private final Hop hop;
  private final ConversionResolver conversions;
  private final HopDirectives directives;

  SeveralFields(
      Pairing pairing, Hop hop, ConversionResolver conversions, HopDirectives directives) {
    this.pairing = pairing;
    this.hop = hop;
    this.conversions = conversions;
    this.directives = directives;
  }

  /** The parts of a target that rows pair; empty if the source has none of them. */
  List<String> parts(Field target) {
    List<String> parts = pairing.parts(target.name(), hop.to(), hop.outer());
    boolean unmentioned =
        parts.stream().map(part -> target.name() + "." + part).noneMatch(this::isMentioned);
    return unmentioned ? List.of() : parts;
  }

  /** Whether the source has a field for a part; in a change request one that is mapped. */
  private boolean isMentioned(String path) {
    return hop.changes()
        ? directives.source(path).isPresent()
        : directives.sourcePath(path).flatMap(at -> pairing.field(hop.from(), at)).isPresent();
  }

  /** Maps a listed field by the user's own class; empty if the row lists no fields. */
  Optional<Accounted> byOwnClass(Field target, TypeRef slot, Optional<Row> row) {
    List<String> listed = row.map(said -> said.several(hop.outer().use())).orElse(List.of());
    Optional<Text> by =
        listed.isEmpty() ? Optional.empty() : directives.said(row.get().by(), row.get());
    if (by.isEmpty()) {
      return Optional.empty();
    }
    if (hop.changes()) {
      // A part that is mentioned alone does not make the whole.
      boolean unmentioned =
          listed.stream().allMatch(name -> pairing.field(hop.from(), name).isEmpty());
      return unmentioned
          ? Optional.empty()
          : Optional.of(Accounted.of(new FieldMapping.Unfilled(target, row)));
    }
    Optional<FieldMapping> mapping =
        hop.inward()
            ? joinedBy(by.get(), target, slot, listed, row)
            : splitBy(by.get(), target, slot, row);
    return mapping.map(one -> Accounted.of(one).reliesOn(by.get(), row.get()));
  }

  private Optional<FieldMapping> splitBy(Text by, Field target, TypeRef slot, Optional<Row> row) {
    return row.flatMap(said -> said.named(pairing.concept().hub()))
        .flatMap(name -> pairing.field(hop.from(), name.value()))
        .map(
            source ->
                conversions
                    .part(by, target.name(), source.type(), slot, false)
                    .<FieldMapping>map(
                        conversion -> new FieldMapping.Split(source, target, conversion, row))
                    .orElseGet(() -> new FieldMapping.Mismatched(List.of(source), target, row)));
  }

  private Optional<FieldMapping> joinedBy(
      Text by, Field target, TypeRef slot, List<String> listed, Optional<Row> row) {
    List<Field> sources =
        listed.stream().flatMap(name -> pairing.field(hop.from(), name).stream()).toList();
    if (sources.isEmpty()) {
      return Optional.empty();
    }
    List<TypeRef> types = sources.stream().map(Field::type).toList();
    Optional<Creator> joiner = conversions.joiner(by, types, slot);
    if (joiner.isEmpty()) {
      return Optional.of(new FieldMapping.Mismatched(sources, target, row));
    }
    List<Conversion> parts = new ArrayList<>();
    for (int index = 0; index < sources.size(); index++) {
      TypeRef taken = joiner.get().parameters().get(index).type();
      conversions
          .between(types.get(index), taken, ConversionWords.NONE, true)
          .ifPresent(parts::add);
    }
    Conversion join = conversions.join(new Assembly(joiner.get(), List.of()), slot, parts, true);
    return Optional.of(new FieldMapping.Joined(sources, target, join, row));
  }

  /** A field of which a change request mentions parts: only the users' own mapper can change it. */
  Accounted changed(Field target, List<String> parts, Optional<Row> row) {
    List<String> paths = parts.stream().map(part -> target.name() + "." + part).toList();
    List<Field> mentioned =
        paths.stream().flatMap(path -> directives.source(path).stream()).toList();
    boolean own = !pairing.concept().existing(hop.from().use(), hop.to().use()).isEmpty();
    return own
        ? Accounted.of(new FieldMapping.Mismatched(mentioned, target, row))
            .and(
                Stream.empty(),
                paths.stream().flatMap(path -> pairing.rowOf(path, hop.to()).stream()))
        : Accounted.of(new FieldMapping.Unfilled(target, row));
  }

  /** Creates one field from several, or from a part of another. */
  Accounted join(Field target, List<String> names, TypeRef slot, Optional<Row> whole) {
    Optional<Assembly> assembly = conversions.assembly(slot, names, hop.outer().mapperPackage());
    if (assembly.isEmpty()) {
      return Accounted.of(new FieldMapping.Unfilled(target, whole));
    }
    List<Part> parts =
        assembly.get().parameters().stream()
            .map(parameter -> part(target, parameter, assembly.get().creator()))
            .toList();
    Set<String> consumed = new HashSet<>();
    parts.forEach(part -> part.source().map(Field::name).ifPresent(consumed::add));
    return new Accounted(mappings(target, slot, whole, assembly.get(), parts), consumed, Set.of())
        .and(Stream.empty(), parts.stream().flatMap(Part::words));
  }

  private List<FieldMapping> mappings(
      Field target, TypeRef slot, Optional<Row> whole, Assembly assembly, List<Part> parts) {
    List<FieldMapping> unfilled =
        parts.stream().filter(part -> part.conversion().isEmpty()).map(Part::unfilled).toList();
    if (!unfilled.isEmpty()) {
      return unfilled;
    }
    Optional<Row> row =
        whole.or(() -> parts.stream().flatMap(part -> part.row().stream()).findFirst());
    Conversion join =
        conversions.join(
            assembly,
            slot,
            parts.stream().map(part -> part.conversion().orElseThrow()).toList(),
            hop.inward());
    List<Field> sources = parts.stream().map(part -> part.source().orElseThrow()).toList();
    return List.of(new FieldMapping.Joined(sources, target, join, row));
  }

  private Part part(Field target, Parameter parameter, Creator creator) {
    String path = target.name() + "." + parameter.name();
    Optional<Field> source = directives.source(path);
    Optional<Row> row = pairing.rowOf(path, hop.to());
    ConversionWords words = directives.conversionWords(row);
    return new Part(
        pairing
            .field(hop.to(), path)
            .orElseGet(() -> HopAccounting.ofParameter(parameter, creator)),
        source,
        source.flatMap(
            field -> conversions.between(field.type(), parameter.type(), words, hop.inward())),
        row,
        words);
  }

  /** A part of the target, where it comes from, and how. */
  private record Part(
      Field field,
      Optional<Field> source,
      Optional<Conversion> conversion,
      Optional<Row> row,
      ConversionWords said) {

    FieldMapping unfilled() {
      return source.isPresent()
          ? new FieldMapping.Mismatched(List.of(source.get()), field, row)
          : new FieldMapping.Unfilled(field, row);
    }

    Stream<PlanWord> words() {
      return Stream.concat(row.stream(), said.deciding());
    }
  }
}
