package coop.kiln.api;

import java.util.List;

/** A member asks for a kiln. */
public record BookFiring(String kiln, String operator, List<SegmentView> schedule) {}
