package coop.kiln.model;

public record Tile(String tag, String glaze) {}
