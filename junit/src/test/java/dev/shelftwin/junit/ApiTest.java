package dev.shelftwin.junit;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.ShelfTwin;
import dev.shelftwin.finding.Finding;
import dev.shelftwin.runtime.Fault;
import java.io.IOException;
import java.lang.reflect.Executable;
import java.lang.reflect.Field;
import java.lang.reflect.Member;
import java.lang.reflect.Method;
import java.lang.reflect.Modifier;
import java.net.URISyntaxException;
import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/**
 * The public API, so that a change of it is seen in the change of a file. {@code -Dpages=write}
 * writes the file again.
 */
class ApiTest {

  private static final Path FILE = Path.of("src/test/resources/api.txt");

  /** A class of each module, whose package belongs to the API. */
  private static final List<Class<?>> PACKAGES =
      List.of(Fault.class, Finding.class, ShelfTwin.class, PlanTests.class);

  @Test
  void theApiIsAsItWas() throws Exception {
    StringBuilder api = new StringBuilder();
    for (Class<?> one : PACKAGES) {
      for (String name : namesBeside(one)) {
        Class<?> type = Class.forName(name, false, one.getClassLoader());
        if (isPublic(type)) {
          api.append(text(type));
        }
      }
    }
    if ("write".equals(System.getProperty("pages"))) {
      Files.createDirectories(FILE.getParent());
      Files.writeString(FILE, api);
    }
    assertThat(api.toString())
        .as("what users call has changed: note it in CHANGELOG.md, and run with -Dpages=write")
        .isEqualTo(Files.readString(FILE));
  }

  private static boolean isPublic(Class<?> type) {
    return Modifier.isPublic(type.getModifiers())
        && (type.getDeclaringClass() == null || isPublic(type.getDeclaringClass()));
  }

  /** The names of the classes in the package of a class. */
  private static Set<String> namesBeside(Class<?> type) throws IOException, URISyntaxException {
    Path root = Path.of(type.getProtectionDomain().getCodeSource().getLocation().toURI());
    if (Files.isDirectory(root)) {
      return names(root, type);
    }
    try (FileSystem jar = FileSystems.newFileSystem(root)) {
      return names(jar.getPath("/"), type);
    }
  }

  private static Set<String> names(Path root, Class<?> type) throws IOException {
    String packageName = type.getPackageName();
    try (Stream<Path> files = Files.list(root.resolve(packageName.replace('.', '/')))) {
      Set<String> names = new TreeSet<>();
      files
          .map(file -> file.getFileName().toString())
          .filter(file -> file.endsWith(".class") && !file.equals("package-info.class"))
          .forEach(file -> names.add(packageName + "." + file.replace(".class", "")));
      return names;
    }
  }

  private static String text(Class<?> type) {
    List<Member> members = new ArrayList<>(Arrays.asList(type.getDeclaredFields()));
    members.addAll(Arrays.asList(type.getDeclaredConstructors()));
    members.addAll(Arrays.asList(type.getDeclaredMethods()));
    Set<String> lines = new TreeSet<>();
    for (Member member : members) {
      boolean visible =
          Modifier.isPublic(member.getModifiers()) || Modifier.isProtected(member.getModifiers());
      if (visible && !member.isSynthetic()) {
        lines.add("  " + text(member) + "\n");
      }
    }
    return type.toGenericString() + "\n" + String.join("", lines) + "\n";
  }

  private static String text(Member member) {
    return member instanceof Field field
        ? field.toGenericString()
        : member instanceof Method method
            ? method.toGenericString()
            : ((Executable) member).toGenericString();
  }
}
