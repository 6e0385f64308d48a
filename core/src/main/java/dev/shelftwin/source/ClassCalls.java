package dev.shelftwin.source;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.Handle;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.Type;
import org.objectweb.asm.tree.AbstractInsnNode;
import org.objectweb.asm.tree.ClassNode;
import org.objectweb.asm.tree.InvokeDynamicInsnNode;
import org.objectweb.asm.tree.LineNumberNode;
import org.objectweb.asm.tree.MethodInsnNode;
import org.objectweb.asm.tree.MethodNode;
import org.objectweb.asm.tree.analysis.Analyzer;
import org.objectweb.asm.tree.analysis.AnalyzerException;
import org.objectweb.asm.tree.analysis.Frame;
import org.objectweb.asm.tree.analysis.SourceInterpreter;
import org.objectweb.asm.tree.analysis.SourceValue;

/**
 * The calls that what a method returns, or what a constructor keeps, comes from. A call whose
 * result only decides something, such as a check, is none of them.
 */
final class ClassCalls {

  private final MethodNode method;

  /** What the object holds that a {@code new} makes. */
  private final Map<AbstractInsnNode, Set<AbstractInsnNode>> held = new HashMap<>();

  /** Where what comes out of the method comes from. */
  private final Set<AbstractInsnNode> results = new HashSet<>();

  private ClassCalls(MethodNode method) {
    this.method = method;
  }

  /** Those of all methods of one name; of constructors where it is theirs (JVMS §2.9.1). */
  static List<Found> of(ClassReader file, String name) {
    ClassNode type = new ClassNode();
    file.accept(type, ClassReader.SKIP_FRAMES);
    // Lambdas become methods of their own, called after the method that they stand in.
    String lambda = "lambda$" + (name.equals("<init>") ? "new" : name) + "$";
    List<Found> found = new ArrayList<>();
    for (MethodNode method : type.methods) {
      if (method.name.equals(name) || method.name.startsWith(lambda)) {
        found.addAll(new ClassCalls(method).found(type.name));
      }
    }
    return found;
  }

  /**
   * A call.
   *
   * @param owner by its internal name (JVMS §4.2.1)
   * @param line of the source; 0 where the class file has none
   */
  record Found(String owner, String name, int line) {}

  private List<Found> found(String owner) {
    try {
      Frame<SourceValue>[] frames = new Analyzer<>(new Origins()).analyze(owner, method);
      for (int index = 0; index < frames.length; index++) {
        if (frames[index] != null) { // else it is never reached
          follow(method.instructions.get(index), frames[index]);
        }
      }
    } catch (AnalyzerException odd) {
      method.instructions.forEach(results::add); // rather too much than too little
    }
    Set<AbstractInsnNode> all = withHeld();
    List<Found> found = new ArrayList<>();
    for (AbstractInsnNode instruction : method.instructions) {
      if (all.contains(instruction)) {
        calls(instruction).forEach(found::add);
      }
    }
    return found;
  }

  private void follow(AbstractInsnNode instruction, Frame<SourceValue> frame) {
    int code = instruction.getOpcode();
    boolean returns = code >= Opcodes.IRETURN && code <= Opcodes.ARETURN;
    boolean keeps = code == Opcodes.PUTFIELD && method.name.equals("<init>");
    if (returns || keeps) {
      results.addAll(frame.getStack(frame.getStackSize() - 1).insns);
    }
    if (instruction instanceof MethodInsnNode call && call.name.equals("<init>")) {
      int count = Type.getArgumentTypes(call.desc).length;
      int first = frame.getStackSize() - count;
      Set<AbstractInsnNode> given = new HashSet<>();
      for (int argument = first; argument < frame.getStackSize(); argument++) {
        given.addAll(frame.getStack(argument).insns);
      }
      Set<AbstractInsnNode> made = frame.getStack(first - 1).insns;
      if (made.isEmpty()) {
        results.addAll(given); // another constructor of the same object keeps it
      }
      made.forEach(one -> held.computeIfAbsent(one, any -> new HashSet<>()).addAll(given));
    }
  }

  private Set<AbstractInsnNode> withHeld() {
    Set<AbstractInsnNode> all = new HashSet<>();
    Deque<AbstractInsnNode> open = new ArrayDeque<>(results);
    while (!open.isEmpty()) {
      AbstractInsnNode next = open.pop();
      if (all.add(next)) {
        open.addAll(held.getOrDefault(next, Set.of()));
      }
    }
    return all;
  }

  private static Stream<Found> calls(AbstractInsnNode instruction) {
    if (instruction instanceof MethodInsnNode call) {
      return Stream.of(new Found(call.owner, call.name, line(call)));
    }
    return instruction instanceof InvokeDynamicInsnNode dynamic
        ? Stream.of(dynamic.bsmArgs)
            .filter(Handle.class::isInstance)
            .map(Handle.class::cast)
            .map(handle -> new Found(handle.getOwner(), handle.getName(), line(dynamic)))
        : Stream.empty();
  }

  private static int line(AbstractInsnNode instruction) {
    for (AbstractInsnNode at = instruction; at != null; at = at.getPrevious()) {
      if (at instanceof LineNumberNode line) {
        return line.line;
      }
    }
    return 0;
  }

  /** Every value knows all instructions that had a part in it. */
  private static final class Origins extends SourceInterpreter {

    Origins() {
      super(Opcodes.ASM9);
    }

    @Override
    public SourceValue copyOperation(AbstractInsnNode instruction, SourceValue value) {
      return value;
    }

    @Override
    public SourceValue unaryOperation(AbstractInsnNode instruction, SourceValue value) {
      return from(super.unaryOperation(instruction, value), List.of(value));
    }

    @Override
    public SourceValue binaryOperation(
        AbstractInsnNode instruction, SourceValue one, SourceValue other) {
      return from(super.binaryOperation(instruction, one, other), List.of(one, other));
    }

    @Override
    public SourceValue naryOperation(
        AbstractInsnNode instruction, List<? extends SourceValue> values) {
      return from(super.naryOperation(instruction, values), values);
    }

    private static SourceValue from(SourceValue result, List<? extends SourceValue> values) {
      Set<AbstractInsnNode> all = new HashSet<>(result.insns);
      values.forEach(value -> all.addAll(value.insns));
      return new SourceValue(result.size, all);
    }
  }
}
