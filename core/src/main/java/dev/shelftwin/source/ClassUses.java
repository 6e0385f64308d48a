package dev.shelftwin.source;

import dev.shelftwin.shape.ClassDependency;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.FieldVisitor;
import org.objectweb.asm.Label;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;
import org.objectweb.asm.commons.ClassRemapper;
import org.objectweb.asm.commons.MethodRemapper;
import org.objectweb.asm.commons.Remapper;
import org.objectweb.asm.tree.ClassNode;

/**
 * The classes that one class uses: in its signature, its members, their code and all annotations. A
 * remapper is called with every name, so it is used here to collect them.
 */
final class ClassUses extends ClassRemapper {

  private static final int API = Opcodes.ASM9;

  private final Listener listener;
  private boolean isPublic;

  private ClassUses(Listener listener) {
    // A class node is visited with all parts of annotations.
    super(API, new ClassNode(API), listener);
    this.listener = listener;
  }

  static List<ClassDependency> of(ClassReader file) {
    Listener listener = new Listener(type(outermost(file.getClassName())));
    file.accept(new ClassUses(listener), ClassReader.SKIP_FRAMES);
    return listener.found;
  }

  @Override
  public void visit(
      int version,
      int access,
      String name,
      @Nullable String generic,
      @Nullable String superName,
      String @Nullable [] interfaces) {
    isPublic = isSeen(access);
    listener.enter("", isPublic);
    super.visit(version, access, name, generic, superName, interfaces);
    listener.shown = false;
  }

  @Override
  public @Nullable FieldVisitor visitField(
      int access, String name, String type, @Nullable String generic, @Nullable Object value) {
    listener.enter(name, isPublic && isSeen(access));
    FieldVisitor field = super.visitField(access, name, type, generic, value);
    listener.shown = false;
    return field;
  }

  @Override
  public @Nullable MethodVisitor visitMethod(
      int access,
      String name,
      String type,
      @Nullable String generic,
      String @Nullable [] exceptions) {
    listener.enter(name, isPublic && isSeen(access));
    MethodVisitor method = super.visitMethod(access, name, type, generic, exceptions);
    listener.shown = false;
    return method;
  }

  private static boolean isSeen(int access) {
    return (access & (Opcodes.ACC_PUBLIC | Opcodes.ACC_PROTECTED)) != 0
        && (access & Opcodes.ACC_SYNTHETIC) == 0;
  }

  @Override
  protected MethodVisitor createMethodRemapper(MethodVisitor method) {
    return new MethodRemapper(API, method, listener) {
      @Override
      public void visitLineNumber(int number, Label start) {
        listener.line = number;
      }

      @Override
      public void visitLocalVariable(
          String name, String type, @Nullable String generic, Label start, Label end, int index) {
        listener.line = 0; // after the code, so the last line is not its own
        super.visitLocalVariable(name, type, generic, start, end, index);
      }
    };
  }

  private static String outermost(String internalName) {
    int dollar = internalName.indexOf('$');
    return dollar < 0 ? internalName : internalName.substring(0, dollar);
  }

  static TypeRef type(String internalName) {
    int slash = internalName.lastIndexOf('/');
    String packageName = slash < 0 ? "" : internalName.substring(0, slash).replace('/', '.');
    return TypeRef.of(packageName, internalName.substring(slash + 1).replace('$', '.'));
  }

  /** Hears every name. */
  private static final class Listener extends Remapper {

    private final TypeRef owner;
    private final List<ClassDependency> found = new ArrayList<>();
    private final Map<String, TypeRef> types = new HashMap<>();
    private String member = "";
    private int line;
    private boolean shown;

    Listener(TypeRef owner) {
      super(API);
      this.owner = owner;
    }

    void enter(String name, boolean isShown) {
      member = name;
      line = 0;
      shown = isShown;
    }

    @Override
    public String map(String internalName) {
      TypeRef used = types.computeIfAbsent(internalName, ClassUses::type);
      found.add(new ClassDependency(owner, member, line, used, shown));
      return internalName;
    }
  }
}
