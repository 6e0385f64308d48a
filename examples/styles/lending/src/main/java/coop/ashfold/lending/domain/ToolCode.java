package coop.ashfold.lending.domain;

public record ToolCode(String code) {}
