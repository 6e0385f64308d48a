/** The checks and trials of a plan as a tree of tests for JUnit. */
@NullMarked
package dev.shelftwin.junit;

import org.jspecify.annotations.NullMarked;
