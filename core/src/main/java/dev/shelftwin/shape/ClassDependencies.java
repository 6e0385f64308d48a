package dev.shelftwin.shape;

import java.util.List;

/** The dependencies between compiled classes. */
public interface ClassDependencies {

  /** Whether there are compiled classes at all. */
  boolean exist();

  /**
   * The dependencies of the classes of a package and its subpackages, ordered by class name: each
   * pair of classes once, and once more if it occurs in a public signature.
   */
  List<ClassDependency> in(String packageName);

  /**
   * The calls that the results of the methods of a name come from, or the stored values of
   * constructors; empty if the class is not among the users' classes.
   *
   * @param method the method's name; {@code <init>} for constructors
   */
  List<MethodCall> calls(TypeRef owner, String method);

  /**
   * Whether a package belongs to a JPA provider on the class path (Jakarta Persistence 3.2, §9.3).
   */
  boolean isOfProvider(String packageName);

  /** The unreadable class files of a package and its subpackages, each with the cause. */
  List<String> unreadable(String packageName);

  /** The place of a dependency: in the source if there is one, otherwise the class. */
  Place place(ClassDependency reference);
}
