package dev.shelftwin.testkit;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.generate.Generated;
import dev.shelftwin.trial.TrialResult;
import java.util.List;

/**
 * All results for one project.
 *
 * @param warnings what the compiler says about the mappers
 */
public record Tried(
    List<Finding> findings, Generated generated, List<String> warnings, TrialResult trial) {

  /** A generated mapper, with single spaces for whatever white space it has. */
  public String text(String mapper) {
    return Project.text(generated, mapper);
  }
}
