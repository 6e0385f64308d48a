package coop.kiln.api;

/** A shelf: its place from the floor up, and its size in millimetres. */
public record ShelfView(int position, int width, int depth) {}
