package dev.shelftwin.read;

import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.objectweb.asm.AnnotationVisitor;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.FieldVisitor;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.Type;
import org.objectweb.asm.TypePath;
import org.objectweb.asm.TypeReference;

/**
 * What a class file tells of missing values and the compiler's model of it does not: annotations of
 * types (JVMS §4.7.20), which Java 17 reads from sources only, and parameters of constructors that
 * are refused when they are null.
 */
final class ClassNotes extends ClassVisitor {

  /** The class file tells nothing, or there is none. */
  static final ClassNotes NONE = new ClassNotes();

  private final Map<String, Set<String>> annotations = new HashMap<>();
  private final Set<String> refused = new HashSet<>();

  private ClassNotes() {
    super(Opcodes.ASM9);
  }

  static ClassNotes of(ClassReader file) {
    ClassNotes notes = new ClassNotes();
    file.accept(notes, ClassReader.SKIP_FRAMES);
    return notes;
  }

  /** Simple names of the annotations of a field's type. */
  Set<String> ofField(String name) {
    return annotations.getOrDefault(name, Set.of());
  }

  /** Simple names of the annotations of what a method without parameters returns. */
  Set<String> ofResult(String method) {
    return annotations.getOrDefault(method + "()", Set.of());
  }

  /** Whether a constructor throws where the parameter of that name is null. */
  boolean refusesNull(String parameter) {
    return refused.contains(parameter);
  }

  @Override
  public FieldVisitor visitField(
      int access, String name, String type, @Nullable String generic, @Nullable Object value) {
    return new FieldVisitor(Opcodes.ASM9) {
      @Override
      public @Nullable AnnotationVisitor visitTypeAnnotation(
          int reference, @Nullable TypePath path, String annotation, boolean visible) {
        note(name, path, annotation);
        return null;
      }
    };
  }

  @Override
  public MethodVisitor visitMethod(
      int access,
      String name,
      String type,
      @Nullable String generic,
      String @Nullable [] exceptions) {
    if (name.equals("<init>")) {
      return new NullChecks(type, refused);
    }
    boolean reads = type.startsWith("()");
    return new MethodVisitor(Opcodes.ASM9) {
      @Override
      public @Nullable AnnotationVisitor visitTypeAnnotation(
          int reference, @Nullable TypePath path, String annotation, boolean visible) {
        if (reads && new TypeReference(reference).getSort() == TypeReference.METHOD_RETURN) {
          note(name + "()", path, annotation);
        }
        return null;
      }
    };
  }

  /** Only what is said of the whole type: not of an argument, an element or a bound. */
  private void note(String member, @Nullable TypePath path, String annotation) {
    for (int step = 0; path != null && step < path.getLength(); step++) {
      if (path.getStep(step) != TypePath.INNER_TYPE) {
        return;
      }
    }
    String name = Type.getType(annotation).getClassName();
    String simpleName = name.substring(Math.max(name.lastIndexOf('.'), name.lastIndexOf('$')) + 1);
    annotations.computeIfAbsent(member, any -> new HashSet<>()).add(simpleName);
  }
}
