package dev.shelftwin.report;

import dev.shelftwin.generate.Generated;
import dev.shelftwin.generate.SourceFile;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.MapperNames;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Field;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Finds the lines of generated mappers that read or write a field. */
final class MapperLines {

  private static final Pattern METHOD =
      Pattern.compile("  (?:public|private)[^=;]*?\\b(\\w+)\\(.*");

  private MapperLines() {}

  static List<FieldImpact.MapperLine> of(
      ConceptLedger concept, Journey journey, Generated generated) {
    Set<FieldImpact.MapperLine> lines = new LinkedHashSet<>();
    for (HopLedger hop : concept.hops()) {
      Journey.Stop stop = journey.stops().get(hop.hop().outer());
      if (stop == null) {
        continue;
      }
      Pattern uses = uses(journey, stop);
      String mapper = MapperNames.qualifiedName(concept, hop.hop().outer().layer());
      generated.files().stream()
          .filter(file -> file.qualifiedName().equals(mapper))
          .forEach(file -> lines.addAll(lines(file, uses)));
    }
    return List.copyOf(lines);
  }

  /** Calls of the methods that read or write the field, and its path in faults. */
  private static Pattern uses(Journey journey, Journey.Stop stop) {
    List<Field> fields = new ArrayList<>(stop.fields());
    journey.hub().ifPresent(fields::add);
    List<String> calls =
        fields.stream()
            .flatMap(field -> Stream.concat(field.reader().stream(), field.writer().stream()))
            .filter(access -> access.kind() == Access.Kind.METHOD)
            .map(access -> "[.:]" + Pattern.quote(access.name()) + "\\b")
            .collect(Collectors.toCollection(ArrayList::new));
    fields.forEach(field -> calls.add("\"" + Pattern.quote(field.name()) + "\""));
    return Pattern.compile(String.join("|", calls));
  }

  private static List<FieldImpact.MapperLine> lines(SourceFile file, Pattern uses) {
    List<FieldImpact.MapperLine> found = new ArrayList<>();
    List<String> lines = file.text().lines().toList();
    String method = "";
    for (int index = 0; index < lines.size(); index++) {
      String line = lines.get(index);
      Matcher declaration = METHOD.matcher(line);
      method = declaration.matches() ? declaration.group(1) : method;
      boolean inMethod = !method.isEmpty() && !line.strip().startsWith("*");
      if (inMethod && uses.matcher(line).find()) {
        found.add(
            new FieldImpact.MapperLine(file.qualifiedName(), method, index + 1, line.strip()));
      }
    }
    return found;
  }
}
