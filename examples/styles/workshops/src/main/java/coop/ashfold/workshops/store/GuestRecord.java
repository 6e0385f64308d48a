package coop.ashfold.workshops.store;

public record GuestRecord(String name, String email) {}
