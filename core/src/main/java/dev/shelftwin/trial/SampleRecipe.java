package dev.shelftwin.trial;

import dev.shelftwin.convert.Operation;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * How an object is created. Every run creates its own objects, because the ends of routes change
 * the objects that they are given.
 */
sealed interface SampleRecipe {

  /**
   * Creates the object.
   *
   * @throws RejectedSample if its type rejects the values
   */
  Object create();

  /** Simpler recipes, the simplest first. */
  List<SampleRecipe> simpler();

  /** The object of a value that is either a recipe or the object itself. */
  static Object created(@Nullable Object value) {
    return value instanceof SampleRecipe recipe ? recipe.create() : Objects.requireNonNull(value);
  }

  /** An object of a concept's shape, from values of its parameters and fields. */
  record OfObject(ObjectBuilder builder, List<SampleValue> values) implements SampleRecipe {

    public OfObject {
      Objects.requireNonNull(builder, "builder");
      Objects.requireNonNull(values, "values");
    }

    @Override
    public Object create() {
      return builder.build(values);
    }

    @Override
    public List<SampleRecipe> simpler() {
      List<SampleRecipe> recipes = new ArrayList<>();
      for (int index = 0; index < values.size(); index++) {
        for (SampleValue simpler : values.get(index).simpler().get()) {
          List<SampleValue> changed = new ArrayList<>(values);
          changed.set(index, simpler);
          recipes.add(new OfObject(builder, changed));
        }
      }
      return recipes;
    }
  }

  /** The row with a key: within one run the same row for the same key. */
  record OfRow(RowSource rows, Operation.FindRow operation, Object key) implements SampleRecipe {

    public OfRow {
      Objects.requireNonNull(rows, "rows");
      Objects.requireNonNull(operation, "operation");
      Objects.requireNonNull(key, "key");
    }

    @Override
    public Object create() {
      return rows.find(operation, key);
    }

    @Override
    public List<SampleRecipe> simpler() {
      return List.of();
    }
  }

  /** An object that a sample method of the users created. */
  record Given(SampleValue value) implements SampleRecipe {

    public Given {
      Objects.requireNonNull(value, "value");
    }

    @Override
    public Object create() {
      return Objects.requireNonNull(value.value());
    }

    @Override
    public List<SampleRecipe> simpler() {
      return value.simpler().get().stream().<SampleRecipe>map(Given::new).toList();
    }
  }
}
