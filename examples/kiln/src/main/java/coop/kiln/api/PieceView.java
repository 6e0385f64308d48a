package coop.kiln.api;

import java.util.List;

/** A piece as members see and enter it: grams and millimetres. */
public record PieceView(
    String tag,
    String maker,
    String clay,
    int weight,
    int height,
    List<String> glazes,
    String note) {}
