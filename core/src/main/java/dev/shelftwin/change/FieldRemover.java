package dev.shelftwin.change;

import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreeScanner;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** Takes a field out of a type: its declaration, its accessors, and the parameters that set it. */
final class FieldRemover {

  private final TypeSource source;
  private final String name;
  private final TextEdits edits;

  FieldRemover(TypeSource source, String name) {
    this.source = source;
    this.name = name;
    this.edits = new TextEdits(source.text());
  }

  /** Returns the source text without the field; empty if a supertype declares the field. */
  Optional<String> removed() {
    List<VariableTree> fields = source.fields();
    int index = indexOf(fields);
    if (index < 0) {
      return Optional.empty();
    }
    List<MethodTree> methods = source.methods();
    for (MethodTree method : methods) {
      int parameter = source.isCompact(method) ? -1 : indexOf(method.getParameters());
      if (isAccessor(method)) {
        member(method);
      } else if (parameter >= 0 && (method.getReturnType() == null || source.isFactory(method))) {
        item(method.getParameters(), parameter);
        assignment(method);
      }
    }
    if (source.isRecord()) {
      item(fields, index);
      calls(fields.size(), index, methods);
    } else {
      member(fields.get(index));
      source.constructors().stream()
          .filter(one -> indexOf(one.getParameters()) >= 0)
          .forEach(one -> calls(one.getParameters().size(), indexOf(one.getParameters()), methods));
    }
    return Optional.of(edits.edited());
  }

  private int indexOf(List<? extends VariableTree> variables) {
    return IntStream.range(0, variables.size())
        .filter(index -> variables.get(index).getName().contentEquals(name))
        .findFirst()
        .orElse(-1);
  }

  private boolean isAccessor(MethodTree method) {
    String called = method.getName().toString();
    boolean reads = method.getParameters().isEmpty() && method.getReturnType() != null;
    return (reads && Stream.of(name, "get" + name, "is" + name).anyMatch(called::equalsIgnoreCase))
        || (method.getParameters().size() == 1 && called.equalsIgnoreCase("set" + name));
  }

  /** Removes the statement of a constructor that keeps the value. */
  private void assignment(MethodTree method) {
    source.assignments(method).stream()
        .filter(one -> one.field().equals(name))
        .map(TypeSource.Assignment::statement)
        .forEach(one -> edits.replace(lineStart(source.start(one)), lineEnd(source.end(one)), ""));
  }

  /** Removes an argument from the calls of the type's own constructor. */
  private void calls(int count, int index, List<MethodTree> methods) {
    for (MethodTree method : methods) {
      new Calls(count, index).scan(method, null);
    }
  }

  /** Removes an item of a list, with the comma beside it. */
  private void item(List<? extends Tree> items, int index) {
    boolean isLast = index == items.size() - 1;
    long start = source.start(items.get(index));
    long end = source.end(items.get(index));
    if (!isLast) {
      edits.replace(start, source.start(items.get(index + 1)), "");
    } else if (index > 0) {
      edits.replace(source.end(items.get(index - 1)), end, "");
    } else {
      edits.replace(start, end, "");
    }
  }

  /** Removes a declaration with its comment, and one of the empty lines around it. */
  private void member(Tree member) {
    String text = source.text();
    long start = lineStart(source.start(member));
    String before = text.substring(0, (int) start).stripTrailing();
    if (before.endsWith("*/")) {
      start = lineStart(before.lastIndexOf("/*"));
    }
    long end = lineEnd(source.end(member));
    boolean isSpaced = start >= 2 && text.startsWith("\n\n", (int) start - 2);
    boolean isFollowed = text.startsWith("\n", (int) end);
    boolean isAtEnd = text.substring((int) end).stripLeading().startsWith("}");
    if (isSpaced && (isFollowed || isAtEnd)) {
      start--;
    }
    edits.replace(start, end, "");
  }

  /** Removes an argument from each call of the type's constructor. */
  private final class Calls extends TreeScanner<Void, Void> {

    private final int count;
    private final int index;

    Calls(int count, int index) {
      this.count = count;
      this.index = index;
    }

    @Override
    public Void visitNewClass(NewClassTree call, Void unused) {
      List<? extends ExpressionTree> arguments = call.getArguments();
      if (call.getIdentifier().toString().equals(source.name()) && arguments.size() == count) {
        item(arguments, index);
      }
      return super.visitNewClass(call, null);
    }
  }

  private long lineStart(long at) {
    return source.text().lastIndexOf('\n', (int) at - 1) + 1L;
  }

  private long lineEnd(long at) {
    int end = source.text().indexOf('\n', (int) at);
    return end < 0 ? source.text().length() : end + 1L;
  }
}
