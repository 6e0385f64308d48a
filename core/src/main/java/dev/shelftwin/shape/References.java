package dev.shelftwin.shape;

import java.util.List;

/** What compiled classes mention. */
public interface References {

  /** Whether there are compiled classes at all. */
  boolean exist();

  /**
   * The mentions by the classes of a package and of those below it, each pair of classes once, in
   * the order of the classes' names.
   */
  List<Reference> in(String packageName);

  /** Class files of a package and of those below it that could not be read, each with the cause. */
  List<String> unreadable(String packageName);

  /** Where a mention stands: the source if there is one, else the class. */
  Place place(Reference reference);
}
