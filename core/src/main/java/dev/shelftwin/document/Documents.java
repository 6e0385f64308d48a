package dev.shelftwin.document;

import dev.shelftwin.finding.InputError;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.Plan;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The documents that describe the transfer types of a plan, as far as they can be read. */
public final class Documents {

  /** No documents. */
  public static final Documents NONE = new Documents();

  private final Map<String, ApiDocument> documents = new HashMap<>();
  private final Map<String, List<InputError>> errors = new HashMap<>();

  private Documents() {}

  /** Reads the documents that a plan names. */
  public static Documents of(Plan plan) {
    Documents all = new Documents();
    plan.layers().forEach(all::read);
    return all;
  }

  private void read(Layer layer) {
    if (layer.description().isEmpty()) {
      return;
    }
    try {
      ApiDocument document = ApiDocument.read(layer.description().get().path());
      documents.put(layer.name(), document);
      errors.put(layer.name(), document.errors());
    } catch (InputException unread) {
      errors.put(layer.name(), unread.errors());
    }
  }

  /** The document of a layer; empty if there is none, or if it cannot be read. */
  public Optional<ApiDocument> of(Layer layer) {
    return Optional.ofNullable(documents.get(layer.name()));
  }

  /** Why a layer's document, or a part of it, cannot be read. */
  public List<InputError> errors(Layer layer) {
    return errors.getOrDefault(layer.name(), List.of());
  }
}
