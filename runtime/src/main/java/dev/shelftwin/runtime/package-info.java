/** Support for generated mappers: faults with their paths, and conversions that report them. */
@NullMarked
package dev.shelftwin.runtime;

import org.jspecify.annotations.NullMarked;
