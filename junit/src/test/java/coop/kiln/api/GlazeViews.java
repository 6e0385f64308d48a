package coop.kiln.api;

import coop.kiln.model.Glaze;

class GlazeViews {
  private final Labels labels;

  GlazeViews(Labels labels) {
    this.labels = labels;
  }

  GlazeView view(Glaze glaze) {
    return new GlazeView(glaze.code(), labels.shown(glaze.label()));
  }
}
