package dev.shelftwin.source;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.Type;
import org.objectweb.asm.tree.AbstractInsnNode;
import org.objectweb.asm.tree.FieldInsnNode;
import org.objectweb.asm.tree.InsnList;
import org.objectweb.asm.tree.IntInsnNode;
import org.objectweb.asm.tree.JumpInsnNode;
import org.objectweb.asm.tree.LdcInsnNode;

/** The constants that instructions load, as a plan writes them. */
final class Literals {

  private static final List<String> BOOLEANS = List.of("false", "true");

  private Literals() {}

  /** A number, a text or the name of an enumeration's constant; null for anything else. */
  static @Nullable String of(AbstractInsnNode instruction) {
    int code = instruction.getOpcode();
    if (code >= Opcodes.ICONST_M1 && code <= Opcodes.ICONST_5) {
      return String.valueOf(code - Opcodes.ICONST_0);
    }
    if (code == Opcodes.LCONST_0 || code == Opcodes.LCONST_1) {
      return String.valueOf(code - Opcodes.LCONST_0);
    }
    if (instruction instanceof IntInsnNode number && code != Opcodes.NEWARRAY) {
      return String.valueOf(number.operand);
    }
    if (instruction instanceof LdcInsnNode loaded) {
      boolean plain = loaded.cst instanceof String || loaded.cst instanceof Long;
      return plain || loaded.cst instanceof Integer ? loaded.cst.toString() : null;
    }
    boolean ofOwnType =
        instruction instanceof FieldInsnNode field
            && field.desc.equals("L" + field.owner + ";")
            && !ClassCopies.isOfOthers(field.owner);
    return ofOwnType ? ((FieldInsnNode) instruction).name : null;
  }

  /** The literal as a value of a parameter: 0 and 1 are booleans there (JVMS §2.3.4). */
  static @Nullable String as(Type parameter, @Nullable String literal) {
    if (literal == null || parameter.getSort() != Type.BOOLEAN) {
      return literal;
    }
    int number = BOOLEANS.contains(literal) ? BOOLEANS.indexOf(literal) : Integer.parseInt(literal);
    return BOOLEANS.get(number);
  }

  /** Whether an instruction may be skipped: an earlier one may jump over it. */
  static boolean isConditional(InsnList instructions, int at) {
    for (int index = 0; index < at; index++) {
      if (instructions.get(index) instanceof JumpInsnNode jump
          && instructions.indexOf(jump.label) > at) {
        return true;
      }
    }
    return false;
  }
}
