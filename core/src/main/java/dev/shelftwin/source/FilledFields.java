package dev.shelftwin.source;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.Type;
import org.objectweb.asm.tree.AbstractInsnNode;
import org.objectweb.asm.tree.ClassNode;
import org.objectweb.asm.tree.FieldInsnNode;
import org.objectweb.asm.tree.MethodInsnNode;
import org.objectweb.asm.tree.MethodNode;
import org.objectweb.asm.tree.VarInsnNode;
import org.objectweb.asm.tree.analysis.Analyzer;
import org.objectweb.asm.tree.analysis.AnalyzerException;
import org.objectweb.asm.tree.analysis.Frame;
import org.objectweb.asm.tree.analysis.SourceInterpreter;
import org.objectweb.asm.tree.analysis.SourceValue;

/**
 * Which field each parameter fills, from the instructions of a class file: a constructor assigns
 * it, also through a check or a copy, or a static method passes it on to a constructor.
 */
final class FilledFields {

  /** The longest way from a parameter to its field through calls, such as a check and a copy. */
  private static final int MOST_CALLS = 3;

  private final ClassNode type;

  /** The field of each parameter, empty for none, by name and descriptor of the parameters. */
  private final Map<String, List<String>> fields = new HashMap<>();

  private FilledFields(ClassNode type) {
    this.type = type;
  }

  /** The fields by method name and parameter descriptor, such as {@code <init>(I)}. */
  static Map<String, List<String>> of(ClassNode type) {
    FilledFields filled = new FilledFields(type);
    for (MethodNode method : type.methods) {
      if (method.name.equals("<init>")) {
        filled.read(method);
      }
    }
    for (MethodNode method : type.methods) {
      if ((method.access & Opcodes.ACC_STATIC) != 0 && !method.name.equals("<clinit>")) {
        filled.read(method);
      }
    }
    return filled.fields;
  }

  private void read(MethodNode method) {
    List<Integer> parameters = parameters(method);
    if (parameters.isEmpty()) {
      return;
    }
    if (isOfRecord(method)) {
      fields.put(
          BodyFacts.key(method.name, method.desc),
          type.recordComponents.stream().map(component -> component.name).toList());
      return;
    }
    try {
      Frame<SourceValue>[] frames =
          new Analyzer<>(new SourceInterpreter()).analyze(type.name, method);
      List<Set<String>> found = new ArrayList<>();
      parameters.forEach(parameter -> found.add(new HashSet<>()));
      for (int at = 0; at < frames.length; at++) {
        if (frames[at] != null) {
          note(method, frames, at, parameters, found);
        }
      }
      fields.put(
          BodyFacts.key(method.name, method.desc),
          found.stream().map(names -> names.size() == 1 ? names.iterator().next() : "").toList());
    } catch (AnalyzerException unreadable) {
      // Its parameters keep their own names.
    }
  }

  /** Whether a constructor takes the components of a record in their order (JLS §8.10.4). */
  private boolean isOfRecord(MethodNode method) {
    return type.recordComponents != null
        && method.name.equals("<init>")
        && method.desc.equals(
            type.recordComponents.stream()
                .map(component -> component.descriptor)
                .collect(Collectors.joining("", "(", ")V")));
  }

  private void note(
      MethodNode method,
      Frame<SourceValue>[] frames,
      int at,
      List<Integer> parameters,
      List<Set<String>> found) {
    AbstractInsnNode instruction = method.instructions.get(at);
    Frame<SourceValue> frame = frames[at];
    if (instruction instanceof FieldInsnNode put
        && put.getOpcode() == Opcodes.PUTFIELD
        && put.owner.equals(type.name)) {
      SourceValue value = frame.getStack(frame.getStackSize() - 1);
      for (int variable : variables(method, frames, value, MOST_CALLS)) {
        add(put.name, variable, parameters, found);
      }
    } else if (instruction instanceof MethodInsnNode call
        && call.name.equals("<init>")
        && call.owner.equals(type.name)) {
      List<String> passedTo = fields.getOrDefault(BodyFacts.key(call.name, call.desc), List.of());
      int first = frame.getStackSize() - Type.getArgumentTypes(call.desc).length;
      for (int index = 0; index < passedTo.size(); index++) {
        if (!passedTo.get(index).isEmpty()) {
          SourceValue value = frame.getStack(first + index);
          for (int variable : variables(method, frames, value, MOST_CALLS)) {
            add(passedTo.get(index), variable, parameters, found);
          }
        }
      }
    }
  }

  private static void add(
      String field, int variable, List<Integer> parameters, List<Set<String>> found) {
    int index = parameters.indexOf(variable);
    if (index >= 0) {
      found.get(index).add(field);
    }
  }

  /**
   * The variables that a value comes from, directly or as the argument of a call; a call that takes
   * several parameters computes something else from them.
   */
  private static Set<Integer> variables(
      MethodNode method, Frame<SourceValue>[] frames, SourceValue value, int calls) {
    Set<Integer> variables = new HashSet<>();
    for (AbstractInsnNode source : value.insns) {
      Frame<SourceValue> frame = frames[method.instructions.indexOf(source)];
      if (source instanceof VarInsnNode load) {
        variables.add(load.var);
      } else if (calls > 0 && frame != null) {
        int taken = taken(source);
        Set<Integer> arguments = new HashSet<>();
        for (int index = frame.getStackSize() - taken; index < frame.getStackSize(); index++) {
          arguments.addAll(variables(method, frames, frame.getStack(index), calls - 1));
        }
        arguments.retainAll(parameters(method));
        if (arguments.size() == 1) {
          variables.addAll(arguments);
        }
      }
    }
    return variables;
  }

  /** How many values an instruction takes from which its result is made; 0 for others. */
  private static int taken(AbstractInsnNode instruction) {
    if (instruction instanceof MethodInsnNode call) {
      boolean isStatic = call.getOpcode() == Opcodes.INVOKESTATIC;
      return Type.getArgumentTypes(call.desc).length + (isStatic ? 0 : 1);
    }
    return instruction.getOpcode() == Opcodes.CHECKCAST ? 1 : 0;
  }

  /** The variables of the parameters in order (JVMS §2.6.1). */
  private static List<Integer> parameters(MethodNode method) {
    List<Integer> parameters = new ArrayList<>();
    int variable = (method.access & Opcodes.ACC_STATIC) != 0 ? 0 : 1;
    for (Type parameter : Type.getArgumentTypes(method.desc)) {
      parameters.add(variable);
      variable += parameter.getSize();
    }
    return parameters;
  }
}
