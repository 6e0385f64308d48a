package dev.shelftwin.junit;

import dev.shelftwin.plan.Database;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Place;
import dev.shelftwin.trial.TrialOptions;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.extension.ExtensionConfigurationException;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;
import org.junit.platform.commons.support.AnnotationSupport;

/** Gives a test factory the tree of its plan, and closes it when all its tests have run. */
final class PlanTreeResolver implements ParameterResolver {

  private static final String PREFIX = "shelftwin.";

  @TrialSettings
  private static final class Usual {}

  @Override
  public boolean supportsParameter(ParameterContext parameter, ExtensionContext context) {
    return parameter.getParameter().getType().equals(PlanTree.class);
  }

  @Override
  public PlanTree resolveParameter(ParameterContext parameter, ExtensionContext context) {
    TrialSettings settings =
        AnnotationSupport.findAnnotation(context.getRequiredTestClass(), TrialSettings.class)
            .orElseGet(() -> Usual.class.getAnnotation(TrialSettings.class));
    Path plan = find(text(context, "plan").orElse(settings.plan()));
    TrialOptions options =
        new TrialOptions(
            value(context, "seed", "a number", Long::valueOf).orElse(settings.seed()),
            value(context, "samples", "a number from 1 on", PlanTreeResolver::count)
                .orElse(settings.samples()),
            Set.of(settings.concepts()),
            OptionalInt.empty(),
            !value(context, "in-memory", "true or false", PlanTreeResolver::truth)
                .orElse(settings.inMemory()));
    String database = text(context, "database").orElse(settings.database());
    PlanTree tree =
        new PlanTree(
            plan,
            database.isEmpty() ? options : in(options, database),
            context.getRequiredTestClass().getClassLoader());
    closeWith(context, tree);
    return tree;
  }

  private static TrialOptions in(TrialOptions options, String url) {
    Text text = new Text(url, Place.in(PREFIX + "database"));
    return options.in(new Database(text, Optional.empty()));
  }

  private static void closeWith(ExtensionContext context, PlanTree tree) {
    context
        .getStore(ExtensionContext.Namespace.create(PlanTreeResolver.class))
        .put(tree, new Closing(tree));
  }

  /** JUnit before 5.13 closes nothing but a resource of its own type. */
  @SuppressWarnings("deprecation")
  private record Closing(PlanTree tree)
      implements ExtensionContext.Store.CloseableResource, AutoCloseable {

    @Override
    public void close() {
      tree.close();
    }
  }

  private static Optional<String> text(ExtensionContext context, String name) {
    return context.getConfigurationParameter(PREFIX + name);
  }

  private static <T> Optional<T> value(
      ExtensionContext context, String name, String expected, Function<String, T> reader) {
    try {
      return text(context, name).map(reader);
    } catch (IllegalArgumentException wrong) {
      throw new ExtensionConfigurationException(
          "The configuration parameter %s is '%s'; give %s"
              .formatted(PREFIX + name, text(context, name).orElse(""), expected));
    }
  }

  private static int count(String text) {
    int count = Integer.parseInt(text);
    if (count < 1) {
      throw new IllegalArgumentException(text);
    }
    return count;
  }

  private static boolean truth(String text) {
    if (!text.equals("true") && !text.equals("false")) {
      throw new IllegalArgumentException(text);
    }
    return text.equals("true");
  }

  /** The file in the working directory or the nearest folder around it that has it. */
  private static Path find(String name) {
    for (@Nullable Path folder = Path.of("").toAbsolutePath();
        folder != null;
        folder = folder.getParent()) {
      if (Files.exists(folder.resolve(name))) {
        return folder.resolve(name).normalize();
      }
    }
    throw new ExtensionConfigurationException(
        "There is no plan %s in %s or a folder around it; name it with @TrialSettings(plan = ...) or %splan"
            .formatted(name, Path.of("").toAbsolutePath(), PREFIX));
  }
}
