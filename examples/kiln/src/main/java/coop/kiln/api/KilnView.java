package coop.kiln.api;

import java.util.List;

/** A kiln as members see it. */
public record KilnView(String code, int highest, List<ShelfView> shelves) {}
