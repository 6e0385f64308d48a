package dev.shelftwin.observe;

import dev.shelftwin.trial.DefaultTimeZone;
import dev.shelftwin.trial.UserObjects;
import java.lang.reflect.InvocationTargetException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.IntConsumer;
import org.jspecify.annotations.Nullable;

/** Runs one mapper; every run has new objects, a new mapper and new stubs. */
final class MapperRuns {

  private final MapperCall call;
  private final Class<?> owner;
  private final SlotTree.Roots roots;
  private final Instances instances;
  private final SourceBuilder builder;
  private final Stubs.StubClasses stubClasses;
  private final TreeReader reader;
  private final IntConsumer begins;
  private int count;
  private @Nullable Object last;
  private boolean repeated;

  /**
   * Runs of a mapper.
   *
   * @param owner the class that the plan names
   * @param roots the source, then the object to fill if there is one, then further parameters
   * @param begins told the number of each run before it
   */
  MapperRuns(
      MapperCall call,
      Class<?> owner,
      SlotTree.Roots roots,
      Instances instances,
      SourceBuilder builder,
      Stubs.StubClasses stubClasses,
      TreeReader reader,
      IntConsumer begins) {
    this.begins = begins;
    this.call = call;
    this.owner = owner;
    this.roots = roots;
    this.instances = instances;
    this.builder = builder;
    this.stubClasses = stubClasses;
    this.reader = reader;
  }

  /**
   * What came of one run.
   *
   * @param target what was made; missing if it failed
   * @param before the object to fill as it was; missing if there is none
   * @param failure empty if it did not fail
   * @param changed the paths of the source and further parameters that are not as before, and
   *     methods of collaborators that change something
   * @param shared the paths of the target that hold mutable objects of the source
   * @param answers values that collaborators gave, by their texts, with the method
   */
  record Run(
      Tree target,
      Tree before,
      Optional<Throwable> failure,
      List<String> changed,
      Set<String> shared,
      Map<String, String> answers) {

    boolean failed() {
      return failure.isPresent();
    }
  }

  int count() {
    return count;
  }

  /** The slots of the mapper's arguments. */
  SlotTree.Roots roots() {
    return roots;
  }

  /** Whether two runs returned the same object, which can change. */
  boolean returnsOneObject() {
    return repeated;
  }

  boolean updates() {
    return call.updates();
  }

  /** One run. */
  Run run(SourceValues values) {
    for (int attempt = 0; ; attempt++) {
      Run run = DefaultTimeZone.kept(() -> once(values));
      if (attempt == Stubs.CASTS || run.failure().filter(stubClasses::learn).isEmpty()) {
        return run;
      }
    }
  }

  private Run once(SourceValues values) {
    begins.accept(count++);
    Stubs stubs = new Stubs(stubClasses);
    List<@Nullable Object> arguments = new ArrayList<>();
    roots.roots().forEach(root -> arguments.add(builder.build(root, values, stubs)));
    @Nullable Object source = arguments.get(0);
    if (source == null && values.get(roots.roots().get(0)) != null) {
      return failed(new RejectedSource(roots.roots().get(0)));
    }
    @Nullable Object filled = call.updates() ? arguments.get(1) : null;
    int first = call.updates() ? 2 : 1;
    List<@Nullable Object> others = arguments.subList(first, arguments.size());
    Tree before = reader.read(filled);
    Sharing sharing = new Sharing(source);
    try {
      for (int index = 0; index < others.size(); index++) {
        if (roots.roots().get(first + index) instanceof Slot.Opaque) {
          others.set(index, instances.collaborator(call.otherTypes().get(index), stubs));
        }
      }
      List<Tree> sourcesBefore = new ArrayList<>();
      sourcesBefore.add(reader.read(source));
      others.forEach(other -> sourcesBefore.add(reader.read(other)));
      @Nullable Object mapper =
          call.receiver() == MapperCall.Receiver.MAPPER ? instances.create(owner, stubs) : null;
      @Nullable Object result = single(call.call(mapper, source, filled, others));
      repeated |= result != null && result == last && !call.updates() && Sharing.isMutable(result);
      last = result;
      List<String> changed = new ArrayList<>(stubs.changes());
      addChanges(sourcesBefore.get(0), source, "", changed);
      for (int index = 0; index < others.size(); index++) {
        String path = roots.roots().get(first + index).path();
        addChanges(sourcesBefore.get(index + 1), others.get(index), path + ".", changed);
      }
      return new Run(
          reader.read(result),
          before,
          Optional.empty(),
          changed,
          call.updates() ? sharing.without(filled).in(result) : sharing.in(result),
          stubs.answers());
    } catch (InvocationTargetException thrown) {
      return failed(thrown.getCause() == null ? thrown : thrown.getCause());
    } catch (CannotObserve cannot) {
      throw cannot;
    } catch (RuntimeException | LinkageError | StackOverflowError failure) {
      return failed(failure);
    }
  }

  private void addChanges(
      Tree before, @Nullable Object after, String prefix, List<String> changed) {
    Tree.differences(before, reader.read(after))
        .forEach(change -> changed.add(prefix + change.path()));
  }

  private static Run failed(Throwable failure) {
    if (failure instanceof OutOfMemoryError || failure instanceof ThreadDeath) {
      throw new CannotObserve("it failed with " + failure);
    }
    return new Run(Tree.MISSING, Tree.MISSING, Optional.of(failure), List.of(), Set.of(), Map.of());
  }

  /** The target itself, where the mapper returns a list, an array or an optional of it. */
  static @Nullable Object single(@Nullable Object result) {
    @Nullable Object present = UserObjects.unwrapped(result);
    if (present == null || !UserObjects.hasElements(present)) {
      return present;
    }
    Collection<? extends @Nullable Object> all = UserObjects.elements(present);
    return all.isEmpty() ? null : all.iterator().next();
  }
}
