package dev.shelftwin.source;

import dev.shelftwin.shape.CopiedValue;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.objectweb.asm.Handle;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.tree.AbstractInsnNode;
import org.objectweb.asm.tree.ClassNode;
import org.objectweb.asm.tree.InvokeDynamicInsnNode;
import org.objectweb.asm.tree.MethodInsnNode;
import org.objectweb.asm.tree.MethodNode;

/** Functions that only read a part of what they are given, as {@code KilnRow::getCode} does. */
final class ReadFunctions {

  private ReadFunctions() {}

  /**
   * What a method reference or a lambda reads; empty if it does more, or captures something.
   *
   * @param type the class with the bodies of lambdas
   */
  static Optional<List<CopiedValue.Read>> of(InvokeDynamicInsnNode made, ClassNode type) {
    return body(made).filter(body -> made.desc.startsWith("()")).flatMap(body -> of(body, type));
  }

  /** The method that a method reference or a lambda stands for. */
  static Optional<Handle> body(InvokeDynamicInsnNode made) {
    return made.bsm.getOwner().equals("java/lang/invoke/LambdaMetafactory")
        ? Optional.of((Handle) made.bsmArgs[1])
        : Optional.empty();
  }

  private static Optional<List<CopiedValue.Read>> of(Handle body, ClassNode type) {
    boolean ofObject =
        body.getTag() == Opcodes.H_INVOKEVIRTUAL || body.getTag() == Opcodes.H_INVOKEINTERFACE;
    if (ofObject) {
      return read(body.getOwner(), body.getName(), body.getDesc()).map(List::of);
    }
    return type.methods.stream()
        .filter(method -> body.getOwner().equals(type.name))
        .filter(method -> method.name.equals(body.getName()) && method.desc.equals(body.getDesc()))
        .findFirst()
        .flatMap(ReadFunctions::ofLambda);
  }

  private static Optional<CopiedValue.Read> read(String owner, String name, String descriptor) {
    return descriptor.startsWith("()") && !ClassCopies.isOfOthers(owner)
        ? Optional.of(new CopiedValue.Read(ClassUses.type(owner), name))
        : Optional.empty();
  }

  /** The body loads its parameter, reads, and returns. */
  private static Optional<List<CopiedValue.Read>> ofLambda(MethodNode lambda) {
    List<CopiedValue.Read> reads = new ArrayList<>();
    for (AbstractInsnNode instruction : lambda.instructions) {
      int code = instruction.getOpcode();
      if (instruction instanceof MethodInsnNode call && code != Opcodes.INVOKESTATIC) {
        Optional<CopiedValue.Read> read = read(call.owner, call.name, call.desc);
        if (read.isEmpty()) {
          return Optional.empty();
        }
        reads.add(read.get());
      } else if (code >= 0 && code != Opcodes.ALOAD && code != Opcodes.ARETURN) {
        return Optional.empty();
      }
    }
    return Optional.of(List.copyOf(reads)).filter(all -> !all.isEmpty());
  }
}
