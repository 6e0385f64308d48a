package dev.shelftwin.trial;

import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldRole;
import dev.shelftwin.shape.Limits;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Shapes;
import dev.shelftwin.shape.Visibility;
import java.lang.reflect.InvocationTargetException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.SplittableRandom;
import java.util.random.RandomGenerator;
import org.jspecify.annotations.Nullable;

/** Samples of a type that its creators create. */
final class CreatorSamples implements ValueSampler.Source {

  private static final int ATTEMPTS = 30;
  private static final int MAX_DEPTH = 6;

  /** No type of users limits texts to more characters than this. */
  private static final int UNLIMITED = 100_000;

  /** One of so many texts is as long as its type allows, if a column is shorter. */
  private static final int FULL_LENGTH = 8;

  /** The depth up to which the fields of objects are filled that were created without values. */
  private static final int MAX_FILLED = 2;

  private final ValueSampler values;
  private final Shapes shapes;
  private final UserClasses classes;
  private final ObjectAccess access;
  private final Shape shape;
  private final List<ByCreator> creators;

  /** The creator to start with; negative until it is known. */
  private int first = -1;

  /** Whether no creator accepts values without hints. */
  private boolean needsHints;

  CreatorSamples(
      ValueSampler values, Shapes shapes, UserClasses classes, ObjectAccess access, Shape shape) {
    this.values = values;
    this.shapes = shapes;
    this.classes = classes;
    this.access = access;
    this.shape = shape;
    this.creators =
        shape.creators().stream()
            // Only a provider creates rows in its own way, whatever their visibility.
            .filter(creator -> creator.visibility() == Visibility.PUBLIC || shape.hasColumns())
            .map(ByCreator::new)
            .toList();
  }

  @Override
  public SampleValue sample(Limits limits, RandomGenerator random, int depth) {
    if (depth >= MAX_DEPTH) {
      throw new RejectedSample(shape.toString(), "no sample can be created");
    }
    if (first < 0) {
      first = 0;
      first = acceptedCreator(depth);
    }
    String reason = "it has no public creator";
    for (int attempt = 0; attempt < ATTEMPTS && !creators.isEmpty(); attempt++) {
      ByCreator creator = creators.get((first + attempt) % creators.size());
      try {
        return needsHints
            ? creator.hinted(limits, random, depth)
            : creator.sample(limits, random, depth);
      } catch (RejectedSample rejected) {
        reason = rejected.getMessage();
      }
    }
    throw new RejectedSample(
        shape.toString(),
        "no sample can be created (" + reason + "); name a sample method in 'samples'");
  }

  /**
   * The first creator that accepts one of several values, found with random numbers of its own, so
   * that samples do not depend on which were drawn before.
   */
  private int acceptedCreator(int depth) {
    SplittableRandom random = new SplittableRandom(0);
    for (int attempt = 0; attempt < 2 * ATTEMPTS && !creators.isEmpty(); attempt++) {
      int index = attempt % creators.size();
      needsHints = attempt >= ATTEMPTS;
      try {
        if (needsHints) {
          creators.get(index).hinted(Limits.NONE, random, depth);
        } else {
          creators.get(index).sample(Limits.NONE, random, depth);
        }
        return index;
      } catch (RejectedSample rejected) {
        // The next creator may accept its arguments.
      }
    }
    needsHints = false;
    return 0;
  }

  /** Samples of a type that one of its creators creates. */
  private final class ByCreator implements ValueSampler.Source {

    private final Creator creator;

    /** The sources of its arguments; only searched when they are needed, as types nest. */
    private @Nullable List<ValueSampler.Source> arguments;

    private @Nullable List<ValueSampler.Source> hinted;
    private @Nullable List<Field> settable;
    private final Map<Integer, OptionalInt> ownLengths = new HashMap<>();

    ByCreator(Creator creator) {
      this.creator = creator;
    }

    @Override
    public SampleValue sample(Limits limits, RandomGenerator random, int depth) {
      if (arguments == null) {
        arguments =
            creator.parameters().stream()
                .map(parameter -> values.source(parameter.type(), false))
                .toList();
      }
      OptionalInt own = limits.maxLength().isPresent() ? ownLength(limits) : OptionalInt.empty();
      return own.isPresent() && random.nextInt(FULL_LENGTH) == 0
          ? SampleValue.of(create(creator, text(own.getAsInt())))
          : sample(arguments, limits, random, depth);
    }

    /** The most characters that the type accepts, if it accepts more than a column holds. */
    private OptionalInt ownLength(Limits limits) {
      int column = limits.maxLength().orElseThrow();
      boolean isText =
          creator.parameters().size() == 1 && creator.parameters().get(0).type().isLang("String");
      return isText ? ownLengths.computeIfAbsent(column, this::longest) : OptionalInt.empty();
    }

    private OptionalInt longest(int column) {
      int accepted = column + 1;
      int rejected = UNLIMITED;
      if (!accepts(accepted) || accepts(rejected)) {
        return OptionalInt.empty();
      }
      while (rejected - accepted > 1) {
        int middle = (accepted + rejected) / 2;
        if (accepts(middle)) {
          accepted = middle;
        } else {
          rejected = middle;
        }
      }
      return OptionalInt.of(accepted);
    }

    private boolean accepts(int length) {
      try {
        create(creator, text(length));
        return true;
      } catch (RejectedSample tooLong) {
        return false;
      }
    }

    private static List<SampleValue> text(int length) {
      return List.of(SampleValue.of("x".repeat(length)));
    }

    /** A sample whose texts are those that the class file suggests. */
    SampleValue hinted(Limits limits, RandomGenerator random, int depth) {
      if (hinted == null) {
        TextHints hints = TextHints.of(classes.load(creator.owner()));
        hinted =
            creator.parameters().stream()
                .map(parameter -> hinted(values.source(parameter.type(), false), parameter, hints))
                .toList();
      }
      return sample(hinted, limits, random, depth);
    }

    private static ValueSampler.Source hinted(
        ValueSampler.Source usual, Parameter parameter, TextHints hints) {
      return hints.isEmpty() || !parameter.type().isLang("String")
          ? usual
          : (limits, random, depth) -> SampleValue.of(hints.text(random, TextSamples.word(random)));
    }

    private SampleValue sample(
        List<ValueSampler.Source> sources, Limits limits, RandomGenerator random, int depth) {
      List<SampleValue> drawn = new ArrayList<>();
      for (ValueSampler.Source argument : sources) {
        drawn.add(argument.sample(limits, random, depth + 1));
      }
      Object created = create(creator, drawn);
      if (drawn.isEmpty() && depth < MAX_FILLED) {
        fill(created, random, depth);
      }
      return new SampleValue(created, () -> simpler(creator, drawn));
    }

    /** Sets the fields of an object that was created without values. */
    private void fill(Object created, RandomGenerator random, int depth) {
      if (settable == null) {
        settable =
            shapes.find(creator.owner()).stream()
                .flatMap(Shape::storedFields)
                .filter(field -> field.writer().filter(this::isUsual).isPresent())
                .filter(field -> Container.of(field.type().present()).isEmpty())
                .filter(field -> !FieldRole.anyInternal(field.roles()))
                .toList();
      }
      for (Field field : settable) {
        try {
          SampleValue value =
              values
                  .source(field.writer().orElseThrow().type(), false)
                  .sample(field.limits(), random, depth + 1);
          access.set(created, field, value.value());
        } catch (RejectedSample rejected) {
          // The field keeps its first value.
        }
      }
    }

    private boolean isUsual(Access writer) {
      return writer.through().isEmpty()
          && (writer.kind() == Access.Kind.METHOD || writer.visibility() != Visibility.PRIVATE);
    }
  }

  private List<SampleValue> simpler(Creator creator, List<SampleValue> arguments) {
    List<SampleValue> simpler = new ArrayList<>();
    for (int index = 0; index < arguments.size(); index++) {
      for (SampleValue argument : arguments.get(index).simpler().get()) {
        List<SampleValue> changed = new ArrayList<>(arguments);
        changed.set(index, argument);
        try {
          simpler.add(SampleValue.of(create(creator, changed)));
        } catch (RejectedSample rejected) {
          // A value that its type rejects is no replacement.
        }
      }
    }
    return simpler;
  }

  private Object create(Creator creator, List<SampleValue> arguments) {
    List<@Nullable Object> values = new ArrayList<>();
    arguments.forEach(argument -> values.add(argument.value()));
    try {
      @Nullable Object created = access.create(creator, values);
      if (created == null) {
        throw new RejectedSample(creator.label(), "returned null");
      }
      return created;
    } catch (InvocationTargetException thrown) {
      throw Failures.rejection(creator.label(), "", thrown);
    }
  }
}
