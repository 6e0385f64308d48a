package coop.ashfold.lending.domain;

public record LoanItem(ToolCode tool, int quantity, Deposit deposit) {}
