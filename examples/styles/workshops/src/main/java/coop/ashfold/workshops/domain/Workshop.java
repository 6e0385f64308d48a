package coop.ashfold.workshops.domain;

import java.time.Duration;
import java.time.LocalDateTime;

public record Workshop(
    String code, String title, LocalDateTime startsAt, Duration length, int capacity, Money fee) {}
