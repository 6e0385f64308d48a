/** The database end: rows through a real JPA provider and database and back. */
@NullMarked
package dev.shelftwin.store;

import org.jspecify.annotations.NullMarked;
