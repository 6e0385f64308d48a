/** Proposes a plan from code that has none yet, or has more than its plan says. */
@NullMarked
package dev.shelftwin.draft;

import org.jspecify.annotations.NullMarked;
