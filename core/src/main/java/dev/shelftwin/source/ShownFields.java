package dev.shelftwin.source;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.StreamSupport;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.Type;
import org.objectweb.asm.tree.AbstractInsnNode;
import org.objectweb.asm.tree.ClassNode;
import org.objectweb.asm.tree.FieldInsnNode;
import org.objectweb.asm.tree.MethodInsnNode;
import org.objectweb.asm.tree.MethodNode;
import org.objectweb.asm.tree.VarInsnNode;

/**
 * The fields that the methods of a class file return, alone or in what a static method of the JDK's
 * utilities makes of them, such as an optional or an unchangeable view; and those that setters
 * assign.
 */
final class ShownFields {

  private ShownFields() {}

  /** The fields that plain setters assign, by the property names of the setters. */
  static Map<String, String> written(ClassNode type) {
    Map<String, String> written = new HashMap<>();
    for (MethodNode method : type.methods) {
      if ((method.access & Opcodes.ACC_STATIC) == 0
          && Type.getArgumentTypes(method.desc).length == 1) {
        Members.propertyOfSetter(Members.unmangled(method.name))
            .ifPresent(
                property ->
                    assigned(code(method), type).ifPresent(field -> written.put(property, field)));
      }
    }
    return written;
  }

  /** What {@code this.field = value} compiles to, where a value may be boxed or unboxed. */
  private static Optional<String> assigned(List<AbstractInsnNode> code, ClassNode type) {
    boolean boxes =
        code.size() == 5
            && code.get(2) instanceof MethodInsnNode call
            && call.owner.startsWith("java/lang/")
            && (call.name.equals("valueOf") || call.name.endsWith("Value"));
    return (boxes || code.size() == 4)
            && code.get(0).getOpcode() == Opcodes.ALOAD
            && code.get(1) instanceof VarInsnNode
            && code.get(code.size() - 2) instanceof FieldInsnNode put
            && put.getOpcode() == Opcodes.PUTFIELD
            && put.owner.equals(type.name)
        ? Optional.of(put.name)
        : Optional.empty();
  }

  /** The fields by the names of the methods. */
  static Map<String, String> shown(ClassNode type) {
    Map<String, String> shown = new HashMap<>();
    for (MethodNode method : type.methods) {
      if (method.desc.startsWith("()") && (method.access & Opcodes.ACC_STATIC) == 0) {
        field(method, type).ifPresent(field -> shown.put(Members.unmangled(method.name), field));
      }
    }
    return shown;
  }

  /** What {@code return field} or {@code return Optional.ofNullable(field)} compiles to. */
  private static Optional<String> field(MethodNode method, ClassNode type) {
    List<AbstractInsnNode> code = code(method);
    boolean wraps = code.size() == 4 && code.get(2) instanceof MethodInsnNode call && isOfJdk(call);
    if (!(wraps || code.size() == 3) || code.get(0).getOpcode() != Opcodes.ALOAD) {
      return Optional.empty();
    }
    return code.get(1) instanceof MethodInsnNode call
        ? added(call, type)
        : Optional.of(code.get(1)).flatMap(read -> field(read, type));
  }

  private static Optional<String> field(AbstractInsnNode instruction, ClassNode type) {
    return instruction.getOpcode() == Opcodes.GETFIELD
            && instruction instanceof FieldInsnNode get
            && get.owner.equals(type.name)
        ? Optional.of(get.name)
        : Optional.empty();
  }

  /**
   * The field that a method reads which a persistence provider added to a class at build time: its
   * name is that of the field behind a prefix.
   */
  private static Optional<String> added(MethodInsnNode call, ClassNode type) {
    return type.methods.stream()
        .filter(method -> call.owner.equals(type.name))
        .filter(method -> method.name.equals(call.name) && method.desc.equals(call.desc))
        .flatMap(method -> code(method).stream())
        .flatMap(instruction -> field(instruction, type).stream())
        .filter(call.name::endsWith)
        .findFirst();
  }

  /** The instructions of a method, without labels and line numbers. */
  static List<AbstractInsnNode> code(MethodNode method) {
    return StreamSupport.stream(method.instructions.spliterator(), false)
        .filter(instruction -> instruction.getOpcode() >= 0)
        .toList();
  }

  private static boolean isOfJdk(MethodInsnNode call) {
    return call.getOpcode() == Opcodes.INVOKESTATIC
        && call.owner.startsWith("java/util/")
        && Type.getArgumentTypes(call.desc).length == 1;
  }
}
