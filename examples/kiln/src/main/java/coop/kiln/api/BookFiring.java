package coop.kiln.api;

/** A member asks for a kiln. */
public record BookFiring(String kiln, String operator, int peakCelsius) {}
