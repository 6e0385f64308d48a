package coop.ashfold.workshops.domain;

public record Guest(String name, EmailAddress email) {}
