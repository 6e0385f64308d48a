package dev.shelftwin.source;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.tree.AbstractInsnNode;
import org.objectweb.asm.tree.ClassNode;
import org.objectweb.asm.tree.FieldInsnNode;
import org.objectweb.asm.tree.LdcInsnNode;
import org.objectweb.asm.tree.MethodInsnNode;
import org.objectweb.asm.tree.MethodNode;

/** The formatters of dates that the code of a class makes of constant patterns. */
final class Formatters {

  private static final String FORMATTER = "java/time/format/DateTimeFormatter";
  private static final String OLDER_FORMATTER = "java/text/SimpleDateFormat";

  private static final Set<String> USES = Set.of("format", "parse");

  /** The patterns of the class's own fields that hold formatters. */
  private final Map<String, String> fields = new HashMap<>();

  private final String owner;

  Formatters(ClassNode type) {
    owner = type.name;
    for (MethodNode method : type.methods) {
      if (method.name.startsWith("<")) { // it sets fields (JVMS §2.9)
        addFields(method);
      }
    }
  }

  private void addFields(MethodNode method) {
    @Nullable String text = null;
    @Nullable String pattern = null;
    for (AbstractInsnNode instruction : method.instructions) {
      if (instruction instanceof LdcInsnNode loaded && loaded.cst instanceof String constant) {
        text = constant;
      } else if (instruction instanceof MethodInsnNode call && makes(call)) {
        pattern = text;
      } else if (instruction instanceof FieldInsnNode put && isSet(put) && pattern != null) {
        fields.put(put.name, pattern);
        pattern = null;
      }
    }
  }

  private static boolean isSet(FieldInsnNode instruction) {
    return instruction.getOpcode() == Opcodes.PUTSTATIC
        || instruction.getOpcode() == Opcodes.PUTFIELD;
  }

  /** Whether a call makes a formatter of a pattern, which is its first argument. */
  static boolean makes(MethodInsnNode call) {
    return (call.owner.equals(FORMATTER) && call.name.equals("ofPattern"))
        || (call.owner.equals(OLDER_FORMATTER)
            && call.name.equals("<init>")
            && call.desc.startsWith("(Ljava/lang/String;"));
  }

  /** Whether a call changes a formatter in something else than its pattern. */
  static boolean changes(MethodInsnNode call) {
    return call.owner.equals(FORMATTER) && call.name.startsWith("with");
  }

  /** The pattern of the formatter in a field; null for any other field. */
  @Nullable String pattern(FieldInsnNode field) {
    return field.owner.equals(owner) ? fields.get(field.name) : null;
  }

  /** The pattern by which a call writes or reads a date; null if it does not. */
  static @Nullable String pattern(MethodInsnNode call, List<CopyOrigin> values) {
    if (USES.contains(call.name) && call.owner.matches("java/time/.*|java/text/.*DateFormat")) {
      for (CopyOrigin value : values) {
        if (!value.isRead() && value.literal() != null) {
          return value.literal();
        }
      }
    }
    return null;
  }
}
