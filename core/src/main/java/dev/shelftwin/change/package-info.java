/** Changes of fields in the users' sources: the edits, and what has to be done by hand. */
@NullMarked
package dev.shelftwin.change;

import org.jspecify.annotations.NullMarked;
