package dev.shelftwin.plan;

import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * The packages of a layer. In a pattern, {@code *} stands for one segment of a name and {@code **}
 * for any number of segments, so that {@code a.b.**} is {@code a.b} and its subpackages.
 *
 * @param includes patterns of packages; at least one
 * @param excludes patterns of packages or types that do not belong to the layer
 */
public record PackageScope(List<Text> includes, List<Text> excludes) {

  private static final String ANY_SEGMENTS = "**";
  private static final Map<String, Pattern> PATTERNS = new ConcurrentHashMap<>();

  public PackageScope {
    includes = List.copyOf(includes);
    excludes = List.copyOf(excludes);
    if (includes.isEmpty()) {
      throw new IllegalArgumentException("a layer has at least one package");
    }
  }

  /** Whether this is one package without wildcards and exclusions. */
  public boolean isOnePackage() {
    return includes.size() == 1 && excludes.isEmpty() && isPlain(includes.get(0).value());
  }

  /** The first package up to its first wildcard. */
  public String firstPackage() {
    return prefix(includes.get(0).value());
  }

  /** Whether a package belongs to the layer. */
  public boolean hasPackage(String packageName) {
    return includes.stream().anyMatch(pattern -> matches(pattern.value(), packageName))
        && excludes.stream().noneMatch(pattern -> matches(pattern.value(), packageName));
  }

  /** Whether a type belongs to the layer. */
  public boolean hasType(String packageName, String name) {
    String qualified = packageName.isEmpty() ? name : packageName + "." + name;
    return hasPackage(packageName)
        && excludes.stream().noneMatch(pattern -> matches(pattern.value(), qualified));
  }

  /**
   * How specific the pattern is that a package matches, or is below: the length of its literal
   * part. Empty if the package does not belong to the layer.
   */
  public OptionalInt depth(String packageName) {
    if (excludes.stream().anyMatch(pattern -> matches(pattern.value(), packageName))) {
      return OptionalInt.empty();
    }
    return includes.stream()
        .map(Text::value)
        .filter(
            pattern ->
                isPlain(pattern)
                    ? packageName.equals(pattern) || packageName.startsWith(pattern + ".")
                    : matches(pattern, packageName))
        .mapToInt(pattern -> prefix(pattern).length())
        .max();
  }

  /** Those of the given packages that belong to the layer, in the order of the patterns. */
  public List<String> among(List<String> packages) {
    Stream<String> plain =
        includes.stream().map(Text::value).filter(PackageScope::isPlain).filter(this::hasPackage);
    Stream<String> matched =
        includes.stream()
            .map(Text::value)
            .filter(pattern -> !isPlain(pattern))
            .flatMap(pattern -> packages.stream().filter(name -> matches(pattern, name)))
            .filter(this::hasPackage);
    return Stream.concat(plain, matched).distinct().toList();
  }

  /** The packages up to their first wildcards, for searching them with their subpackages. */
  public List<String> roots() {
    return includes.stream().map(text -> prefix(text.value())).distinct().toList();
  }

  private static boolean isPlain(String pattern) {
    return pattern.indexOf('*') < 0;
  }

  private static String prefix(String pattern) {
    int star = pattern.indexOf('*');
    return star < 0 ? pattern : pattern.substring(0, star).replaceAll("\\.[^.]*$", "");
  }

  private static boolean matches(String pattern, String name) {
    return isPlain(pattern) ? pattern.equals(name) : regex(pattern).matcher(name).matches();
  }

  private static Pattern regex(String pattern) {
    return PATTERNS.computeIfAbsent(pattern, PackageScope::compile);
  }

  private static Pattern compile(String pattern) {
    StringBuilder regex = new StringBuilder();
    String separator = "";
    for (String segment : pattern.split("\\.", -1)) {
      if (segment.equals(ANY_SEGMENTS)) {
        regex.append(separator.isEmpty() ? "([^.]+\\.)*" : "(\\.[^.]+)*");
        continue;
      }
      regex.append(separator);
      regex.append(
          Stream.of(segment.split("\\*", -1))
              .map(Pattern::quote)
              .collect(Collectors.joining("[^.]*")));
      separator = "\\.";
    }
    return Pattern.compile(regex.toString());
  }

  @Override
  public String toString() {
    return includes.stream().map(Text::value).collect(Collectors.joining(", "));
  }
}
