package dev.shelftwin.observe;

import dev.shelftwin.shape.TypeRef;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.Label;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.Type;

/** What the class file of a mapper tells: the constants that it uses, and lines. */
final class Constants {

  private static final int MOST = 12;

  private final Set<Object> values = new LinkedHashSet<>();
  private final DatePatterns datePatterns = new DatePatterns();
  private final Map<String, Integer> firstLines = new LinkedHashMap<>();

  /** The line of the last call of each method, within each method. */
  private final Map<String, Integer> calls = new LinkedHashMap<>();

  private Optional<String> sourceFile = Optional.empty();

  /** The classes whose members it uses, as class files name them (JVMS §4.2.1). */
  private final Set<String> called = new LinkedHashSet<>();

  /**
   * Reads the class file of a class, and the constants of the classes of its packages' owner whose
   * members it uses; finds nothing if there is none.
   */
  static Constants of(Class<?> owner) {
    Constants constants = new Constants();
    String name = owner.getName().replace('.', '/');
    constants.read(owner, name);
    String family = name.replaceFirst("^([^/]+/[^/]+/).*", "$1");
    for (String other : List.copyOf(constants.called)) {
      if (other.startsWith(family) && !other.equals(name)) {
        Constants ofOther = new Constants();
        ofOther.read(owner, other);
        constants.values.addAll(ofOther.values);
      }
    }
    constants.values.stream()
        .filter(String.class::isInstance)
        .forEach(text -> constants.datePatterns.add((String) text));
    return constants;
  }

  private void read(Class<?> owner, String name) {
    @Nullable ClassLoader loader = owner.getClassLoader();
    try (InputStream bytes = loader == null ? null : loader.getResourceAsStream(name + ".class")) {
      if (bytes != null) {
        new ClassReader(bytes).accept(new Visitor(), ClassReader.SKIP_FRAMES);
      }
    } catch (IOException | RuntimeException unreadable) {
      // what is not known is not tried
    }
  }

  /** The constants of a type, a dozen at most. */
  List<Object> of(TypeRef type) {
    List<Object> found = new ArrayList<>();
    for (Object value : values) {
      Optional<Object> fitting =
          switch (type.boxed().simpleName()) {
            case "String" -> value instanceof String ? Optional.of(value) : Optional.empty();
            case "Integer" -> value instanceof Integer ? Optional.of(value) : Optional.empty();
            case "Short" ->
                value instanceof Integer number
                    ? Optional.of((Object) number.shortValue())
                    : Optional.empty();
            case "Long" ->
                value instanceof Long || value instanceof Integer
                    ? Optional.of((Object) ((Number) value).longValue())
                    : Optional.empty();
            default -> Optional.empty();
          };
      fitting.filter(one -> found.size() < MOST).ifPresent(found::add);
    }
    return found;
  }

  /** The texts that are date patterns. */
  DatePatterns datePatterns() {
    return datePatterns;
  }

  /**
   * The line of a method in which it calls another method.
   *
   * @param method its name and descriptor (JVMS §4.3.3)
   * @param called the name of the other method, or the class of a constructor
   * @return the method's first line if it does not call it; empty if there is no such method
   */
  OptionalInt line(String method, String called) {
    @Nullable Integer line = calls.get(method + " " + called);
    if (line == null) {
      line = firstLines.get(method);
    }
    return line == null ? OptionalInt.empty() : OptionalInt.of(line);
  }

  /** The name of the source file. */
  Optional<String> sourceFile() {
    return sourceFile;
  }

  private final class Visitor extends ClassVisitor {

    Visitor() {
      super(Opcodes.ASM9);
    }

    @Override
    public void visitSource(@Nullable String source, @Nullable String debug) {
      sourceFile = Optional.ofNullable(source);
    }

    @Override
    public MethodVisitor visitMethod(
        int access,
        String name,
        String descriptor,
        @Nullable String signature,
        String @Nullable [] exceptions) {
      return new MethodVisitor(Opcodes.ASM9) {

        private int line;

        @Override
        public void visitLineNumber(int number, Label start) {
          line = number;
          firstLines.putIfAbsent(name + descriptor, number);
        }

        @Override
        public void visitLdcInsn(Object value) {
          if (!(value instanceof Type)) {
            values.add(value);
          }
        }

        @Override
        public void visitIntInsn(int opcode, int operand) {
          if (opcode != Opcodes.NEWARRAY) {
            values.add(operand);
          }
        }

        @Override
        public void visitInsn(int opcode) {
          if (opcode >= Opcodes.ICONST_M1 && opcode <= Opcodes.ICONST_5) {
            values.add(opcode - Opcodes.ICONST_0);
          }
        }

        @Override
        public void visitFieldInsn(int opcode, String owner, String field, String type) {
          called.add(owner);
        }

        @Override
        public void visitMethodInsn(
            int opcode, String owner, String method, String type, boolean isInterface) {
          called.add(owner);
          String place = method.equals("<init>") ? owner.replace('/', '.') : method;
          calls.put(name + descriptor + " " + place, line);
        }
      };
    }
  }
}
