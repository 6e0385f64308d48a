package dev.shelftwin.shape;

/** What the declaration of a type says about its storage or its documents. */
public enum ShapeTrait {
  /** Its objects are rows of a table (Jakarta Persistence 3.2, §2.1). */
  ENTITY,
  /** Its fields are columns of the rows that hold it (Jakarta Persistence 3.2, §2.6). */
  EMBEDDABLE,
  /** Its fields are columns of the rows of its subclasses (Jakarta Persistence 3.2, §2.12.2). */
  MAPPED_SUPERCLASS,
  /** It converts between a field and its column (Jakarta Persistence 3.2, §3.9). */
  COLUMN_CONVERTER,
  /** In documents, an object that was written before is replaced by a reference to it. */
  REFERENCED_IN_DOCUMENTS,
  /** It was generated from the description of a message (Protocol Buffers), and has a builder. */
  MESSAGE,
  /** It is abstract, and one final class beside it, which a tool may generate, implements it. */
  IMPLEMENTED,
  /** Nothing reads or sets its fields, as in a source before an annotation processor has run. */
  UNPROCESSED
}
