package dev.shelftwin.cli;

import java.util.List;

/**
 * A mistake of the kind that people make, to be planted in the example.
 *
 * @param title the mistake
 * @param stage the command that should notice
 * @param evidence the rule and field, or the hop and field, that must be reported
 * @param edits the changes of the example's files
 */
record Flaw(String title, String stage, String evidence, List<Edit> edits) {

  /** The mistakes of the demo; they are independent of each other. */
  static final List<Flaw> ALL =
      List.of(
          new Flaw(
              "a column was added to the row but not mapped",
              "check",
              "lost-field MemberRow.emergencyContact",
              List.of(
                  new Edit(
                      "src/main/java/coop/kiln/store/MemberRow.java",
                      "  protected MemberRow() {}\n",
                      """
                        @Column(length = 80)
                        private String emergencyContact;

                        protected MemberRow() {}

                        public String getEmergencyContact() {
                          return emergencyContact;
                        }

                        void setEmergencyContact(String emergencyContact) {
                          this.emergencyContact = emergencyContact;
                        }
                      """))),
          new Flaw(
              "the row's key is exposed in a response",
              "check",
              "leaked-key FiringView.id",
              List.of(
                  new Edit(
                      "src/main/java/coop/kiln/model/Firing.java",
                      "  private final FiringNumber number;\n",
                      """
                        private Optional<Long> id = Optional.empty();
                        private final FiringNumber number;
                      """),
                  new Edit(
                      "src/main/java/coop/kiln/model/Firing.java",
                      "  public static Firing restore(\n",
                      "  public static Firing restore(\n      Optional<Long> id,\n"),
                  new Edit(
                      "src/main/java/coop/kiln/model/Firing.java",
                      """
                              ended.orElse(null),
                              charge.orElse(null),
                              remarks.orElse(null));
                        }
                      """,
                      """
                              ended.orElse(null),
                              charge.orElse(null),
                              remarks.orElse(null))
                              .identified(id);
                        }

                        private Firing identified(Optional<Long> key) {
                          id = key;
                          return this;
                        }

                        public Optional<Long> id() {
                          return id;
                        }
                      """),
                  new Edit(
                      "src/main/java/coop/kiln/api/FiringView.java",
                      "    String number,\n",
                      "    Long id,\n    String number,\n"),
                  new Edit(
                      "shelf-twin.yaml",
                      """
                          api: { FiringView: out, FiringCard: out, BookFiring: in, ChangeFiring: change }
                          fields:
                      """,
                      """
                          api: { FiringView: out, FiringCard: out, BookFiring: in, ChangeFiring: change }
                          fields:
                            - { model: id, stays: { FiringCard: not for the board }, given: { BookFiring: { value: null } } }
                      """))),
          new Flaw(
              "givenName and familyName are swapped when a member is loaded",
              "trial",
              "MemberRow->Member Member.givenName",
              List.of(
                  new Edit(
                      "src/main/java/coop/kiln/model/Member.java",
                      "        number, givenName, familyName, email, phone.orElse(null), level,",
                      "        number, familyName, givenName, email, phone.orElse(null), level,"))),
          new Flaw(
              "times are no longer truncated to the precision of their columns",
              "trial",
              "FiringRow->FiringRow@table FiringRow.startedAt",
              List.of(
                  new Edit(
                      "src/main/java/coop/kiln/model/Firing.java",
                      "return at == null ? null : at.truncatedTo(ChronoUnit.MICROS);",
                      "return at;"))));

  /**
   * One change to one file.
   *
   * @param file relative to the example
   * @param find the text to replace, which occurs exactly once
   * @param put the replacement
   */
  record Edit(String file, String find, String put) {

    /** The text with the change made. */
    String apply(String text) {
      int at = text.indexOf(find);
      if (at < 0 || text.indexOf(find, at + 1) >= 0) {
        throw new IllegalStateException(file + " does not have once: " + find);
      }
      return text.substring(0, at) + put + text.substring(at + find.length());
    }
  }
}
