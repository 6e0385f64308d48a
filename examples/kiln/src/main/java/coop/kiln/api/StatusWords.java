package coop.kiln.api;

import coop.kiln.model.FiringStatus;
import java.util.Locale;

/** The words for a firing's status that other services rely on, whatever the constants' names. */
public final class StatusWords {

  private StatusWords() {}

  public static String word(FiringStatus status) {
    return status.name().toLowerCase(Locale.ROOT);
  }

  public static FiringStatus status(String word) {
    return FiringStatus.valueOf(word.toUpperCase(Locale.ROOT));
  }
}
