package coop.ashfold.members.domain;

public record Contact(String email, String phone) {}
