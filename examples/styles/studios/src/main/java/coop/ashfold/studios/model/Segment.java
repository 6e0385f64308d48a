package coop.ashfold.studios.model;

import java.util.Optional;

public record Segment(int rate, int target, Optional<Integer> hold) {}
