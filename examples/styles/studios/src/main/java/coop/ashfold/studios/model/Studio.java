package coop.ashfold.studios.model;

import java.util.Optional;

public record Studio(String name, Optional<String> street) {}
