/**
 * Derives neutral facts from annotations. This is the only place that knows the names of the
 * annotations of persistence, validation and document libraries.
 */
@NullMarked
package dev.shelftwin.facts;

import org.jspecify.annotations.NullMarked;
