/** The catalogue of conversions between types, each with what it may lose. */
@NullMarked
package dev.shelftwin.convert;

import org.jspecify.annotations.NullMarked;
