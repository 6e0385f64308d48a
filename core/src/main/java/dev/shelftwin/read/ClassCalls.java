package dev.shelftwin.read;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.Handle;
import org.objectweb.asm.Label;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;

/** What the methods of one name call, straight or by a reference to a method. */
final class ClassCalls extends ClassVisitor {

  private final String method;
  private final List<Found> found = new ArrayList<>();

  private ClassCalls(String method) {
    super(Opcodes.ASM9);
    this.method = method;
  }

  static List<Found> of(ClassReader file, String method) {
    ClassCalls calls = new ClassCalls(method);
    file.accept(calls, ClassReader.SKIP_FRAMES);
    return calls.found;
  }

  /**
   * A call.
   *
   * @param owner by its internal name (JVMS §4.2.1)
   * @param line of the source; 0 where the class file has none
   */
  record Found(String owner, String name, int line) {}

  @Override
  public @Nullable MethodVisitor visitMethod(
      int access,
      String name,
      String type,
      @Nullable String generic,
      String @Nullable [] exceptions) {
    // Lambdas become methods of their own, called after the method that they stand in.
    boolean asked = name.equals(method) || name.startsWith("lambda$" + method + "$");
    return asked ? new Lines() : null;
  }

  /** Hears the calls of one method. */
  private final class Lines extends MethodVisitor {

    private int line;

    Lines() {
      super(Opcodes.ASM9);
    }

    @Override
    public void visitLineNumber(int number, Label start) {
      line = number;
    }

    @Override
    public void visitMethodInsn(
        int opcode, String owner, String name, String type, boolean isInterface) {
      found.add(new Found(owner, name, line));
    }

    @Override
    public void visitInvokeDynamicInsn(
        String name, String type, Handle bootstrap, @Nullable Object... arguments) {
      for (Object argument : arguments) {
        if (argument instanceof Handle handle) {
          found.add(new Found(handle.getOwner(), handle.getName(), line));
        }
      }
    }
  }
}
