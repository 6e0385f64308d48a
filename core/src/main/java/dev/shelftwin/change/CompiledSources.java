package dev.shelftwin.change;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.Opcodes;

/**
 * What the users' class files tell about their sources (JVMS §4), so that most of these need not be
 * compiled to see that they have nothing to do with a type.
 */
final class CompiledSources {

  private final List<ClassFile> files = new ArrayList<>();
  private final Set<String> names = new HashSet<>();
  private final Map<String, List<ClassFile>> bySource = new HashMap<>();

  /**
   * Reads class files.
   *
   * @param folders folders of the users' classes; others are ignored
   * @throws UncheckedIOException if a file cannot be read
   */
  CompiledSources(List<Path> folders) {
    for (Path folder : folders) {
      if (Files.isDirectory(folder)) {
        try (Stream<Path> all = Files.walk(folder)) {
          all.filter(file -> file.toString().endsWith(".class")).forEach(this::add);
        } catch (IOException unreadable) {
          throw new UncheckedIOException(unreadable);
        }
      }
    }
  }

  /**
   * A class file.
   *
   * @param name the internal name (JVMS §4.2.1) of the class, or of the one that it is nested in
   * @param above those of the types above it
   */
  private record ClassFile(Path file, String name, Set<String> above) {

    boolean isOlderThan(Path source) {
      try {
        return Files.getLastModifiedTime(file).compareTo(Files.getLastModifiedTime(source)) < 0;
      } catch (IOException unreadable) {
        throw new UncheckedIOException(unreadable);
      }
    }
  }

  private void add(Path file) {
    try {
      ClassReader reader = new ClassReader(Files.readAllBytes(file));
      Set<String> above = new HashSet<>(List.of(reader.getInterfaces()));
      if (reader.getSuperName() != null) {
        above.add(reader.getSuperName());
      }
      ClassFile read = new ClassFile(file, outermost(reader.getClassName()), outermost(above));
      files.add(read);
      names.add(read.name());
      bySource.computeIfAbsent(source(reader), source -> new ArrayList<>()).add(read);
    } catch (IllegalArgumentException | IndexOutOfBoundsException broken) {
      // Its source counts as not compiled.
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
  }

  private static Set<String> outermost(Set<String> names) {
    return names.stream().map(CompiledSources::outermost).collect(Collectors.toSet());
  }

  private static String outermost(String name) {
    int nested = name.indexOf('$');
    return nested > 0 ? name.substring(0, nested) : name;
  }

  /**
   * The path of a class's source below its source folder; if the class file does not name the
   * source, only the folder of the package.
   */
  private static String source(ClassReader reader) {
    String name = reader.getClassName();
    StringBuilder path = new StringBuilder(name.substring(0, name.lastIndexOf('/') + 1));
    reader.accept(
        new ClassVisitor(Opcodes.ASM9) {
          @Override
          public void visitSource(@Nullable String source, @Nullable String debug) {
            path.append(source);
          }
        },
        ClassReader.SKIP_CODE | ClassReader.SKIP_FRAMES);
    return path.toString();
  }

  /**
   * Types, and all that are below them.
   *
   * @param types qualified names of types that are nested in no other
   * @return their internal names
   */
  Set<String> withSubtypes(Collection<String> types) {
    Set<String> known =
        types.stream().map(type -> type.replace('.', '/')).collect(Collectors.toSet());
    boolean grows = true;
    while (grows) {
      grows =
          known.addAll(
              files.stream()
                  .filter(file -> file.above().stream().anyMatch(known::contains))
                  .map(ClassFile::name)
                  .toList());
    }
    return known;
  }

  /**
   * Whether a source may have to do with types, or their members. It does not if its classes are as
   * new as it is and show none of them.
   *
   * @param path the source's path below its folder, with slashes
   * @param types the internal names of types that are nested in no other
   * @param members names of fields and methods of the types; none if any mention of a type counts
   * @param words simple names that texts, such as queries, may have for the types
   */
  boolean mayUse(
      Path source, String path, Set<String> types, Set<String> members, Set<String> words) {
    List<ClassFile> compiled = bySource.getOrDefault(path, List.of());
    if (compiled.isEmpty()
        || compiled.stream()
            .anyMatch(file -> types.contains(file.name()) || file.isOlderThan(source))) {
      return true;
    }
    Pattern mention = alternatives(members.isEmpty() ? types : Set.of(), "", "\\b");
    Pattern inTexts = alternatives(words, "(?<![\\w/$.;])", "(?![\\w/$;])");
    return compiled.stream()
        .map(file -> Constants.of(file.file()))
        .anyMatch(
            constants ->
                constants.texts().stream()
                        .anyMatch(
                            text -> mention.matcher(text).find() || inTexts.matcher(text).find())
                    || constants.members().stream()
                        .anyMatch(
                            member ->
                                members.contains(member.name())
                                    && mayBe(outermost(member.owner()), types)));
  }

  /** Whether the owner of a member is one of some types, or below one in a library. */
  private boolean mayBe(String owner, Set<String> types) {
    return types.contains(owner) || !(names.contains(owner) || owner.startsWith("java/"));
  }

  private static Pattern alternatives(Set<String> names, String before, String behind) {
    if (names.isEmpty()) {
      return Pattern.compile("(?!)"); // matches nothing
    }
    return Pattern.compile(
        names.stream()
            .map(Pattern::quote)
            .collect(Collectors.joining("|", before + "(?:", ")" + behind)));
  }

  /**
   * The constants of a class file.
   *
   * @param texts names, descriptors and texts
   * @param members the fields and methods that it uses
   */
  private record Constants(List<String> texts, List<Member> members) {

    /** The tags of texts, and of the first and last kind of used members (JVMS §4.4). */
    private static final int UTF8 = 1;

    private static final int FIELD = 9;
    private static final int INTERFACE_METHOD = 11;

    private record Member(String owner, String name) {}

    static Constants of(Path file) {
      try {
        byte[] bytes = Files.readAllBytes(file);
        ClassReader reader = new ClassReader(bytes);
        char[] buffer = new char[reader.getMaxStringLength()];
        List<String> texts = new ArrayList<>();
        List<Member> members = new ArrayList<>();
        for (int item = 1; item < reader.getItemCount(); item++) {
          int at = reader.getItem(item);
          int tag = at == 0 ? 0 : bytes[at - 1]; // the second half of a long constant is none
          if (tag == UTF8) {
            int length = reader.readUnsignedShort(at);
            texts.add(new String(bytes, at + 2, length, StandardCharsets.UTF_8));
          } else if (tag >= FIELD && tag <= INTERFACE_METHOD) {
            int nameAndType = reader.getItem(reader.readUnsignedShort(at + 2));
            members.add(
                new Member(reader.readClass(at, buffer), reader.readUTF8(nameAndType, buffer)));
          }
        }
        return new Constants(texts, members);
      } catch (IOException unreadable) {
        throw new UncheckedIOException(unreadable);
      }
    }
  }
}
