package dev.shelftwin.source;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.objectweb.asm.Handle;
import org.objectweb.asm.Label;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.Type;

/**
 * Hears which parameters a constructor always refuses when they are null: by {@code
 * Objects.requireNonNull}, or by throwing where one is null. A check that is not reached every time
 * counts nothing.
 */
final class NullChecks extends MethodVisitor {

  private static final int NONE = -1;

  private final List<String> fields;
  private final Set<String> refused;
  private final Set<Integer> checked = new HashSet<>();

  /** Variables that have another value by now. */
  private final Set<Integer> replaced = new HashSet<>();

  /** The variables of the parameters in order; 0 is the object itself (JVMS §2.6.1). */
  private final List<Integer> parameters = new ArrayList<>();

  private final Map<Integer, String> names = new HashMap<>();

  /** The variable that was read last, if nothing was done with it yet. */
  private int read = NONE;

  /** Where jumps lead that were passed on the way here: up to there not all is run every time. */
  private final Set<Label> open = new HashSet<>();

  /** Variables that lead to a label where they are null. */
  private final Map<Label, Set<Integer>> nullAt = new HashMap<>();

  /** Variables that lead here where they are null. */
  private final Set<Integer> nullHere = new HashSet<>();

  /**
   * @param type the constructor's descriptor
   * @param fields the fields that its parameters fill; empty where that is not known
   * @param refused where names are added
   */
  NullChecks(String type, List<String> fields, Set<String> refused) {
    super(Opcodes.ASM9);
    this.fields = fields;
    this.refused = refused;
    int variable = 1;
    for (Type parameter : Type.getArgumentTypes(type)) {
      parameters.add(variable);
      variable += parameter.getSize();
    }
  }

  /** Named where it was compiled with {@code -parameters}. */
  @Override
  public void visitParameter(@Nullable String name, int access) {
    if (name != null) {
      names.put(parameters.get(names.size()), name);
    }
  }

  @Override
  public void visitVarInsn(int opcode, int variable) {
    if (opcode == Opcodes.ASTORE) {
      replaced.add(variable);
    }
    read = opcode == Opcodes.ALOAD && !replaced.contains(variable) ? variable : NONE;
  }

  @Override
  public void visitMethodInsn(
      int opcode, String owner, String name, String type, boolean isInterface) {
    boolean checks = owner.equals("java/util/Objects") && name.equals("requireNonNull");
    if (checks && open.isEmpty()) {
      checked.add(read);
    }
    read = NONE;
  }

  /** What supplies a message without taking anything comes between the variable and the check. */
  @Override
  public void visitInvokeDynamicInsn(
      String name, String type, Handle bootstrap, @Nullable Object... arguments) {
    if (!type.startsWith("()")) {
      read = NONE;
    }
  }

  @Override
  public void visitJumpInsn(int opcode, Label target) {
    boolean everyTime = nullAt.keySet().containsAll(open);
    if (opcode == Opcodes.IFNULL && everyTime) {
      nullAt.computeIfAbsent(target, label -> new HashSet<>()).add(read);
    } else if (opcode == Opcodes.IFNONNULL && everyTime) {
      nullHere.add(read);
    } else {
      nullHere.clear();
    }
    open.add(target);
    read = NONE;
  }

  @Override
  public void visitTableSwitchInsn(int least, int greatest, Label otherwise, Label... labels) {
    nullHere.clear();
    open.add(new Label()); // which is never reached
  }

  @Override
  public void visitLookupSwitchInsn(Label otherwise, int[] keys, Label[] labels) {
    nullHere.clear();
    open.add(new Label());
  }

  @Override
  public void visitLabel(Label label) {
    if (open.remove(label)) {
      @Nullable Set<Integer> more = nullAt.remove(label);
      if (more == null) {
        nullHere.clear(); // others come here too
      } else {
        nullHere.addAll(more);
      }
    }
  }

  @Override
  public void visitInsn(int opcode) {
    if (opcode == Opcodes.ATHROW) {
      checked.addAll(nullHere);
      nullHere.clear();
    }
    read = NONE;
  }

  @Override
  public void visitFieldInsn(int opcode, String owner, String name, String type) {
    read = NONE;
  }

  /** Named where it was compiled with {@code -g}. */
  @Override
  public void visitLocalVariable(
      String name, String type, @Nullable String generic, Label from, Label to, int variable) {
    names.putIfAbsent(variable, name);
  }

  @Override
  public void visitEnd() {
    checked.retainAll(parameters);
    for (int variable : checked) {
      Optional.ofNullable(names.get(variable)).ifPresent(refused::add);
      int index = parameters.indexOf(variable);
      if (index < fields.size() && !fields.get(index).isEmpty()) {
        refused.add(fields.get(index));
      }
    }
  }
}
