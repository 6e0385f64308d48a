package dev.shelftwin.shape;

import java.util.List;

/** What compiled classes mention. */
public interface References {

  /** Whether there are compiled classes at all. */
  boolean exist();

  /**
   * The mentions by the classes of a package and of those below it, in the order of the classes'
   * names; each pair of classes once, and once more where it stands in a public signature.
   */
  List<Reference> in(String packageName);

  /**
   * The calls from which comes what the methods of that name give, or the constructors keep;
   * nothing where the class is not among the users' own.
   *
   * @param method {@code <init>} for constructors
   */
  List<Call> calls(TypeRef owner, String method);

  /**
   * The classes by which JPA providers among the code name themselves (Jakarta Persistence 3.2,
   * §9.3).
   */
  List<String> providers();

  /** Class files of a package and of those below it that could not be read, each with the cause. */
  List<String> unreadable(String packageName);

  /** Where a mention stands: the source if there is one, else the class. */
  Place place(Reference reference);
}
