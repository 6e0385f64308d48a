/** Compiling and loading in memory. */
@NullMarked
package dev.shelftwin.compile;

import org.jspecify.annotations.NullMarked;
