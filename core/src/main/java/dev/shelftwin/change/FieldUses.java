package dev.shelftwin.change;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.DocTrees;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import com.sun.source.util.TreeScanner;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.Elements;
import javax.lang.model.util.Types;
import org.jspecify.annotations.Nullable;

/** Gives fields their other names wherever one source uses them. */
final class FieldUses extends TreePathScanner<Void, Void> {

  private final List<Renaming> renamings;
  private final DocTrees trees;
  private final Elements elements;
  private final Types types;
  private final CompilationUnitTree unit;
  private final String text;
  private final TextEdits edits;
  private final List<String> mentions = new ArrayList<>();

  /** Texts of which it is known what becomes of them. */
  private final Set<Tree> settled = new HashSet<>();

  /**
   * @param unit was analyzed
   * @param text its text
   */
  FieldUses(
      List<Renaming> renamings,
      DocTrees trees,
      Elements elements,
      Types types,
      CompilationUnitTree unit,
      String text) {
    this.renamings = List.copyOf(renamings);
    this.trees = trees;
    this.elements = elements;
    this.types = types;
    this.unit = unit;
    this.text = text;
    this.edits = new TextEdits(text);
  }

  /** Returns the source text with the fields renamed. */
  String renamed() {
    scan(unit, null);
    return edits.edited();
  }

  /** The lines that have the other names. */
  List<String> lines() {
    return edits.starts().stream()
        .map(start -> unit.getLineMap().getLineNumber(start))
        .distinct()
        .map(this::line)
        .toList();
  }

  private String line(long number) {
    String code = text.lines().skip(number - 1).findFirst().orElse("").strip();
    return unit.getSourceFile().getName() + ":" + number + "  " + code;
  }

  /** The lines with texts that may mean the field, such as those of queries. */
  List<String> mentions() {
    return mentions;
  }

  @Override
  public Void visitClass(ClassTree tree, Void unused) {
    if (element() instanceof TypeElement type) {
      renamings.stream().filter(one -> isOf(type, one)).forEach(this::document);
    }
    return super.visitClass(tree, null);
  }

  @Override
  public Void visitVariable(VariableTree tree, Void unused) {
    Optional<String> to = other(element());
    to.ifPresent(other -> afterType(tree.getType(), tree, name(tree.getName()), other));
    if (to.isPresent()) {
      // What its annotations say is its name outside, which stays.
      tree.getModifiers().getAnnotations().forEach(this::settle);
    }
    return super.visitVariable(tree, null);
  }

  private void settle(Tree tree) {
    new TreeScanner<Void, Void>() {
      @Override
      public Void visitLiteral(LiteralTree literal, Void unused) {
        settled.add(literal);
        return null;
      }
    }.scan(tree, null);
  }

  /** The name of a value that is passed together with it, as to a check. */
  @Override
  public Void visitMethodInvocation(MethodInvocationTree tree, Void unused) {
    for (ExpressionTree value : tree.getArguments()) {
      Optional<String> to =
          value instanceof IdentifierTree
              ? other(trees.getElement(new TreePath(getCurrentPath(), value)))
              : Optional.empty();
      if (to.isPresent()) {
        String written = '"' + value.toString() + '"';
        for (ExpressionTree name : tree.getArguments()) {
          if (name instanceof LiteralTree && name.toString().equals(written)) {
            settled.add(name);
            at(start(name), written, '"' + to.get() + '"');
          }
        }
      }
    }
    return super.visitMethodInvocation(tree, null);
  }

  @Override
  public Void visitMethod(MethodTree tree, Void unused) {
    @Nullable Element method = element();
    other(method).ifPresent(to -> afterType(tree.getReturnType(), tree, name(tree.getName()), to));
    if (method instanceof ExecutableElement executable) {
      renamings.stream().filter(one -> takes(executable, one)).forEach(this::document);
    }
    return super.visitMethod(tree, null);
  }

  @Override
  public Void visitIdentifier(IdentifierTree tree, Void unused) {
    other(element()).ifPresent(to -> at(start(tree), name(tree.getName()), to));
    return super.visitIdentifier(tree, null);
  }

  @Override
  public Void visitMemberSelect(MemberSelectTree tree, Void unused) {
    String name = name(tree.getIdentifier());
    other(element())
        .or(() -> ofReceiver(tree, name))
        .ifPresent(to -> at(end(tree) - name.length(), name, to));
    return super.visitMemberSelect(tree, null);
  }

  @Override
  public Void visitMemberReference(MemberReferenceTree tree, Void unused) {
    String name = name(tree.getName());
    other(element()).ifPresent(to -> at(end(tree) - name.length(), name, to));
    return super.visitMemberReference(tree, null);
  }

  @Override
  public Void visitLiteral(LiteralTree tree, Void unused) {
    if (!settled.contains(tree)
        && tree.getValue() instanceof String value
        && renamings.stream().anyMatch(one -> means(value, one))) {
      mentions.add(line(unit.getLineMap().getLineNumber(start(tree))));
    }
    return super.visitLiteral(tree, null);
  }

  /**
   * Whether a text, in a source that names the type, is the field's name or ends a path with it.
   */
  private boolean means(String value, Renaming renaming) {
    if (!value.contains(renaming.from())) {
      return false;
    }
    return Pattern.compile("(?:^|\\.)" + Pattern.quote(renaming.from()) + "\\b")
            .matcher(value)
            .find()
        && Pattern.compile("\\b" + Pattern.quote(renaming.simpleType()) + "\\b")
            .matcher(text)
            .find();
  }

  private @Nullable Element element() {
    return trees.getElement(getCurrentPath());
  }

  /** The other name of a field, of a parameter for it, or of a method that has its name. */
  private Optional<String> other(@Nullable Element element) {
    return element == null
        ? Optional.empty()
        : renamings.stream().flatMap(one -> other(element, one).stream()).findFirst();
  }

  private Optional<String> other(Element element, Renaming renaming) {
    String name = element.getSimpleName().toString();
    boolean named = name.equals(renaming.from());
    @Nullable Element owner = element.getEnclosingElement();
    return switch (element.getKind()) {
      case FIELD, RECORD_COMPONENT ->
          named && owner instanceof TypeElement type && isOf(type, renaming)
              ? Optional.of(renaming.to())
              : Optional.empty();
      case PARAMETER ->
          named && owner instanceof ExecutableElement method && takes(method, renaming)
              ? Optional.of(renaming.to())
              : Optional.empty();
      case METHOD ->
          owner instanceof TypeElement type && isOfOrBelow(type, renaming)
              ? Optional.ofNullable(renaming.methods().get(name))
              : Optional.empty();
      default -> Optional.empty();
    };
  }

  /** Whether a constructor, factory or setter has a parameter for the field. */
  private boolean takes(ExecutableElement method, Renaming renaming) {
    boolean creates =
        method.getKind() == ElementKind.CONSTRUCTOR
            || method.getModifiers().contains(Modifier.STATIC)
            || renaming.methods().containsKey(method.getSimpleName().toString());
    return creates
        && method.getEnclosingElement() instanceof TypeElement type
        && isOf(type, renaming)
        && method.getParameters().stream()
            .anyMatch(one -> one.getSimpleName().contentEquals(renaming.from()));
  }

  private static boolean isOf(TypeElement type, Renaming renaming) {
    String name = type.getQualifiedName().toString();
    return name.equals(renaming.type()) || renaming.others().contains(name);
  }

  private boolean isOfOrBelow(TypeElement type, Renaming renaming) {
    return isOf(type, renaming)
        || Stream.concat(Stream.of(renaming.type()), renaming.others().stream())
            .flatMap(name -> Stream.ofNullable(elements.getTypeElement(name)))
            .anyMatch(
                upper ->
                    types.isSubtype(types.erasure(type.asType()), types.erasure(upper.asType())));
  }

  /** A method that a tool adds while it compiles is known by its receiver only. */
  private Optional<String> ofReceiver(MemberSelectTree tree, String name) {
    @Nullable TypeMirror receiver =
        trees.getTypeMirror(new TreePath(getCurrentPath(), tree.getExpression()));
    return receiver instanceof DeclaredType declared
            && declared.asElement() instanceof TypeElement type
        ? renamings.stream()
            .filter(one -> isOfOrBelow(type, one))
            .flatMap(one -> Optional.ofNullable(one.methods().get(name)).stream())
            .findFirst()
        : Optional.empty();
  }

  /** Renames the field in the {@code @param} tags of a declaration. */
  private void document(Renaming renaming) {
    int declaration = (int) start(getCurrentPath().getLeaf());
    int comment = text.lastIndexOf("/**", declaration);
    Matcher tag =
        Pattern.compile("@param\\s+(" + Pattern.quote(renaming.from()) + ")\\b").matcher(text);
    if (trees.getDocComment(getCurrentPath()) != null
        && comment >= 0
        && tag.region(comment, declaration).find()) {
      edits.replace(tag.start(1), tag.end(1), renaming.to());
    }
  }

  /** Replaces the name that a declaration has behind its type. */
  private void afterType(@Nullable Tree type, Tree declared, String name, String to) {
    int from = (int) (type == null ? start(declared) : end(type));
    Matcher found = Pattern.compile("\\b" + Pattern.quote(name) + "\\b").matcher(text);
    if (from >= 0 && found.find(from)) {
      edits.replace(found.start(), found.end(), to);
    }
  }

  private void at(long start, String name, String to) {
    if (start >= 0 && text.startsWith(name, (int) start)) {
      edits.replace(start, start + name.length(), to);
    }
  }

  private long start(Tree tree) {
    return trees.getSourcePositions().getStartPosition(unit, tree);
  }

  private long end(Tree tree) {
    return trees.getSourcePositions().getEndPosition(unit, tree);
  }

  private static String name(CharSequence name) {
    return name.toString();
  }
}
