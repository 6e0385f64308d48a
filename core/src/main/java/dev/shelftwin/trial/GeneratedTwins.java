package dev.shelftwin.trial;

import dev.shelftwin.ledger.ConceptLedger;
import dev.shelftwin.ledger.FieldMapping;
import dev.shelftwin.ledger.HopLedger;
import dev.shelftwin.ledger.Ledger;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.TypeRef;
import java.lang.reflect.InvocationTargetException;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.random.RandomGenerator;
import org.jspecify.annotations.Nullable;

/** Samples of one hop, and what its generated mapper makes of them. */
public final class GeneratedTwins {

  private final TrialTools tools;
  private final ConceptLedger concept;
  private final HopLedger hop;

  /**
   * Samples of a hop.
   *
   * @param ledger of the plan without existing mappers, so that the hop has a generated one
   * @param loader loads the users' classes and the generated mappers
   * @param tried the generated mappers
   */
  public GeneratedTwins(
      Ledger ledger,
      Shapes shapes,
      ClassLoader loader,
      TriedMappers tried,
      ConceptLedger concept,
      HopLedger hop) {
    this.tools = new TrialTools(ledger, shapes, loader, tried);
    this.concept = concept;
    this.hop = hop;
  }

  /** One sample, of which equal objects can be created again and again. */
  public final class Twin {

    private final SampleRecipe source;
    private final Optional<SampleRecipe> target;
    private final Map<String, @Nullable Object> callerValues;

    private Twin(
        SampleRecipe source,
        Optional<SampleRecipe> target,
        Map<String, @Nullable Object> callerValues) {
      this.source = source;
      this.target = target;
      this.callerValues = callerValues;
    }

    /** A new source. */
    public Object source() {
      return source.create();
    }

    /** A new object to fill; null if one is created. */
    public @Nullable Object target() {
      return target.map(SampleRecipe::create).orElse(null);
    }

    /** The values that the caller passes. */
    public Map<String, @Nullable Object> callerValues() {
      return callerValues;
    }

    /**
     * What the generated mapper makes of a new source.
     *
     * @throws InvocationTargetException if it refuses the source
     */
    public Object mapped() throws InvocationTargetException {
      return tools.mappers().map(concept, hop, source(), target(), callerValues);
    }
  }

  /**
   * Draws a sample; empty if the domain rejects what was drawn.
   *
   * @param updates whether an object that is there already is filled
   */
  public Optional<Twin> draw(RandomGenerator random, boolean updates) {
    ObjectSamplers samplers = tools.samplers();
    samplers.begin();
    Set<DrawnKey> taken = new HashSet<>();
    try {
      SampleRecipe source = samplers.of(concept, hop.hop().from()).acceptedRecipe(random, taken);
      source.create();
      ObjectSampler to = samplers.of(concept, hop.hop().to());
      Optional<SampleRecipe> target =
          updates ? Optional.of(to.recipe(random, taken)) : Optional.empty();
      Map<String, @Nullable Object> passed = new HashMap<>();
      for (FieldMapping mapping : hop.callerParameters()) {
        Field field = mapping.target().orElseThrow();
        TypeRef type = hop.slot(field).orElse(field.type());
        passed.put(field.name(), to.callerValues(type, field).passed(random, taken).value());
      }
      return Optional.of(new Twin(source, target, passed));
    } catch (RejectedSample rejected) {
      return Optional.empty();
    }
  }
}
