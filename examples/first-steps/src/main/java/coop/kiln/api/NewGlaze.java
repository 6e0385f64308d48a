package coop.kiln.api;

/** Somebody mixed a new glaze; the note may be left out. */
public record NewGlaze(String code, String name, boolean foodSafe, String note) {}
