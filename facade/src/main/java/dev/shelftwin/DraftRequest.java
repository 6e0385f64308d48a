package dev.shelftwin;

import dev.shelftwin.draft.LayerPackage;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;

/**
 * The input of a proposed plan.
 *
 * @param planFile the file of the plan, existing or not
 * @param code where the code is; empty parts are taken from the plan, or are the usual folders
 * @param packages the packages of the layers; if empty, those of the plan or guessed ones
 */
public record DraftRequest(Path planFile, CodeOptions code, List<LayerPackage> packages) {

  public DraftRequest {
    Objects.requireNonNull(planFile, "planFile");
    Objects.requireNonNull(code, "code");
    packages = List.copyOf(packages);
  }
}
