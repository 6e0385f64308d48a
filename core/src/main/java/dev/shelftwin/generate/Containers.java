package dev.shelftwin.generate;

import com.palantir.javapoet.ClassName;
import com.palantir.javapoet.CodeBlock;
import dev.shelftwin.convert.Conversion;
import dev.shelftwin.convert.Operation;
import dev.shelftwin.runtime.Elements;
import dev.shelftwin.shape.Container;
import dev.shelftwin.shape.TypeRef;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.TreeSet;
import java.util.stream.Collectors;

/** How a mapper carries containers. */
enum Containers {
  /** By streams, for values that nothing refuses and nobody changes later. */
  STREAMED,
  /** By streams, into containers that may be changed. */
  CHANGEABLE,
  /** Element by element, each fault noted with the element's place. */
  GUARDED;

  private static final String ELEMENT = "element";

  /** A container as an expression. */
  CodeBlock carry(CodeBlock value, Operation.EachElement each, Expressions expressions) {
    if (each.from() == Container.ARRAY && each.target().isArray() && each.elements().isNone()) {
      return CodeBlock.of("$L.clone()", value);
    }
    boolean guarded = this == GUARDED || each.to() == Container.MAP;
    return guarded ? noted(value, each, expressions) : streamed(value, each, expressions);
  }

  /** The same as a function; empty where it takes an expression. */
  Optional<CodeBlock> function(
      Operation.EachElement each, String parameter, Expressions expressions) {
    boolean arrays = each.from() == Container.ARRAY || each.to() == Container.ARRAY;
    return this == GUARDED && !arrays
        ? Optional.of(byElement(Optional.empty(), each, expressions))
        : Optional.empty();
  }

  private CodeBlock noted(CodeBlock value, Operation.EachElement each, Expressions expressions) {
    CodeBlock elements =
        each.from() == Container.ARRAY
            ? isPrimitive(each)
                ? CodeBlock.of("$T.stream($L).boxed().toList()", Arrays.class, value)
                : CodeBlock.of("$T.asList($L)", Arrays.class, value)
            : value;
    CodeBlock carried = byElement(Optional.of(elements), each, expressions);
    return each.to() == Container.ARRAY
        ? CodeBlock.of("$L$L", typed(carried, each, elements), toArray(each, true))
        : carried;
  }

  /** A call whose result is used further needs explicit type arguments. */
  private static CodeBlock typed(
      CodeBlock carried, Operation.EachElement each, CodeBlock elements) {
    TypeRef to = Container.element(each.target()).boxed();
    return each.elements().isNone()
        ? CodeBlock.of("$T.<$T>list($L)", Elements.class, JavaNames.of(to), elements)
        : carried;
  }

  private static boolean isPrimitive(Operation.EachElement each) {
    return isPrimitiveArray(each.source());
  }

  private static boolean isPrimitiveArray(TypeRef type) {
    return Container.element(type).isPrimitive();
  }

  /** The call that carries elements; without them the function that does. */
  private CodeBlock byElement(
      Optional<CodeBlock> elements, Operation.EachElement each, Expressions expressions) {
    String method =
        switch (each.to()) {
          case LIST, COLLECTION, ARRAY -> "list";
          case SET -> "set";
          case SORTED_SET -> "sortedSet";
          case MAP -> "map";
        };
    List<CodeBlock> arguments = new ArrayList<>(elements.stream().toList());
    boolean same = each.keys().isNone() && each.elements().isNone();
    if (each.to() == Container.MAP && !same) {
      arguments.add(element(each.keys(), "key", expressions));
    }
    if (!same) {
      arguments.add(element(each.elements(), ELEMENT, expressions));
    }
    return CodeBlock.of("$T.$L($L)", Elements.class, method, CodeBlock.join(arguments, ", "));
  }

  private CodeBlock element(Conversion conversion, String name, Expressions expressions) {
    return conversion.isNone()
        ? CodeBlock.of("$L -> $L", name, name)
        : expressions.function(conversion, name, this);
  }

  private CodeBlock streamed(CodeBlock value, Operation.EachElement each, Expressions expressions) {
    boolean same = each.elements().isNone();
    if (same && each.from() != Container.ARRAY && each.to() != Container.ARRAY) {
      return copied(value, each.to());
    }
    boolean objects = each.to() == Container.ARRAY && !isPrimitiveArray(each.target());
    if (same && each.from() != Container.ARRAY && objects) {
      return CodeBlock.of("$L$L", value, toArray(each, false));
    }
    CodeBlock.Builder stream = CodeBlock.builder();
    if (each.from() == Container.ARRAY) {
      stream.add("$T.stream($L)", Arrays.class, value);
      if (isPrimitive(each)) {
        stream.add(".boxed()");
      }
    } else {
      stream.add("$L.stream()", value);
    }
    if (!same) {
      stream.add(".map($L)", element(each.elements(), ELEMENT, expressions));
    }
    return stream.add(collected(each)).build();
  }

  private CodeBlock copied(CodeBlock value, Container container) {
    boolean changeable = this == CHANGEABLE;
    return switch (container) {
      case LIST, COLLECTION ->
          changeable
              ? CodeBlock.of("new $T<>($L)", ArrayList.class, value)
              : CodeBlock.of("$T.copyOf($L)", List.class, value);
      case SET -> CodeBlock.of("new $T<>($L)", LinkedHashSet.class, value);
      case SORTED_SET -> CodeBlock.of("new $T<>($L)", TreeSet.class, value);
      case MAP, ARRAY -> throw new IllegalStateException(container + " is copied elsewhere");
    };
  }

  private CodeBlock collected(Operation.EachElement each) {
    if (each.to() == Container.ARRAY) {
      return toArray(each, false);
    }
    boolean list = each.to() == Container.LIST || each.to() == Container.COLLECTION;
    return list && this == STREAMED
        ? CodeBlock.of(".toList()")
        : CodeBlock.of(
            ".collect($T.toCollection($T::new))", Collectors.class, changeable(each.target()));
  }

  /** The class of the JDK that such a container is made of where it may be changed. */
  static ClassName changeable(TypeRef type) {
    return switch (Container.of(type).orElseThrow()) {
      case LIST, COLLECTION, MAP, ARRAY -> ClassName.get(ArrayList.class);
      case SET -> ClassName.get(LinkedHashSet.class);
      case SORTED_SET -> ClassName.get(TreeSet.class);
    };
  }

  private static CodeBlock toArray(Operation.EachElement each, boolean fromList) {
    TypeRef element = Container.element(each.target());
    if (!element.isPrimitive()) {
      return CodeBlock.of(".toArray($T[]::new)", JavaNames.of(element.erased()));
    }
    String name =
        element.name().substring(0, 1).toUpperCase(Locale.ROOT) + element.name().substring(1);
    return CodeBlock.of(
        fromList ? ".stream().mapTo$L($T::$LValue).toArray()" : ".mapTo$L($T::$LValue).toArray()",
        name,
        JavaNames.of(element.boxed()),
        element.name());
  }
}
