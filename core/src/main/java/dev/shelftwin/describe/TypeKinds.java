package dev.shelftwin.describe;

import dev.shelftwin.shape.TypeRef;

/** What types are, as far as the sources of other types depend on it. */
interface TypeKinds {

  /** Whether a type is an entity of a concept. */
  boolean isRow(TypeRef type);

  /** Whether mappers of other packages create rows: those of requests do if there is no domain. */
  boolean areRowsCreatedElsewhere();

  /** Whether a type is an enumeration. */
  boolean isEnumeration(TypeRef type);

  /** Whether the fields of a type are columns of the rows that hold it. */
  boolean isEmbeddable(TypeRef type);
}
