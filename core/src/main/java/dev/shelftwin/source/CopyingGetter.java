package dev.shelftwin.source;

import java.util.Set;
import java.util.function.Consumer;
import org.objectweb.asm.Label;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;

/**
 * Finds out whether a method without parameters returns a copy of a collection, or a view of it
 * that cannot be changed: whether the last call before it returns makes one (JVMS §6.5, areturn).
 */
final class CopyingGetter extends MethodVisitor {

  /** What ends a stream with a new collection. */
  static final Set<String> ENDS = Set.of("toList", "collect");

  /** Constructors, and methods of the JDK's collections that return a new one. */
  private static final Set<String> MAKING = Set.of("<init>", "copyOf", "of");

  private final Consumer<Boolean> result;
  private boolean made;
  private boolean mayBeOriginal;
  private boolean returned;

  /**
   * A visitor for one method.
   *
   * @param annotations takes the annotations of its result type
   * @param result told once, whether it returns a copy
   */
  CopyingGetter(MethodVisitor annotations, Consumer<Boolean> result) {
    super(Opcodes.ASM9, annotations);
    this.result = result;
  }

  @Override
  public void visitMethodInsn(
      int opcode, String owner, String name, String descriptor, boolean isInterface) {
    made = owner.startsWith("java/util/") && (ENDS.contains(name) || makes(name));
  }

  /** Whether a method of the JDK's collections returns a new or unchangeable collection. */
  static boolean makes(String method) {
    return MAKING.contains(method)
        || method.startsWith("empty")
        || method.startsWith("unmodifiable");
  }

  @Override
  public void visitInsn(int opcode) {
    if (opcode == Opcodes.ARETURN) {
      returned |= made && !mayBeOriginal;
      mayBeOriginal = false;
    }
    made = opcode == Opcodes.ACONST_NULL;
  }

  /** One branch of a condition ends here with a value, which the other one may replace. */
  @Override
  public void visitJumpInsn(int opcode, Label target) {
    mayBeOriginal |= opcode == Opcodes.GOTO && !made;
    made = false;
  }

  @Override
  public void visitFieldInsn(int opcode, String owner, String name, String descriptor) {
    made = false;
  }

  @Override
  public void visitVarInsn(int opcode, int index) {
    made = false;
  }

  @Override
  public void visitEnd() {
    result.accept(returned);
  }
}
