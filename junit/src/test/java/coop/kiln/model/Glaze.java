package coop.kiln.model;

public record Glaze(String code, String label) {}
