package dev.shelftwin.trial;

import dev.shelftwin.convert.Operation;
import java.util.Map;
import java.util.Objects;

/**
 * An object still to be made. Ends change the objects that they are sent, so that every run makes
 * its own.
 */
interface Sketch {

  Object make() throws SampleRefused;

  /** An object of the users' own, from values of its parts. */
  record OfObject(ObjectMaker creator, Map<String, Candidate> parts) implements Sketch {
    public OfObject {
      Objects.requireNonNull(creator, "creator");
      Objects.requireNonNull(parts, "parts");
    }

    @Override
    public Object make() throws SampleRefused {
      return creator.build(Sample.values(parts));
    }
  }

  /** The row that has a key: within one run the same row for the same key. */
  record OfReference(Finders finders, Operation.FindRow form, Object key) implements Sketch {
    @Override
    public Object make() throws SampleRefused {
      return finders.find(form, key);
    }
  }
}
