package dev.shelftwin;

import dev.shelftwin.shape.Role;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;

/**
 * What a plan shall be drafted from.
 *
 * @param planFile where the plan is, or shall be
 * @param code where the code is; what is empty is taken from the plan, or from where builds keep it
 * @param packages the layers' packages; empty for those of the plan, or as the code suggests
 */
public record DraftRequest(Path planFile, CodeOptions code, List<LayerPackage> packages) {

  public DraftRequest {
    Objects.requireNonNull(planFile, "planFile");
    Objects.requireNonNull(code, "code");
    packages = List.copyOf(packages);
  }

  /**
   * A package whose types have a role.
   *
   * @param role of its types
   * @param types a package, such as {@code coop.kiln.store}, or some of its types, such as {@code
   *     coop.kiln.*Row}
   */
  public record LayerPackage(Role role, String types) {
    public LayerPackage {
      Objects.requireNonNull(role, "role");
      Objects.requireNonNull(types, "types");
    }
  }
}
