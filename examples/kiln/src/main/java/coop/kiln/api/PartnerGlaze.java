package coop.kiln.api;

import java.util.Map;

/** A glaze as the neighbouring cooperative's service sends it, under its own names. */
public record PartnerGlaze(
    String GLZ_Code, String glazeName, Boolean FOODSAFE, Map<String, Integer> parts_percent) {}
