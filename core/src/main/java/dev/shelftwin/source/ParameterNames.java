package dev.shelftwin.source;

import java.util.List;

/**
 * The parameters of a method as its source declares them.
 *
 * @param names their names
 * @param types the simple names of their types, without type arguments
 */
record ParameterNames(List<String> names, List<String> types) {

  ParameterNames {
    names = List.copyOf(names);
    types = List.copyOf(types);
  }

  /** The last part of a type's name, without packages, annotations and type arguments. */
  static String simpleName(String type) {
    String bare = type.replaceAll("<.*>", "").replaceAll("@\\S+\\s+", "").replace("...", "[]");
    return bare.substring(bare.lastIndexOf('.') + 1).strip();
  }
}
