/**
 * The model of types: their fields, how these are read and written, and how objects are created.
 */
@NullMarked
package dev.shelftwin.shape;

import org.jspecify.annotations.NullMarked;
