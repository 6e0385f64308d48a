package dev.shelftwin;

import dev.shelftwin.shape.Role;
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

  /**
   * The types of a layer.
   *
   * @param role the role of the layer
   * @param types a package such as {@code coop.kiln.store}, or types such as {@code coop.kiln.*Row}
   */
  public record LayerPackage(Role role, String types) {
    public LayerPackage {
      Objects.requireNonNull(role, "role");
      Objects.requireNonNull(types, "types");
    }
  }
}
