package dev.shelftwin.benchmarks;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Function;

/**
 * Writes a project of many alike concepts, each with thirty fields in three layers, and its plan.
 */
final class ManyConcepts {

  private static final String STORE = "coop.kiln.many.store";
  private static final String MODEL = "coop.kiln.many.model";
  private static final String API = "coop.kiln.many.api";

  /** Name, type in the row, type in the domain, type on the wire; none where the row keeps it. */
  private static final List<Field> FIELDS = fields();

  private final Path folder;
  private final List<Path> sources = new ArrayList<>();

  private ManyConcepts(Path folder) {
    this.folder = folder;
  }

  /** The sources that it wrote; the plan is {@code shelf-twin.yaml} in the folder. */
  static List<Path> write(Path folder, int concepts) throws IOException {
    return new ManyConcepts(folder).write(concepts);
  }

  private List<Path> write(int concepts) throws IOException {
    StringBuilder plan =
        new StringBuilder(
            """
            shelf-twin: 1
            name: many
            code: { sources: src, classes: classes, class-path: class-path.txt }
            layers:
              store: { role: persistence, package: %s }
              model: { role: domain, package: %s }
              api: { role: transfer, package: %s }
            concepts:
            """
                .formatted(STORE, MODEL, API));
    source(MODEL, "Code", "public record Code(String value) {}");
    source(MODEL, "Finish", "public enum Finish { GLOSSY, SATIN, MATT }");
    for (int number = 1; number <= concepts; number++) {
      String name = String.format(Locale.ROOT, "Item%04d", number);
      source(STORE, name + "Row", row(name));
      source(MODEL, name, record(name, field -> field.inDomain));
      source(API, name + "View", record(name + "View", field -> field.onWire));
      plan.append(
          """
            %1$s:
              store: %1$sRow
              model: %1$s
              api: { %1$sView: both }
              fields:
                - { store: id, is: key, stays: the store's own }
                - { store: version, is: version, stays: optimistic lock }
                - { model: text1, store: label }
          """
              .formatted(name));
    }
    Files.writeString(folder.resolve("shelf-twin.yaml"), plan);
    return sources;
  }

  private static List<Field> fields() {
    List<Field> fields = new ArrayList<>();
    fields.add(new Field("id", "Long", "", ""));
    fields.add(new Field("version", "int", "", ""));
    fields.add(new Field("code", "String", "Code", "String"));
    fields.add(new Field("finish", "String", "Finish", "String"));
    alike(fields, "text", 11, "String");
    alike(fields, "count", 5, "int");
    alike(fields, "weight", 3, "java.math.BigDecimal");
    alike(fields, "moment", 3, "java.time.Instant");
    alike(fields, "day", 3, "java.time.LocalDate");
    fields.add(new Field("sold", "boolean", "boolean", "boolean"));
    return fields;
  }

  private static void alike(List<Field> fields, String name, int count, String type) {
    for (int number = 1; number <= count; number++) {
      fields.add(new Field(name + number, type, type, type));
    }
  }

  private static String row(String name) {
    StringBuilder text = new StringBuilder("@jakarta.persistence.Entity\n");
    text.append("public class ").append(name).append("Row {\n");
    for (Field field : FIELDS) {
      String digits = field.inRow.endsWith("BigDecimal") ? ", precision = 12, scale = 2" : "";
      text.append(field.name.equals("id") ? "  @jakarta.persistence.Id\n" : "")
          .append(field.name.equals("version") ? "  @jakarta.persistence.Version\n" : "")
          .append("  @jakarta.persistence.Column(nullable = false%s)\n".formatted(digits))
          .append("  private %s %s;\n".formatted(field.inRow, field.column()));
    }
    for (Field field : FIELDS) {
      String column = field.column();
      String capital = column.substring(0, 1).toUpperCase(Locale.ROOT) + column.substring(1);
      text.append(
          """
            public %1$s get%3$s() { return %2$s; }
            public void set%3$s(%1$s %2$s) { this.%2$s = %2$s; }
          """
              .formatted(field.inRow, column, capital));
    }
    return text.append("}\n").toString();
  }

  private static String record(String name, Function<Field, String> typeInThisLayer) {
    List<String> components = new ArrayList<>();
    for (Field field : FIELDS) {
      String type = typeInThisLayer.apply(field);
      if (!type.isEmpty()) {
        components.add("    " + type + " " + field.name);
      }
    }
    return "public record %s(\n%s) {}\n".formatted(name, String.join(",\n", components));
  }

  private void source(String packageName, String name, String text) throws IOException {
    Path file =
        folder.resolve("src").resolve(packageName.replace('.', '/')).resolve(name + ".java");
    Files.createDirectories(file.getParent());
    Files.writeString(file, "package " + packageName + ";\n\n" + text);
    sources.add(file);
  }

  /** One field and its type in each layer. */
  private record Field(String name, String inRow, String inDomain, String onWire) {

    String column() {
      return name.equals("text1") ? "label" : name;
    }
  }
}
