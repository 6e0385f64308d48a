/**
 * One immutable model of a type in a layer: its fields, how they are read and written, and how one
 * is made.
 */
@NullMarked
package dev.shelftwin.shape;

import org.jspecify.annotations.NullMarked;
