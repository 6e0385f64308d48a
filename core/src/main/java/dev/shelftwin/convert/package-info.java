/** The catalogue of conversions between types, and the operations that they consist of. */
@NullMarked
package dev.shelftwin.convert;

import org.jspecify.annotations.NullMarked;
