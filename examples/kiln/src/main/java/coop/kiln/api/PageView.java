package coop.kiln.api;

import java.util.List;

/** A part of a long list, with the number of the page and of all items. */
public record PageView<T>(List<T> items, int number, long total) {}
