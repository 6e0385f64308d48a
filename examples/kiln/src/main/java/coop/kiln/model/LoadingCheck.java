package coop.kiln.model;

import java.util.Objects;

/**
 * What the operator looked at before the kiln was lit.
 *
 * @param ventClear whether the vent was clear
 */
public record LoadingCheck(FiringNumber firing, MemberNumber by, boolean ventClear) {

  public LoadingCheck {
    Objects.requireNonNull(firing, "firing");
    Objects.requireNonNull(by, "by");
  }
}
