package dev.shelftwin.junit;

import dev.shelftwin.trial.TrialOptions;
import java.lang.annotation.Documented;
import java.lang.annotation.ElementType;
import java.lang.annotation.Inherited;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * What a test class of a plan tries. JUnit's configuration parameters {@code shelftwin.plan},
 * {@code shelftwin.samples}, {@code shelftwin.seed}, {@code shelftwin.in-memory} and {@code
 * shelftwin.database} override it.
 */
@Documented
@Inherited
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.TYPE)
public @interface TrialSettings {

  /**
   * The plan's file, from the working directory of the tests, or from a folder around it that has
   * the file.
   */
  String plan() default "shelf-twin.yaml";

  /** How many samples are sent on each route; at least 1. */
  int samples() default TrialOptions.DEFAULT_SAMPLES;

  /** All samples come from it: the same seed gives the same ones. */
  long seed() default TrialOptions.DEFAULT_SEED;

  /** Whether mappers are tried without JSON and a database. */
  boolean inMemory() default false;

  /**
   * The JDBC URL of the database for rows, instead of the plan's; the plan's, or one in memory, if
   * empty. Credentials are read from the environment.
   */
  String database() default "";

  /** The concepts that are tried; none for all. */
  String[] concepts() default {};
}
