package dev.shelftwin.draft;

import dev.shelftwin.finding.InputException;
import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.Hop;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.LayerTypes;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.ledger.LedgerBuilder;
import dev.shelftwin.observe.ObservedMapper;
import dev.shelftwin.plan.Concept;
import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.Plan;
import dev.shelftwin.plan.PlanComments;
import dev.shelftwin.plan.PlanReader;
import dev.shelftwin.plan.PlanText;
import dev.shelftwin.plan.PlanWriter;
import dev.shelftwin.plan.Row;
import dev.shelftwin.shape.ClassDependencies;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.ShapeTrait;
import dev.shelftwin.shape.Shapes;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Proposes a plan: concepts by the names and fields of types, and rows for what the ledger leaves
 * open. Comments list the guesses; reasons that only a person can give are question marks.
 */
public final class Drafter {

  /** The largest number of passes; each one settles one kind of open field. */
  private static final int MAX_PASSES = 24;

  private final Plan begun;
  private final Shapes shapes;
  private final List<DraftConcept> concepts = new ArrayList<>();
  private final List<DraftConcept> known = new ArrayList<>();
  private final Map<DraftRow, Row> built = new HashMap<>();
  private final MapperObservation observation;
  private List<String> unpaired = List.of();
  private List<ObservedMapper> observed = List.of();
  private List<ObservedMapper> copied = List.of();
  private final ReadCode code;

  private Drafter(Plan begun, ReadCode code, MapperObservation observation) {
    this.observation = observation;
    this.begun = begun;
    this.shapes = code.shapes();
    this.code = code;
  }

  /**
   * Proposes a plan for code that has none.
   *
   * @param empty its name and code, without layers and concepts
   * @param packages the types of the layers; guessed if empty
   * @param observation runs the existing mappers that are found, whose flows come before guesses
   * @throws InputException if a package has no types, or the layers cannot be guessed
   */
  public static Draft draft(
      Plan empty, List<LayerPackage> packages, Shapes shapes, MapperObservation observation) {
    ReadCode code = new ReadCode(shapes);
    List<DataTypes> chosen =
        packages.isEmpty()
            ? new LayerGuess(empty, code).types()
            : new LayerChoice(empty, shapes).fresh(packages);
    List<DataTypes> types = MapperPlace.in(chosen, code);
    Plan begun = empty.withLayers(types.stream().map(DataTypes::layer).distinct().toList());
    Drafter drafter = new Drafter(begun, code, observation);
    Plan paired = drafter.guess(types);
    if (paired.concepts().isEmpty()) {
      throw nothingPaired(begun, shapes);
    }
    Plan guessed = FreeMapperNames.in(paired, code);
    LayerHabits habits =
        new LayerHabits(LedgerBuilder.build(guessed, shapes), shapes, drafter.seen());
    RepeatedRows repeated = RepeatedRows.of(guessed, habits, shapes);
    GuessComments comments = drafter.comments(repeated.plan(), repeated.defaults());
    repeated.plan().layers().forEach(layer -> habits.explain(layer, comments));
    return drafter.result(PlanWriter.write(repeated.plan(), comments), comments);
  }

  private static InputException nothingPaired(Plan begun, Shapes shapes) {
    LayerTypes layerTypes = new LayerTypes(shapes);
    List<String> unprocessed =
        begun.layers().stream()
            .flatMap(layerTypes::types)
            .flatMap(type -> shapes.find(type).stream())
            .filter(shape -> shape.has(ShapeTrait.UNPROCESSED))
            .map(Shape::toString)
            .sorted()
            .distinct()
            .toList();
    return unprocessed.isEmpty()
        ? new InputException(
            begun.at(),
            "no two types of the layers belong together: they have no fields of the same names",
            "name other packages with --persistence, --domain and --transfer")
        : new InputException(
            begun.at(),
            "nothing can read or set the fields of "
                + String.join(", ", unprocessed)
                + "; if an annotation processor adds methods to them, they are missing in their"
                + " sources",
            "build the project and give its classes with --classes");
  }

  /**
   * Proposes additions to a plan.
   *
   * @param file the file name in error messages
   * @param text the text of the plan
   * @param packages the types to look at; those of all layers if empty
   * @param observation runs the existing mappers of the plan and those that are found
   * @throws InputException if the plan has no layer in a package, or cannot be added to
   */
  public static Draft extend(
      Plan begun,
      String file,
      String text,
      List<LayerPackage> packages,
      Shapes shapes,
      MapperObservation observation) {
    List<DataTypes> types = new LayerChoice(begun, shapes).more(packages);
    Drafter drafter = new Drafter(begun, new ReadCode(shapes), observation);
    Plan plan = drafter.guess(types);
    Map<String, List<Row>> rows = new LinkedHashMap<>();
    for (DraftConcept concept : drafter.known) {
      if (!concept.rows().isEmpty()) {
        rows.put(concept.name(), concept.rows().stream().map(drafter.built::get).toList());
      }
    }
    List<Concept> added = plan.concepts().subList(begun.concepts().size(), plan.concepts().size());
    GuessComments comments = drafter.comments(plan, Map.of());
    return drafter.result(PlanText.extend(file, text, rows, added, comments), comments);
  }

  /** Whether some packages are those of a role that no layer of the plan has. */
  public static boolean addsLayers(Plan plan, List<LayerPackage> packages) {
    return packages.stream().anyMatch(one -> !LayerChoice.has(plan, one.role()));
  }

  /**
   * Proposes the plan again with more layers: its concepts get types in them, its rows are guessed
   * anew, and what the plan says itself is carried over where it still fits.
   *
   * @param old a plan with at least one layer
   * @param text the text of the plan, for its comments
   * @param packages the packages of the new layers
   * @throws InputException if a package has no types
   */
  public static Draft grow(
      Plan old,
      String text,
      List<LayerPackage> packages,
      Shapes shapes,
      ClassDependencies dependencies) {
    List<DataTypes> types = new LayerChoice(old, shapes).grown(packages);
    Plan begun =
        old.with(List.of()).withLayers(types.stream().map(DataTypes::layer).distinct().toList());
    ReadCode code = new ReadCode(shapes);
    Drafter drafter = new Drafter(begun, code, MapperObservation.NONE);
    GrownConcepts grown = new GrownConcepts(old, types, code);
    drafter.concepts.addAll(grown.concepts());
    drafter.unpaired = grown.unpaired();
    drafter.guessDirections();
    Plan guessed = drafter.guessRows();
    CarriedWords words = new CarriedWords(guessed, shapes, dependencies);
    Plan carried = words.from(old);
    drafter.built.replaceAll((draft, row) -> words.now(row));
    GuessComments guesses = drafter.comments(carried, Map.of());
    CarriedComments comments = new CarriedComments(PlanComments.read(text), old, carried, words);
    String written =
        comments.head() + PlanWriter.write(carried, part -> comments.about(part, guesses));
    PlanReader.read(old.at().file(), written);
    return drafter.result(written, guesses);
  }

  /** Adds the methods of the users that map the types of new concepts, and runs all of them. */
  private void findMappers() {
    Ledger ledger = LedgerBuilder.build(plan(), shapes);
    MapperGuesses mappers = new MapperGuesses(shapes, code.methods());
    concepts.replaceAll(concept -> concept.with(mappers.with(concept.begun(), ledger), List.of()));
    Plan plan = plan();
    if (plan.concepts().stream().anyMatch(concept -> !concept.existing().isEmpty())) {
      observed = observation.of(plan);
      Ledger withMappers = LedgerBuilder.build(plan, shapes);
      copied = new CopiedFlows(shapes, withMappers).of(withMappers);
    }
  }

  /** What existing mappers do, as far as it is known. */
  private List<ObservedMapper> seen() {
    return Stream.concat(observed.stream(), copied.stream()).toList();
  }

  private Plan guess(List<DataTypes> types) {
    for (Concept concept : begun.concepts()) {
      known.add(DraftConcept.written(concept));
    }
    LayerTypes layerTypes = new LayerTypes(shapes);
    Set<String> named = new HashSet<>();
    begun.concepts().stream()
        .flatMap(concept -> concept.shapes().stream())
        .flatMap(use -> layerTypes.find(use).stream())
        .forEach(shape -> named.add(shape.type().qualifiedName()));
    ShapePairing pairing = new ShapePairing(code, types, named);
    for (PairedTypes pair : pairing.pairs()) {
      Concept concept = pair.concept(unusedName(pair.name()), layerTypes, DataTypes::layer);
      concepts.add(DraftConcept.fresh(concept, pair.guesses()));
    }
    unpaired = pairing.unpaired();
    guessDirections();
    findMappers();
    return guessRows();
  }

  /** Guesses twice: the direction of a type may depend on those of the types that have it. */
  private void guessDirections() {
    guessDirections(true);
    guessDirections(false);
  }

  private void guessDirections(boolean isFirst) {
    Ledger first = LedgerBuilder.build(plan(), shapes);
    MapperGuesses mappers = new MapperGuesses(shapes, code.methods());
    Holders holders = new Holders(first, shapes);
    concepts.replaceAll(
        concept ->
            first
                .concept(concept.name())
                .map(
                    mappings ->
                        new InheritedDirections(
                                new PossibleDirections(mappings, mappers, holders, isFirst)
                                    .of(concept),
                                mappings)
                            .known())
                .orElse(concept));
  }

  private Plan guessRows() {
    Plan plan = plan();
    for (int pass = 0; pass < MAX_PASSES && guessRows(plan); pass++) {
      plan = plan();
    }
    Ledger last = LedgerBuilder.build(plan, shapes);
    all().forEach(concept -> last.concept(concept.name()).ifPresent(one -> takeBack(concept, one)));
    return plan();
  }

  private void takeBack(DraftConcept concept, ConceptLedger mappings) {
    List<Row> unused = mappings.unusedRows();
    concept.takeBack(
        row -> unused.contains(Objects.requireNonNull(built.get(row))), mappings.unusedOmissions());
  }

  private String unusedName(String name) {
    String unused = name;
    for (int number = 2; isUsed(unused); number++) {
      unused = name + number;
    }
    return unused;
  }

  private boolean isUsed(String name) {
    return all().anyMatch(concept -> concept.name().equalsIgnoreCase(name));
  }

  private Stream<DraftConcept> all() {
    return Stream.concat(known.stream(), concepts.stream());
  }

  private Plan plan() {
    return begun.with(all().map(concept -> concept.concept(built)).toList());
  }

  private boolean guessRows(Plan plan) {
    boolean any = false;
    Ledger ledger = LedgerBuilder.build(plan, shapes);
    Set<Hop> nested = nested(ledger);
    MapperGuesses methods = new MapperGuesses(shapes, code.methods());
    for (DraftConcept concept : all().toList()) {
      Optional<ConceptLedger> mappings = ledger.concept(concept.name());
      any |=
          mappings
              .filter(
                  one ->
                      new RowGuesses(
                              shapes, ledger, one, concept, nested, observed, copied, methods)
                          .guess())
              .isPresent();
    }
    return any;
  }

  /** The hops of objects within others, whose mappers are called by mappers. */
  private static Set<Hop> nested(Ledger ledger) {
    return ledger.concepts().stream()
        .flatMap(concept -> concept.hops().stream())
        .flatMap(HopLedger::mapperCalls)
        .map(call -> ledger.hop(call).hop())
        .collect(Collectors.toSet());
  }

  private GuessComments comments(Plan plan, Map<Row, Layer> defaults) {
    GuessComments comments = new GuessComments();
    all()
        .forEach(draft -> add(draft, plan.concept(draft.name()).orElseThrow(), defaults, comments));
    return comments;
  }

  private void add(
      DraftConcept draft, Concept concept, Map<Row, Layer> defaults, GuessComments comments) {
    draft.guesses().forEach(guess -> comments.add(concept, concept, guess));
    if (!draft.takesRowsOnly()) {
      concept
          .existing()
          .forEach(
              mapper ->
                  comments.add(concept, concept, new Guess(Guess.Kind.MAPPERS, mapper.toString())));
    }
    for (DraftRow draftRow : draft.rows()) {
      Row row = Objects.requireNonNull(built.get(draftRow));
      Optional<Layer> layer = Optional.ofNullable(defaults.get(row));
      Object owner = layer.isPresent() ? layer.get() : concept;
      Object part = layer.isPresent() ? layer.get() : row;
      draftRow.guesses().forEach(guess -> comments.add(owner, part, guess));
    }
  }

  private Draft result(String text, GuessComments comments) {
    return new Draft(
        text,
        concepts.stream().map(DraftConcept::name).toList(),
        all().mapToInt(concept -> concept.rows().size()).sum(),
        comments.guesses(),
        comments.observed(),
        concepts.stream()
            .flatMap(concept -> concept.begun().existing().stream())
            .mapToInt(mapper -> mapper.methods().size())
            .sum(),
        (int) text.lines().filter(line -> line.contains("'" + DraftConcept.QUESTION + "'")).count(),
        unpaired);
  }
}
