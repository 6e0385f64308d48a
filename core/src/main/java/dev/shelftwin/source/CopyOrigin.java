package dev.shelftwin.source;

import dev.shelftwin.shape.CopiedValue;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.objectweb.asm.tree.AbstractInsnNode;
import org.objectweb.asm.tree.analysis.Value;

/**
 * Where a value comes from.
 *
 * @param size the number of slots that it takes (JVMS §2.6.1)
 * @param kind what is known of it
 * @param creation the instruction that creates it; null if it is not created here
 * @param literal the constant that it is, or the pattern of the formatter that it is; of a value
 *     that was read, the pattern by which a formatter wrote or parsed it; null if there is none, or
 *     not known
 */
record CopyOrigin(
    int size,
    Kind kind,
    List<CopiedValue.Read> reads,
    List<String> calls,
    @Nullable AbstractInsnNode creation,
    @Nullable String literal)
    implements Value {

  /** Methods that keep a text as it is, and those between the types of times. */
  private static final Set<String> KEEPING_FORMAT =
      Set.of(
          "atStartOfDay",
          "atZone",
          "from",
          "get",
          "of",
          "ofNullable",
          "orElse",
          "orElseThrow",
          "toInstant",
          "toLocalDate",
          "toLocalDateTime",
          "toString",
          "valueOf");

  /** What is known of a value. */
  enum Kind {
    CONSTANT,
    PARAMETER,
    READ,
    /** A function that reads a value from its argument, such as Shelf::label. */
    READER,
    OTHER
  }

  static CopyOrigin other(int size) {
    return new CopyOrigin(size, Kind.OTHER, List.of(), List.of(), null, null);
  }

  static CopyOrigin created(int size, AbstractInsnNode creation) {
    return new CopyOrigin(size, Kind.OTHER, List.of(), List.of(), creation, null);
  }

  static CopyOrigin constant(int size, @Nullable String literal) {
    return new CopyOrigin(size, Kind.CONSTANT, List.of(), List.of(), null, literal);
  }

  boolean isRead() {
    return kind == Kind.READ;
  }

  CopyOrigin with(@Nullable String other) {
    return new CopyOrigin(size, kind, reads, calls, creation, other);
  }

  /** What is read from this; from an object that this became elsewhere, it is that alone. */
  CopyOrigin read(int newSize, TypeRef owner, String member) {
    List<CopiedValue.Read> all = new ArrayList<>(calls.isEmpty() ? reads : List.of());
    all.add(new CopiedValue.Read(owner, member));
    return new CopyOrigin(newSize, Kind.READ, List.copyOf(all), List.of(), null, null);
  }

  /** What a function reads of each element of this. */
  CopyOrigin each(CopyOrigin reader) {
    List<CopiedValue.Read> all = new ArrayList<>(reads);
    all.addAll(reader.reads());
    return new CopyOrigin(1, Kind.READ, List.copyOf(all), calls, null, null);
  }

  /** What a method makes of this; of a text that a formatter wrote, most make something else. */
  CopyOrigin through(int newSize, String call) {
    return through(newSize, call, KEEPING_FORMAT.contains(call) ? literal : null);
  }

  /** What a method makes of this by a pattern; null if it has none. */
  CopyOrigin through(int newSize, String call, @Nullable String pattern) {
    List<String> all = new ArrayList<>(calls);
    all.add(call);
    return new CopyOrigin(newSize, kind, reads, List.copyOf(all), null, pattern);
  }

  @Override
  public int getSize() {
    return size;
  }
}
