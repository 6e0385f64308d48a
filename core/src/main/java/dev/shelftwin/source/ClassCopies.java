package dev.shelftwin.source;

import dev.shelftwin.shape.CopiedValue;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
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

/**
 * Finds the values that the code of a class copies from one object to another. Every value knows
 * from where it was read; a value that has several sources, or is computed, has none.
 */
final class ClassCopies extends Interpreter<CopyOrigin> {

  private static final Set<String> MEASURES =
      Set.of("compareTo", "hashCode", "indexOf", "length", "ordinal", "size");

  /** What formatters and encoders of others do with a value that they are given. */
  private static final Set<String> FORMATTING =
      Set.of("decode", "encode", "encodeToString", "format", "parse");

  /** How the names of the methods begin that hold the bodies of lambdas. */
  private static final String LAMBDA = "lambda$";

  private final MethodNode method;

  /** For each {@code new} of an object, the only value that its constructor was given. */
  private final Map<AbstractInsnNode, CopyOrigin> made = new HashMap<>();

  private final ClassNode type;
  private final Formatters formatters;
  private final Map<CopiedValue.Read, Boolean> used;

  private ClassCopies(
      MethodNode method,
      ClassNode type,
      Formatters formatters,
      Map<CopiedValue.Read, Boolean> used) {
    super(Opcodes.ASM9);
    this.used = used;
    this.formatters = formatters;
    this.method = method;
    this.type = type;
  }

  /** Those of all its methods and constructors, lambdas included. */
  static List<CopiedValue> of(ClassReader file) {
    List<CopiedValue> found = new ArrayList<>();
    read(file, new HashMap<>(), found);
    return found;
  }

  /** The members whose values it uses, by whether it asks first if they are there. */
  static Map<CopiedValue.Read, Boolean> usedValues(ClassReader file) {
    Map<CopiedValue.Read, Boolean> used = new HashMap<>();
    read(file, used, new ArrayList<>());
    return used;
  }

  private static void read(
      ClassReader file, Map<CopiedValue.Read, Boolean> used, List<CopiedValue> found) {
    ClassNode type = new ClassNode();
    file.accept(type, ClassReader.SKIP_DEBUG | ClassReader.SKIP_FRAMES);
    Formatters formatters = new Formatters(type);
    for (MethodNode method : type.methods) {
      new ClassCopies(method, type, formatters, used).addTo(found);
    }
  }

  private void addTo(List<CopiedValue> found) {
    try {
      Frame<CopyOrigin>[] frames = new Analyzer<>(this).analyze(type.name, method);
      for (int index = 0; index < frames.length; index++) {
        if (frames[index] != null) { // else it is never reached
          AbstractInsnNode instruction = method.instructions.get(index);
          if (instruction instanceof MethodInsnNode call && !isOfOthers(call.owner)) {
            add(
                found,
                frames[index],
                call.owner,
                call.name,
                Type.getArgumentTypes(call.desc),
                index);
          } else if (instruction instanceof MethodInsnNode call && call.name.equals("ifPresent")) {
            addTaken(found, frames[index]);
          } else if (instruction.getOpcode() == Opcodes.PUTFIELD) {
            FieldInsnNode put = (FieldInsnNode) instruction;
            add(
                found,
                frames[index],
                put.owner,
                put.name,
                new Type[] {Type.getType(put.desc)},
                index);
          }
        }
      }
    } catch (AnalyzerException odd) {
      // Code that no compiler writes: nothing is known of it.
    }
  }

  /** Adds the value of an optional that a method takes if there is one. */
  private void addTaken(List<CopiedValue> found, Frame<CopyOrigin> frame) {
    CopyOrigin taker = frame.getStack(frame.getStackSize() - 1);
    CopyOrigin value = resolved(frame.getStack(frame.getStackSize() - 2));
    if (value.isRead() && taker.creation() instanceof InvokeDynamicInsnNode made) {
      ReadFunctions.body(made)
          .filter(taking -> Type.getArgumentCount(taking.getDesc()) == 1)
          .filter(taking -> !isOfOthers(taking.getOwner()))
          .ifPresent(taking -> add(found, value, taking.getOwner(), taking.getName(), 0, 1));
    }
  }

  private void add(
      List<CopiedValue> found,
      Frame<CopyOrigin> frame,
      String owner,
      String member,
      Type[] parameters,
      int index) {
    int first = frame.getStackSize() - parameters.length;
    for (int position = 0; position < parameters.length; position++) {
      CopyOrigin value = resolved(frame.getStack(first + position));
      @Nullable String literal =
          value.isRead() ? null : Literals.as(parameters[position], value.literal());
      boolean known = literal != null || value.kind() == CopyOrigin.Kind.PARAMETER;
      if (value.isRead() || (known && !Literals.isConditional(method.instructions, index))) {
        CopyOrigin added = value.isRead() ? value : value.with(literal);
        add(found, added, owner, member, position, parameters.length);
      }
    }
  }

  private void add(
      List<CopiedValue> found,
      CopyOrigin value,
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
            name(method.name),
            Optional.ofNullable(value.literal()).filter(pattern -> value.isRead()),
            Optional.ofNullable(value.literal()).filter(constant -> !value.isRead())));
  }

  /** Lambdas become methods of their own, called after the method that they stand in. */
  private static String name(String method) {
    return method.replaceFirst("^lambda[$](.*)[$]\\d+$", "$1");
  }

  /** An object that was made of one value stands for that value. */
  private CopyOrigin resolved(CopyOrigin value) {
    return value.creation() == null ? value : made.getOrDefault(value.creation(), value);
  }

  static boolean isOfOthers(String owner) {
    return Stream.of("java/", "javax/", "kotlin/", "scala/", "[").anyMatch(owner::startsWith);
  }

  @Override
  public @Nullable CopyOrigin newValue(@Nullable Type type) {
    if (type == null) {
      return CopyOrigin.other(1); // a local variable without a value
    }
    return type.equals(Type.VOID_TYPE) ? null : CopyOrigin.other(type.getSize());
  }

  @Override
  public CopyOrigin newParameterValue(boolean ofObject, int local, Type type) {
    boolean isThis = ofObject && local == 0;
    return isThis || method.name.startsWith(LAMBDA)
        ? CopyOrigin.other(type.getSize())
        : new CopyOrigin(
            type.getSize(), CopyOrigin.Kind.PARAMETER, List.of(), List.of(), null, null);
  }

  @Override
  public CopyOrigin newOperation(AbstractInsnNode instruction) {
    int size =
        switch (instruction.getOpcode()) {
          case Opcodes.LCONST_0, Opcodes.LCONST_1, Opcodes.DCONST_0, Opcodes.DCONST_1 -> 2;
          case Opcodes.LDC -> isWide(((LdcInsnNode) instruction).cst) ? 2 : 1;
          case Opcodes.GETSTATIC -> Type.getType(((FieldInsnNode) instruction).desc).getSize();
          default -> 1;
        };
    if (instruction.getOpcode() == Opcodes.NEW) {
      return CopyOrigin.created(1, instruction);
    }
    @Nullable String pattern =
        instruction instanceof FieldInsnNode field ? formatters.pattern(field) : null;
    return CopyOrigin.constant(size, pattern == null ? Literals.of(instruction) : pattern);
  }

  private static boolean isWide(Object constant) {
    return constant instanceof Long || constant instanceof Double;
  }

  @Override
  public CopyOrigin copyOperation(AbstractInsnNode instruction, CopyOrigin value) {
    return value;
  }

  /** Notes that a value is used, or asked for; to ask once is enough. */
  private void use(CopyOrigin value, boolean asks) {
    if (value.isRead() && value.calls().isEmpty()) {
      CopiedValue.Read last = value.reads().get(value.reads().size() - 1);
      used.merge(last, asks, Boolean::logicalOr);
    }
  }

  @Override
  public @Nullable CopyOrigin unaryOperation(AbstractInsnNode instruction, CopyOrigin value) {
    int code = instruction.getOpcode();
    if (code == Opcodes.IFNULL || code == Opcodes.IFNONNULL) {
      use(value, true);
    }
    if (instruction instanceof FieldInsnNode read && code == Opcodes.GETFIELD) {
      int size = Type.getType(read.desc).getSize();
      @Nullable String pattern = formatters.pattern(read);
      if (pattern != null) {
        return CopyOrigin.constant(size, pattern);
      }
      return isOfOthers(read.owner)
          ? CopyOrigin.other(size)
          : resolved(value).read(size, ClassUses.type(read.owner), read.name);
    }
    if (code == Opcodes.CHECKCAST) {
      return value;
    }
    return code >= Opcodes.I2L && code <= Opcodes.I2S
        ? new CopyOrigin(
            sizeOfCast(code), value.kind(), value.reads(), value.calls(), null, value.literal())
        : CopyOrigin.other(isWideResult(code) ? 2 : 1);
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
  public @Nullable CopyOrigin binaryOperation(
      AbstractInsnNode instruction, CopyOrigin one, CopyOrigin other) {
    return CopyOrigin.other(
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
  public @Nullable CopyOrigin ternaryOperation(
      AbstractInsnNode instruction, CopyOrigin one, CopyOrigin other, CopyOrigin third) {
    return null; // an element of an array is assigned
  }

  @Override
  public @Nullable CopyOrigin naryOperation(
      AbstractInsnNode instruction, List<? extends CopyOrigin> values) {
    if (instruction instanceof InvokeDynamicInsnNode dynamic) {
      return ReadFunctions.of(dynamic, type)
          .map(reads -> new CopyOrigin(1, CopyOrigin.Kind.READER, reads, List.of(), null, null))
          .orElseGet(() -> CopyOrigin.created(Type.getReturnType(dynamic.desc).getSize(), dynamic));
    }
    if (!(instruction instanceof MethodInsnNode call)) {
      return CopyOrigin.other(1); // an array
    }
    List<CopyOrigin> all = values.stream().map(this::resolved).toList();
    if (call.name.equals("<init>")) {
      @Nullable AbstractInsnNode creation = values.get(0).creation();
      if (creation != null && all.size() == 2 && all.get(1).isRead()) {
        made.put(creation, all.get(1).through(1, "new"));
      } else if (creation != null && Formatters.makes(call)) {
        made.put(creation, CopyOrigin.constant(1, all.get(1).literal()));
      }
      return CopyOrigin.other(1);
    }
    int size = Type.getReturnType(call.desc).getSize();
    boolean isStatic = call.getOpcode() == Opcodes.INVOKESTATIC;
    if (!isStatic) {
      use(all.get(0), false);
    }
    if (!isStatic && all.size() == 1 && !isOfOthers(call.owner)) {
      return all.get(0).read(size, ClassUses.type(call.owner), call.name);
    }
    boolean maps = call.name.equals("map") && isOfOthers(call.owner) && all.size() == 2;
    if (maps && all.get(0).isRead() && isReader(all.get(1))) {
      return all.get(0).each(all.get(1));
    }
    if (call.name.equals("valueOf") && isOfOthers(call.owner) && all.size() == 1) {
      @Nullable String literal =
          Literals.as(Type.getArgumentTypes(call.desc)[0], all.get(0).literal());
      if (literal != null) {
        return CopyOrigin.constant(size, literal);
      }
    }
    if (Formatters.makes(call) || Formatters.changes(call)) {
      return CopyOrigin.constant(size, all.get(0).literal());
    }
    List<CopyOrigin> read = all.stream().filter(CopyOrigin::isRead).toList();
    boolean converts = isStatic ? isConverter(call) : isConverter(call, all.get(0));
    boolean one = read.size() == 1 && converts && !measures(call);
    if (!one) {
      return CopyOrigin.other(size);
    }
    @Nullable String pattern = Formatters.pattern(call, all);
    return pattern == null
        ? read.get(0).through(size, call.name)
        : read.get(0).through(size, call.name, pattern);
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

  /** Whether a method of an object of others converts it, or what it is given. */
  private static boolean isConverter(MethodInsnNode call, CopyOrigin object) {
    return isOfOthers(call.owner) && (object.isRead() || FORMATTING.contains(call.name));
  }

  /** Whether a method tells something about a value. */
  private static boolean measures(MethodInsnNode call) {
    return MEASURES.contains(call.name)
        || (call.desc.endsWith(")Z") && !call.name.equals("booleanValue"));
  }

  private static boolean isReader(CopyOrigin origin) {
    return origin.kind() == CopyOrigin.Kind.READER;
  }

  @Override
  public void returnOperation(AbstractInsnNode instruction, CopyOrigin value, CopyOrigin expected) {
    // What a method returns is of no interest.
  }

  @Override
  public CopyOrigin merge(CopyOrigin one, CopyOrigin other) {
    if (one.equals(other)) {
      return one;
    }
    if (one.size() == other.size()) {
      if (one.isRead() && (other.kind() == CopyOrigin.Kind.CONSTANT || isSame(one, other))) {
        boolean twoForms = other.isRead() && !Objects.equals(one.literal(), other.literal());
        return twoForms ? one.with(null) : one;
      }
      if (other.isRead() && one.kind() == CopyOrigin.Kind.CONSTANT) {
        return other;
      }
    }
    if (one.kind() == CopyOrigin.Kind.CONSTANT && other.kind() == CopyOrigin.Kind.CONSTANT) {
      return one.literal() == null ? one : one.with(null);
    }
    CopyOrigin unknown = CopyOrigin.other(Math.min(one.size(), other.size()));
    return one.equals(unknown) ? one : unknown;
  }

  private static boolean isSame(CopyOrigin one, CopyOrigin other) {
    return other.isRead() && one.reads().equals(other.reads());
  }
}
