package dev.shelftwin.source;

import dev.shelftwin.shape.CopiedValue;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.Type;
import org.objectweb.asm.tree.AbstractInsnNode;
import org.objectweb.asm.tree.ClassNode;
import org.objectweb.asm.tree.FieldInsnNode;
import org.objectweb.asm.tree.InvokeDynamicInsnNode;
import org.objectweb.asm.tree.LdcInsnNode;
import org.objectweb.asm.tree.MethodInsnNode;
import org.objectweb.asm.tree.MethodNode;
import org.objectweb.asm.tree.analysis.Analyzer;
import org.objectweb.asm.tree.analysis.AnalyzerException;
import org.objectweb.asm.tree.analysis.Frame;
import org.objectweb.asm.tree.analysis.Interpreter;
import org.objectweb.asm.tree.analysis.Value;

/**
 * Finds the values that the code of a class copies from one object to another. Every value knows
 * from where it was read; a value that has several sources, or is computed, has none.
 */
final class ClassCopies extends Interpreter<ClassCopies.Origin> {

  private static final Set<String> MEASURES =
      Set.of("compareTo", "hashCode", "indexOf", "length", "ordinal", "size");

  private final MethodNode method;

  /** For each {@code new} of an object, the only value that its constructor was given. */
  private final Map<AbstractInsnNode, Origin> made = new HashMap<>();

  private final ClassNode type;

  private ClassCopies(MethodNode method, ClassNode type) {
    super(Opcodes.ASM9);
    this.method = method;
    this.type = type;
  }

  /** Those of all its methods and constructors, lambdas included. */
  static List<CopiedValue> of(ClassReader file) {
    ClassNode type = new ClassNode();
    file.accept(type, ClassReader.SKIP_DEBUG | ClassReader.SKIP_FRAMES);
    List<CopiedValue> found = new ArrayList<>();
    for (MethodNode method : type.methods) {
      new ClassCopies(method, type).addTo(found);
    }
    return found;
  }

  /**
   * Where a value comes from.
   *
   * @param size the number of slots that it takes (JVMS §2.6.1)
   * @param kind what is known of it
   * @param creation the instruction that creates it; null if it is not created here
   */
  record Origin(
      int size,
      Kind kind,
      List<CopiedValue.Read> reads,
      List<String> calls,
      @Nullable AbstractInsnNode creation)
      implements Value {

    /** What is known of a value. */
    enum Kind {
      CONSTANT,
      READ,
      /** A function that reads something of what it is given. */
      READER,
      OTHER
    }

    static Origin other(int size) {
      return new Origin(size, Kind.OTHER, List.of(), List.of(), null);
    }

    static Origin created(int size, AbstractInsnNode creation) {
      return new Origin(size, Kind.OTHER, List.of(), List.of(), creation);
    }

    static Origin constant(int size) {
      return new Origin(size, Kind.CONSTANT, List.of(), List.of(), null);
    }

    boolean isRead() {
      return kind == Kind.READ;
    }

    /** What is read from this; from an object that this became elsewhere, it is that alone. */
    Origin read(int newSize, TypeRef owner, String member) {
      List<CopiedValue.Read> all = new ArrayList<>(calls.isEmpty() ? reads : List.of());
      all.add(new CopiedValue.Read(owner, member));
      return new Origin(newSize, Kind.READ, List.copyOf(all), List.of(), null);
    }

    /** What a function reads of each element of this. */
    Origin each(Origin reader) {
      List<CopiedValue.Read> all = new ArrayList<>(reads);
      all.addAll(reader.reads());
      return new Origin(1, Kind.READ, List.copyOf(all), calls, null);
    }

    Origin through(int newSize, String call) {
      List<String> all = new ArrayList<>(calls);
      all.add(call);
      return new Origin(newSize, kind, reads, List.copyOf(all), null);
    }

    @Override
    public int getSize() {
      return size;
    }
  }

  private void addTo(List<CopiedValue> found) {
    try {
      Frame<Origin>[] frames = new Analyzer<>(this).analyze(type.name, method);
      for (int index = 0; index < frames.length; index++) {
        if (frames[index] != null) { // else it is never reached
          AbstractInsnNode instruction = method.instructions.get(index);
          if (instruction instanceof MethodInsnNode call && !isOfOthers(call.owner)) {
            add(found, frames[index], call.owner, call.name, Type.getArgumentCount(call.desc));
          } else if (instruction instanceof MethodInsnNode call && call.name.equals("ifPresent")) {
            addTaken(found, frames[index]);
          } else if (instruction.getOpcode() == Opcodes.PUTFIELD) {
            FieldInsnNode put = (FieldInsnNode) instruction;
            add(found, frames[index], put.owner, put.name, 1);
          }
        }
      }
    } catch (AnalyzerException odd) {
      // Code that no compiler writes: nothing is known of it.
    }
  }

  /** Adds the value of an optional that a method takes if there is one. */
  private void addTaken(List<CopiedValue> found, Frame<Origin> frame) {
    Origin taker = frame.getStack(frame.getStackSize() - 1);
    Origin value = resolved(frame.getStack(frame.getStackSize() - 2));
    if (value.isRead() && taker.creation() instanceof InvokeDynamicInsnNode made) {
      ReadFunctions.body(made)
          .filter(taking -> Type.getArgumentCount(taking.getDesc()) == 1)
          .filter(taking -> !isOfOthers(taking.getOwner()))
          .ifPresent(taking -> add(found, value, taking.getOwner(), taking.getName(), 0, 1));
    }
  }

  private void add(
      List<CopiedValue> found, Frame<Origin> frame, String owner, String member, int parameters) {
    int first = frame.getStackSize() - parameters;
    for (int position = 0; position < parameters; position++) {
      Origin value = resolved(frame.getStack(first + position));
      if (value.isRead()) {
        add(found, value, owner, member, position, parameters);
      }
    }
  }

  private void add(
      List<CopiedValue> found,
      Origin value,
      String owner,
      String member,
      int position,
      int parameters) {
    found.add(
        new CopiedValue(
            value.reads(),
            value.calls(),
            ClassUses.type(owner),
            member,
            position,
            parameters,
            name(method.name)));
  }

  /** Lambdas become methods of their own, called after the method that they stand in. */
  private static String name(String method) {
    return method.replaceFirst("^lambda[$](.*)[$]\\d+$", "$1");
  }

  /** An object that was made of one value stands for that value. */
  private Origin resolved(Origin value) {
    return value.creation() == null ? value : made.getOrDefault(value.creation(), value);
  }

  static boolean isOfOthers(String owner) {
    return Stream.of("java/", "javax/", "kotlin/", "scala/", "[").anyMatch(owner::startsWith);
  }

  @Override
  public @Nullable Origin newValue(@Nullable Type type) {
    if (type == null) {
      return Origin.other(1); // a local variable without a value
    }
    return type.equals(Type.VOID_TYPE) ? null : Origin.other(type.getSize());
  }

  @Override
  public Origin newOperation(AbstractInsnNode instruction) {
    return switch (instruction.getOpcode()) {
      case Opcodes.LCONST_0, Opcodes.LCONST_1, Opcodes.DCONST_0, Opcodes.DCONST_1 ->
          Origin.constant(2);
      case Opcodes.LDC -> Origin.constant(isWide(((LdcInsnNode) instruction).cst) ? 2 : 1);
      case Opcodes.GETSTATIC ->
          Origin.constant(Type.getType(((FieldInsnNode) instruction).desc).getSize());
      case Opcodes.NEW -> Origin.created(1, instruction);
      default -> Origin.constant(1);
    };
  }

  private static boolean isWide(Object constant) {
    return constant instanceof Long || constant instanceof Double;
  }

  @Override
  public Origin copyOperation(AbstractInsnNode instruction, Origin value) {
    return value;
  }

  @Override
  public @Nullable Origin unaryOperation(AbstractInsnNode instruction, Origin value) {
    int code = instruction.getOpcode();
    if (instruction instanceof FieldInsnNode read && code == Opcodes.GETFIELD) {
      int size = Type.getType(read.desc).getSize();
      return isOfOthers(read.owner)
          ? Origin.other(size)
          : resolved(value).read(size, ClassUses.type(read.owner), read.name);
    }
    if (code == Opcodes.CHECKCAST) {
      return value;
    }
    return code >= Opcodes.I2L && code <= Opcodes.I2S
        ? new Origin(sizeOfCast(code), value.kind(), value.reads(), value.calls(), null)
        : Origin.other(isWideResult(code) ? 2 : 1);
  }

  private static int sizeOfCast(int code) {
    return switch (code) {
      case Opcodes.I2L, Opcodes.I2D, Opcodes.L2D, Opcodes.F2L, Opcodes.F2D, Opcodes.D2L -> 2;
      default -> 1;
    };
  }

  private static boolean isWideResult(int code) {
    return code == Opcodes.LNEG || code == Opcodes.DNEG;
  }

  @Override
  public @Nullable Origin binaryOperation(AbstractInsnNode instruction, Origin one, Origin other) {
    return Origin.other(
        switch (instruction.getOpcode()) {
          case Opcodes.LALOAD, Opcodes.DALOAD -> 2;
          case Opcodes.LCMP, Opcodes.DCMPL, Opcodes.DCMPG, Opcodes.FCMPL, Opcodes.FCMPG -> 1;
          default -> isArrayRead(instruction) ? 1 : one.size();
        });
  }

  private static boolean isArrayRead(AbstractInsnNode instruction) {
    int code = instruction.getOpcode();
    return code >= Opcodes.IALOAD && code <= Opcodes.SALOAD;
  }

  @Override
  public @Nullable Origin ternaryOperation(
      AbstractInsnNode instruction, Origin one, Origin other, Origin third) {
    return null; // an element of an array is assigned
  }

  @Override
  public @Nullable Origin naryOperation(
      AbstractInsnNode instruction, List<? extends Origin> values) {
    if (instruction instanceof InvokeDynamicInsnNode dynamic) {
      return ReadFunctions.of(dynamic, type)
          .map(reads -> new Origin(1, Origin.Kind.READER, reads, List.of(), null))
          .orElseGet(() -> Origin.created(Type.getReturnType(dynamic.desc).getSize(), dynamic));
    }
    if (!(instruction instanceof MethodInsnNode call)) {
      return Origin.other(1); // an array
    }
    List<Origin> all = values.stream().map(this::resolved).toList();
    if (call.name.equals("<init>")) {
      @Nullable AbstractInsnNode creation = values.get(0).creation();
      if (creation != null && all.size() == 2 && all.get(1).isRead()) {
        made.put(creation, all.get(1).through(1, "new"));
      }
      return Origin.other(1);
    }
    int size = Type.getReturnType(call.desc).getSize();
    boolean isStatic = call.getOpcode() == Opcodes.INVOKESTATIC;
    if (!isStatic && all.size() == 1 && !isOfOthers(call.owner)) {
      return all.get(0).read(size, ClassUses.type(call.owner), call.name);
    }
    boolean maps = call.name.equals("map") && isOfOthers(call.owner) && all.size() == 2;
    if (maps && all.get(0).isRead() && isReader(all.get(1))) {
      return all.get(0).each(all.get(1));
    }
    List<Origin> read = all.stream().filter(Origin::isRead).toList();
    boolean converts = isStatic ? isConverter(call) : isOfOthers(call.owner) && all.get(0).isRead();
    boolean one = read.size() == 1 && converts && !measures(call);
    return one ? read.get(0).through(size, call.name) : Origin.other(size);
  }

  /**
   * Whether a static method may only convert. One of another class that returns the type that it
   * takes may as well look something up.
   */
  private boolean isConverter(MethodInsnNode call) {
    Type result = Type.getReturnType(call.desc);
    boolean changesType =
        !result.equals(Type.getType(String.class))
            && !List.of(Type.getArgumentTypes(call.desc)).contains(result);
    return isOfOthers(call.owner) || call.owner.equals(type.name) || changesType;
  }

  /** Whether a method tells something about a value. */
  private static boolean measures(MethodInsnNode call) {
    return MEASURES.contains(call.name)
        || (call.desc.endsWith(")Z") && !call.name.equals("booleanValue"));
  }

  private static boolean isReader(Origin origin) {
    return origin.kind() == Origin.Kind.READER;
  }

  @Override
  public void returnOperation(AbstractInsnNode instruction, Origin value, Origin expected) {
    // What a method returns is of no interest.
  }

  @Override
  public Origin merge(Origin one, Origin other) {
    if (one.equals(other)) {
      return one;
    }
    if (one.size() == other.size()) {
      if (one.isRead() && (other.kind() == Origin.Kind.CONSTANT || isSame(one, other))) {
        return one;
      }
      if (other.isRead() && one.kind() == Origin.Kind.CONSTANT) {
        return other;
      }
    }
    Origin unknown = Origin.other(Math.min(one.size(), other.size()));
    return one.equals(unknown) ? one : unknown;
  }

  private static boolean isSame(Origin one, Origin other) {
    return other.isRead() && one.reads().equals(other.reads());
  }
}
