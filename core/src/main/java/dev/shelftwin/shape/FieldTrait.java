package dev.shelftwin.shape;

/** How a field is stored, read or written to a document, as far as its declaration says. */
public enum FieldTrait {
  /** The store generates the value. */
  GENERATED,
  /** The value never changes: the field is final, or the key of its row. */
  UNCHANGING,
  /** The column is written when a row is inserted, and not when it is updated. */
  WRITTEN_ONCE,
  /** The value is a key of several columns, of which none is ever empty. */
  COMPOSITE_KEY,
  /** The value is a row of its own, to which this row refers. */
  OTHER_ROW,
  /** The elements are rows of another table. */
  STORED_AS_ROWS,
  /** The elements are child rows that refer back to this row. */
  CHILD_ROWS,
  /** A column keeps the order of the elements. */
  ORDER_COLUMN,
  /** The elements are sorted by a column when they are read. */
  SORTED_WHEN_READ,
  /** The field is left out of documents such as JSON. */
  OMITTED_FROM_DOCUMENTS,
  /** Documents leave out some fields of its value. */
  PARTLY_IN_DOCUMENTS,
  /** What its getter returns cannot be changed, or is a copy. */
  READ_AS_COPY,
  /** In documents, an object that was written before is replaced by a reference to it. */
  REFERENCED_IN_DOCUMENTS
}
