package dev.shelftwin.source;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.tree.AbstractInsnNode;
import org.objectweb.asm.tree.ClassNode;
import org.objectweb.asm.tree.FieldInsnNode;
import org.objectweb.asm.tree.MethodInsnNode;
import org.objectweb.asm.tree.MethodNode;
import org.objectweb.asm.tree.TypeInsnNode;

/**
 * Finds the getters of a class file that return a collection of the object, which is always there
 * and can be changed: every constructor creates it, or the getter does where there is none yet.
 */
final class HeldCollections {

  private HeldCollections() {}

  /**
   * The methods.
   *
   * @param shown the fields that methods return, by the methods
   */
  static Set<String> of(ClassNode type, Map<String, String> shown) {
    Set<String> held = new HashSet<>();
    List<Set<String>> created =
        type.methods.stream()
            .filter(method -> method.name.equals("<init>"))
            .map(ShownFields::code)
            .filter(code -> !callsAnother(code, type.name))
            .map(code -> created(code, type))
            .toList();
    shown.forEach(
        (method, field) -> {
          if (!created.isEmpty() && created.stream().allMatch(one -> one.contains(field))) {
            held.add(method);
          }
        });
    for (MethodNode method : type.methods) {
      if (method.desc.startsWith("()") && createsWhatItReturns(method, type)) {
        held.add(method.name);
      }
    }
    return held;
  }

  private static boolean createsWhatItReturns(MethodNode method, ClassNode type) {
    List<AbstractInsnNode> code = ShownFields.code(method);
    Set<String> created = created(code, type);
    List<Integer> returns =
        IntStream.range(1, code.size())
            .filter(index -> code.get(index).getOpcode() == Opcodes.ARETURN)
            .boxed()
            .toList();
    return !returns.isEmpty()
        && returns.stream()
            .allMatch(
                index ->
                    code.get(index - 1) instanceof FieldInsnNode read
                        && read.getOpcode() == Opcodes.GETFIELD
                        && created.contains(read.name));
  }

  /** The fields that get a new collection. */
  private static Set<String> created(List<AbstractInsnNode> code, ClassNode type) {
    return IntStream.range(1, code.size())
        .filter(index -> isNew(code.get(index - 1)))
        .mapToObj(code::get)
        .filter(one -> one.getOpcode() == Opcodes.PUTFIELD)
        .map(FieldInsnNode.class::cast)
        .filter(put -> put.owner.equals(type.name))
        .map(put -> put.name)
        .collect(Collectors.toSet());
  }

  private static boolean isNew(AbstractInsnNode instruction) {
    return instruction instanceof MethodInsnNode call
        && call.owner.startsWith("java/util/")
        && (call.name.equals("<init>") || call.name.equals("noneOf"));
  }

  /**
   * Whether a constructor begins with {@code this(…)}: it creates fewer objects than it sets up.
   */
  private static boolean callsAnother(List<AbstractInsnNode> code, String type) {
    long created =
        code.stream()
            .filter(one -> one.getOpcode() == Opcodes.NEW && ((TypeInsnNode) one).desc.equals(type))
            .count();
    long called =
        code.stream()
            .filter(MethodInsnNode.class::isInstance)
            .map(MethodInsnNode.class::cast)
            .filter(call -> call.name.equals("<init>") && call.owner.equals(type))
            .count();
    return called > created;
  }
}
