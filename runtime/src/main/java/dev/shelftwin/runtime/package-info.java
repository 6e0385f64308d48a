/**
 * The few types that generated mappers need: faults, the paths they lie at, and the intake that
 * notes them.
 */
@NullMarked
package dev.shelftwin.runtime;

import org.jspecify.annotations.NullMarked;
