package dev.shelftwin.shape;

import java.util.Objects;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/**
 * A place in a plan, a source file or a class file. Places are equal if all that they tell is.
 *
 * <p>A place in a source may be looked up only when it is asked for: most places of a project are
 * never shown.
 */
public final class Place {

  private final Supplier<Spot> search;
  private @Nullable Spot spot;

  /** What a place tells. */
  private record Spot(String file, int line, int column, String text) {

    Spot {
      Objects.requireNonNull(file, "file");
      Objects.requireNonNull(text, "text");
    }
  }

  /**
   * A place with a line.
   *
   * @param file the file as the user gave it, or {@code classes!Class.member} if there is no source
   * @param line counted from 1; 0 if the file has no lines
   * @param column counted from 1; 0 if the file has no lines
   * @param text the line without its end; empty if the file has no lines
   */
  public Place(String file, int line, int column, String text) {
    Spot known = new Spot(file, line, column, text);
    this.spot = known;
    this.search = () -> known;
  }

  private Place(Supplier<Spot> search) {
    this.search = search;
  }

  /** A place without a line, such as a class file or a folder. */
  public static Place in(String file) {
    return new Place(file, 0, 0, "");
  }

  /** A place that is looked up when it is first asked for, and once only. */
  public static Place found(Supplier<Place> search) {
    Objects.requireNonNull(search, "search");
    return new Place(() -> search.get().spot());
  }

  /** The file as the user gave it, or {@code classes!Class.member} if there is no source. */
  public String file() {
    return spot().file();
  }

  /** The line, counted from 1; 0 if the file has no lines. */
  public int line() {
    return spot().line();
  }

  /** The column, counted from 1; 0 if the file has no lines. */
  public int column() {
    return spot().column();
  }

  /** The text of the line without its end; empty if the file has no lines. */
  public String text() {
    return spot().text();
  }

  private synchronized Spot spot() {
    if (spot == null) {
      spot = search.get();
    }
    return spot;
  }

  @Override
  public boolean equals(@Nullable Object other) {
    return other == this || (other instanceof Place place && spot().equals(place.spot()));
  }

  @Override
  public int hashCode() {
    return spot().hashCode();
  }

  @Override
  public String toString() {
    return line() == 0 ? file() : file() + ":" + line() + ":" + column();
  }
}
