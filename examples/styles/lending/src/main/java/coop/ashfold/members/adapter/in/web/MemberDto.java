package coop.ashfold.members.adapter.in.web;

import java.util.List;

public record MemberDto(
    String number,
    String name,
    String email,
    String phone,
    long joinedAt,
    List<String> skills,
    boolean active) {}
