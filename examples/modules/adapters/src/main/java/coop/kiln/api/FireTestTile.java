package coop.kiln.api;

/** The request to fire a test tile. */
public record FireTestTile(String tag, String glaze, int coneCelsius) {}
