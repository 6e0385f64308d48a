package dev.shelftwin.observe;

import java.lang.invoke.MethodHandles;
import java.lang.reflect.Field;
import java.lang.reflect.InvocationHandler;
import java.lang.reflect.Method;
import java.lang.reflect.Modifier;
import java.lang.reflect.Proxy;
import java.util.Optional;
import net.bytebuddy.ByteBuddy;
import net.bytebuddy.dynamic.loading.ClassLoadingStrategy;
import net.bytebuddy.implementation.FieldAccessor;
import net.bytebuddy.implementation.MethodDelegation;
import net.bytebuddy.implementation.bind.annotation.AllArguments;
import net.bytebuddy.implementation.bind.annotation.Origin;
import net.bytebuddy.implementation.bind.annotation.RuntimeType;
import net.bytebuddy.implementation.bind.annotation.This;
import net.bytebuddy.matcher.ElementMatchers;
import org.jspecify.annotations.Nullable;
import org.objenesis.ObjenesisStd;
import org.objenesis.instantiator.ObjectInstantiator;

/** Objects of interfaces and classes whose methods somebody else answers. */
public final class StandIns {

  /** The subclass that stands in for a class; a loader defines it only once. */
  private static final ClassValue<Optional<Maker>> MAKERS =
      new ClassValue<>() {
        @Override
        protected Optional<Maker> computeValue(Class<?> type) {
          return subclass(type).map(Maker::of);
        }
      };

  private StandIns() {}

  /** Called by the subclasses that stand in for classes; public, as they are generated. */
  public static final class Calls {

    private Calls() {}

    /** The result of a method. */
    @RuntimeType
    public static @Nullable Object call(
        @This Object self, @Origin Method method, @AllArguments Object[] arguments) {
      return ((Answering) self).shelfTwinAnswers().answer(method, arguments);
    }
  }

  /** An object that answers for others; public, as generated classes implement it. */
  public interface Answering {

    /** What answers. */
    Answers shelfTwinAnswers();
  }

  /** Answers calls. */
  @FunctionalInterface
  public interface Answers {

    /** The result of a method. */
    @Nullable Object answer(Method method, @Nullable Object[] arguments);
  }

  static boolean isStub(Class<?> type) {
    return Answering.class.isAssignableFrom(type);
  }

  /** What names an object without values of its own; null for other objects. */
  static @Nullable String keyOf(Object object) {
    if (Proxy.isProxyClass(object.getClass())
        && Proxy.getInvocationHandler(object) instanceof Keyed keyed) {
      return keyed.key();
    }
    return object instanceof Answering stub && stub.shelfTwinAnswers() instanceof Keyed keyed
        ? keyed.key()
        : null;
  }

  /** Something with a name by which it is told from others. */
  interface Keyed {

    /** The name; null if it has values of its own. */
    @Nullable String key();
  }

  /** An object of an interface. */
  static Object ofInterface(Class<?> type, InvocationHandler handler) {
    return Proxy.newProxyInstance(type.getClassLoader(), new Class<?>[] {type}, handler);
  }

  /** An object of a class; empty if it cannot have a subclass. */
  static Optional<Object> ofClass(Class<?> type, Answers answers) {
    return MAKERS.get(type).map(maker -> maker.make(answers));
  }

  /** Creates objects of one subclass without its constructor. */
  private record Maker(ObjectInstantiator<?> instantiator, Field answers) {

    static Maker of(Class<?> subclass) {
      try {
        Field field = subclass.getDeclaredField("shelfTwinAnswers");
        field.setAccessible(true);
        // Objenesis must not cache, as it would by names of classes, which several loaders have.
        return new Maker(new ObjenesisStd(false).getInstantiatorOf(subclass), field);
      } catch (NoSuchFieldException impossible) {
        throw new IllegalStateException(impossible);
      }
    }

    Object make(Answers given) {
      Object made = instantiator.newInstance();
      try {
        answers.set(made, given);
        return made;
      } catch (IllegalAccessException impossible) {
        throw new IllegalStateException(impossible);
      }
    }
  }

  private static Optional<Class<?>> subclass(Class<?> type) {
    try {
      MethodHandles.Lookup lookup = MethodHandles.privateLookupIn(type, MethodHandles.lookup());
      return Optional.of(
          new ByteBuddy()
              .subclass(type)
              .name(type.getName() + "$ShelfTwinStub")
              .implement(Answering.class)
              .defineField("shelfTwinAnswers", Answers.class, Modifier.PUBLIC)
              .method(ElementMatchers.not(ElementMatchers.isDeclaredBy(Object.class)))
              .intercept(MethodDelegation.to(Calls.class))
              .method(ElementMatchers.named("shelfTwinAnswers"))
              .intercept(FieldAccessor.ofField("shelfTwinAnswers"))
              .make()
              .load(type.getClassLoader(), ClassLoadingStrategy.UsingLookup.of(lookup))
              .getLoaded());
    } catch (IllegalAccessException | RuntimeException | LinkageError closed) {
      return Optional.empty();
    }
  }
}
