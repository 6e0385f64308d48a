package dev.shelftwin.processor;

import com.sun.source.util.TreePath;
import com.sun.source.util.Trees;
import dev.shelftwin.generate.Fingerprint;
import dev.shelftwin.generate.SourceFile;
import dev.shelftwin.shape.TypeRef;
import java.io.IOException;
import java.io.Writer;
import java.util.Optional;
import javax.annotation.processing.ProcessingEnvironment;
import javax.lang.model.element.Element;
import javax.lang.model.element.TypeElement;
import org.jspecify.annotations.Nullable;

/** Adds generated mappers to a compilation. */
final class MapperSources {

  private final ProcessingEnvironment environment;
  private final Optional<Trees> trees;
  private final Messages messages;

  MapperSources(ProcessingEnvironment environment, Optional<Trees> trees, Messages messages) {
    this.environment = environment;
    this.trees = trees;
    this.messages = messages;
  }

  /**
   * Adds a mapper. One that is among the sources already is compared.
   *
   * @param origins the types from which it is made
   */
  void write(SourceFile source, Element[] origins, CompiledPart part) {
    if (part.isCompiled(TypeRef.of(source.packageName(), source.className()))) {
      compare(source);
      return;
    }
    try (Writer writer =
        environment.getFiler().createSourceFile(source.qualifiedName(), origins).openWriter()) {
      writer.write(source.text());
    } catch (IOException failure) {
      messages.error(
          source.qualifiedName()
              + " cannot be written: "
              + failure.getMessage()
              + "; free the folder for generated sources, or name the mapper otherwise in the plan:"
              + " mappers: { name: ... }",
          Optional.empty());
    }
  }

  private void compare(SourceFile source) {
    @Nullable TypeElement there =
        environment.getElementUtils().getTypeElement(source.qualifiedName());
    Optional<String> text = there == null ? Optional.empty() : text(there);
    if (there == null || text.isEmpty() || Fingerprint.same(text.get(), source.text())) {
      return;
    }
    messages.error(wrong(source.className(), text.get()), Optional.of(there));
  }

  private static String wrong(String name, String text) {
    if (!Fingerprint.isOurs(text)) {
      return "The plan has a mapper of this name. Name it otherwise in the plan (mappers: { name: ... }),"
          + " or say that this class is the mapper (existing-mappers)";
    }
    return Fingerprint.isUntouched(text)
        ? name
            + " is not what the plan says now. Generate it again, or delete it: this compilation generates it"
        : name
            + " was edited after it was generated. Delete it: this compilation generates it; or take"
            + " out its first line and name it in the plan (existing-mappers)";
  }

  private Optional<String> text(TypeElement type) {
    Optional<TreePath> path = trees.map(known -> known.getPath(type));
    if (path.isEmpty()) {
      return Optional.empty();
    }
    try {
      return Optional.of(
          path.get().getCompilationUnit().getSourceFile().getCharContent(true).toString());
    } catch (IOException unreadable) {
      return Optional.empty();
    }
  }
}
