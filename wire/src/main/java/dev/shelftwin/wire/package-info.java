/** The JSON end: transfer objects through real serialisation and back. */
@NullMarked
package dev.shelftwin.wire;

import org.jspecify.annotations.NullMarked;
