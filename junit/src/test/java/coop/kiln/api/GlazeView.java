package coop.kiln.api;

public record GlazeView(String code, String label) {}
