package coop.kiln.api;

/** A test tile as members see it. */
public record TestTileView(String tag, String glaze, int coneCelsius, String result) {}
