package dev.shelftwin.source;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
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
import org.objectweb.asm.tree.ClassNode;

/**
 * Reads what a class file says and the compiler's model does not: type annotations (JVMS §4.7.20),
 * which JDK 17 reads from sources only, constructor parameters that reject null, and getters that
 * return copies.
 */
final class ClassFileFacts extends ClassVisitor {

  private final Map<String, List<String>> filled;
  private final Map<String, Set<String>> annotations = new HashMap<>();
  private final Set<String> rejected = new HashSet<>();
  private final Set<String> copying = new HashSet<>();

  private ClassFileFacts(Map<String, List<String>> filled) {
    super(Opcodes.ASM9);
    this.filled = filled;
  }

  static BodyFacts of(ClassReader file) {
    ClassNode type = new ClassNode();
    file.accept(type, ClassReader.SKIP_DEBUG | ClassReader.SKIP_FRAMES);
    ClassFileFacts facts = new ClassFileFacts(FilledFields.of(type));
    file.accept(facts, ClassReader.SKIP_FRAMES);
    Map<String, String> shown = ShownFields.shown(type);
    Set<String> held = HeldCollections.of(type, shown);
    held.removeAll(facts.copying);
    return new BodyFacts(
        facts.annotations,
        facts.rejected,
        facts.copying,
        held,
        shown,
        ShownFields.written(type),
        facts.filled);
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
  public @Nullable MethodVisitor visitMethod(
      int access,
      String name,
      String type,
      @Nullable String generic,
      String @Nullable [] exceptions) {
    if (name.equals("<init>")) {
      List<String> fields = filled.getOrDefault(BodyFacts.key(name, type), List.of());
      return new NullChecks(type, fields, rejected);
    }
    if (!type.startsWith("()")) {
      return null;
    }
    MethodVisitor annotated =
        new MethodVisitor(Opcodes.ASM9) {
          @Override
          public @Nullable AnnotationVisitor visitTypeAnnotation(
              int reference, @Nullable TypePath path, String annotation, boolean visible) {
            if (new TypeReference(reference).getSort() == TypeReference.METHOD_RETURN) {
              note(name + "()", path, annotation);
            }
            return null;
          }
        };
    return new CopyingGetter(
        annotated,
        copies -> {
          if (copies) {
            copying.add(name);
          }
        });
  }

  /** Notes an annotation of the whole type, not of a type argument, an element or a bound. */
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
