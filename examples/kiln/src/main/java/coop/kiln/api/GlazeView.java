package coop.kiln.api;

import java.util.Map;

/** A glaze as anybody may see it. */
public record GlazeView(String code, String name, boolean foodSafe, Map<String, Integer> recipe) {}
