package dev.shelftwin.draft;

import java.util.Objects;

/**
 * A guess in a proposed plan, which a person has to confirm.
 *
 * @param kind what was guessed
 * @param subject the field, type or pair that it is about
 */
record Guess(Kind kind, String subject) {

  Guess {
    Objects.requireNonNull(kind, "kind");
    Objects.requireNonNull(subject, "subject");
  }

  /** The kinds of guesses, each described once in the proposed plan. */
  enum Kind {
    AUDIT("audit columns, by their names"),
    SHOWN_KEY("generated keys, which responses show and requests do not set"),
    MAPPER_PACKAGE("the package of the mappers, where they reach the fields of rows"),
    NULLNESS("fields that may be missing, as no type of the layer says which of them may be"),
    SHOWN_FIELD("fields of rows that are found by a key, which requests do not set"),
    ROW_LOOKUP("rows that are found by one of their fields, by its type"),
    COPIED("the same field, as the code of a mapper copies it"),
    COPIED_UNIT("units of numbers, as the code of a mapper converts them"),
    COPIED_FORMAT("formats of dates, as the code of a mapper writes or reads them"),
    COPIED_CONSTANT("always the same value, as the code of a mapper says"),
    CONTENT("the same field, as only these hold objects of a concept"),
    NAME_AND_TYPE("the same field, by name and type"),
    NAME("the same field, by name"),
    REMAINING("the same field, as nothing else is left that fits"),
    CONVERTER("converted by a class of the layer, by the types of its methods"),
    UNIT("units of numbers, by the names"),
    FACTORY("set by the creator itself"),
    NOT_IN_REQUEST("not in the request"),
    INITIALLY_MISSING("missing in new objects"),
    CALLER("passed by the caller of the mapper"),
    SUPPLIER("given by a supplier, as objects within others have no caller"),
    SECRET("secrets, by their names"),
    BY_FIELDS("types of the concept, by their fields"),
    BY_METHODS("types of the concept, as methods map them"),
    CHANGE("requests that change objects, by their names"),
    REQUEST("requests, by their names"),
    RESPONSE("responses, by their names"),
    BOTH_DIRECTIONS("used in both directions, as the name does not tell"),
    POSSIBLE_DIRECTION("used in one direction, as objects for the other one cannot be created"),
    MAPPER_DIRECTION("used in one direction, as methods map it in that one only"),
    HOLDER_DIRECTION("used in one direction, as all types that contain it are"),
    INHERITED_DIRECTION("used in one direction, as methods map what they extend in that one only"),
    MAPPERS("methods that map already, by their types"),
    NESTED("used in more directions, as other types contain it"),
    OBSERVED_SAME("the same field, as a mapper copies it", true),
    OBSERVED_UNIT("units of numbers, as a mapper converts them", true),
    OBSERVED_FORMAT("formats of dates, as a mapper writes or reads them", true),
    OBSERVED_CONSTANT("always the same value in a mapper", true),
    OBSERVED_OMISSION("fields that a mapper leaves out", true);

    private final String description;
    private final boolean observed;

    Kind(String description) {
      this(description, false);
    }

    Kind(String description, boolean observed) {
      this.description = description;
      this.observed = observed;
    }

    /** Whether a mapper was seen to do it, so that there is evidence. */
    boolean isObserved() {
      return observed;
    }

    /** Whether code says so, and not a name. */
    boolean isOfCode() {
      return observed
          || this == COPIED
          || this == COPIED_UNIT
          || this == COPIED_FORMAT
          || this == COPIED_CONSTANT;
    }

    String description() {
      return description;
    }
  }
}
