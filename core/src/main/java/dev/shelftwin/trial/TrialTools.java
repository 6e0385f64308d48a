package dev.shelftwin.trial;

import dev.shelftwin.convert.Catalogue;
import dev.shelftwin.convert.NestedMappers;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.shape.Shapes;

/** What all routes of a trial share. */
final class TrialTools {

  private final Ledger ledger;
  private final Shapes shapes;
  private final ObjectAccess access;
  private final ValueText text;
  private final AcceptedLosses accepted;
  private final ValueComparison comparison;
  private final ExpectedValues expected;
  private final ObjectSamplers samplers;
  private final TestRepositories repositories;
  private final CompiledMappers mappers;
  private final UserClasses classes;
  private final HopRunner hops;
  private final RowVersions versions;
  private final Normalization normalization;
  private final StubAnswers stubs = new StubAnswers();

  TrialTools(Ledger ledger, Shapes shapes, ClassLoader loader, TriedMappers tried) {
    this.ledger = ledger;
    this.shapes = shapes;
    classes = new UserClasses(loader);
    access = new ObjectAccess(classes);
    ValueFitting fitting = new ValueFitting(classes);
    normalization = new Normalization(access, fitting);
    StoredParts parts = new StoredParts(ledger, shapes);
    text = new ValueText(parts, access);
    accepted = new AcceptedLosses(ledger);
    comparison = new ValueComparison(parts, access, text, accepted, normalization, stubs);
    ValueSampler values = new ValueSampler(ledger.plan(), shapes, classes, access, fitting);
    // Rows are sampled objects, and samples need rows to refer to.
    RowSource rows = (operation, key) -> repositories().find(operation, key);
    ConversionRunner conversions = new ConversionRunner(classes, access, fitting, rows);
    expected = new ExpectedValues(ledger, classes, access, conversions);
    versions = new RowVersions(access, expected);
    samplers =
        new ObjectSamplers(
            ledger,
            new SamplingTools(
                values,
                new ContainerSamples(values),
                fitting,
                access,
                classes,
                conversions,
                rows,
                text,
                new Catalogue(shapes, NestedMappers.NONE)));
    repositories =
        new TestRepositories(
            shapes, access, fitting, values, conversions, samplers, classes, tried.doubles());
    mappers = new CompiledMappers(ledger, classes, access, repositories, tried, stubs);
    hops = new HopRunner(expected, classes, access, fitting, repositories);
  }

  Ledger ledger() {
    return ledger;
  }

  Shapes shapes() {
    return shapes;
  }

  ObjectAccess access() {
    return access;
  }

  ValueText text() {
    return text;
  }

  AcceptedLosses accepted() {
    return accepted;
  }

  ValueComparison comparison() {
    return comparison;
  }

  ExpectedValues expected() {
    return expected;
  }

  ObjectSamplers samplers() {
    return samplers;
  }

  TestRepositories repositories() {
    return repositories;
  }

  CompiledMappers mappers() {
    return mappers;
  }

  RowVersions versions() {
    return versions;
  }

  Normalization normalization() {
    return normalization;
  }

  StubAnswers stubs() {
    return stubs;
  }

  UserClasses classes() {
    return classes;
  }

  HopRunner hops() {
    return hops;
  }
}
