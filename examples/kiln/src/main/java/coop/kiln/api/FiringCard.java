package coop.kiln.api;

/** A firing as the public board at the door shows it. */
public record FiringCard(String number, String kiln, int peakCelsius, String status) {}
