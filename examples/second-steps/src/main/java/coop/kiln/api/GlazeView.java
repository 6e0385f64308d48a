package coop.kiln.api;

/** A glaze as the page of glazes shows it. */
public record GlazeView(String code, String name, boolean foodSafe, String note) {}
