package dev.shelftwin.processor;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.finding.InputError;
import dev.shelftwin.finding.Remedy;
import dev.shelftwin.finding.RuleId;
import dev.shelftwin.finding.Severity;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.shape.Place;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javax.annotation.processing.Messager;
import javax.annotation.processing.ProcessingEnvironment;
import javax.lang.model.element.Element;
import javax.tools.Diagnostic;

/** Writes messages of the compiler. */
final class Messages {

  private static final Set<RuleId> OF_THE_PLAN =
      Set.of(RuleId.UNKNOWN_NAME, RuleId.OPEN_QUESTION, RuleId.STALE_ROW);

  private final Messager messager;
  private final Path plan;

  Messages(ProcessingEnvironment environment, Path plan) {
    this.messager = environment.getMessager();
    this.plan = plan;
  }

  /**
   * A finding at the declaration that it is about, with its place in the plan; one that is about
   * the plan's own words at that place only.
   *
   * @param at the declaration; empty if it is about none that is compiled
   */
  void print(Finding finding, Optional<Element> at, Plan whole) {
    StringBuilder text = new StringBuilder(finding.rule().key() + ": " + finding.message());
    for (Remedy remedy : finding.remedies()) {
      text.append("\n  - ").append(remedy.advice());
      remedy.row().ifPresent(row -> text.append(": ").append(row));
    }
    Diagnostic.Kind kind =
        finding.severity() == Severity.ERROR ? Diagnostic.Kind.ERROR : Diagnostic.Kind.WARNING;
    if (OF_THE_PLAN.contains(finding.rule())) {
      print(kind, finding.at() + ": " + text, Optional.empty());
    } else {
      place(finding, whole).ifPresent(place -> text.append("\n  plan: ").append(place));
      print(kind, text.toString(), at);
    }
  }

  private Optional<Place> place(Finding finding, Plan whole) {
    return finding.at().file().equals(plan.toString())
        ? Optional.of(finding.at())
        : whole.concept(finding.concept()).map(Concept::at);
  }

  /** Errors of the plan or of what it names. */
  void print(List<InputError> errors) {
    for (InputError error : errors) {
      error(error.at() + ": " + error.message() + "; " + error.remedy(), Optional.empty());
    }
  }

  /**
   * Types that could not be read completely; what the compiler needs of them, it reports itself.
   */
  void printUnread(List<InputError> errors) {
    for (InputError error : errors) {
      print(
          Diagnostic.Kind.WARNING,
          error.at()
              + ": "
              + error.message()
              + "; add what is missing to the class path of this compilation",
          Optional.empty());
    }
  }

  void error(String text, Optional<Element> at) {
    print(Diagnostic.Kind.ERROR, text, at);
  }

  private void print(Diagnostic.Kind kind, String text, Optional<Element> at) {
    if (at.isPresent()) {
      messager.printMessage(kind, text, at.get());
    } else {
      messager.printMessage(kind, text);
    }
  }
}
