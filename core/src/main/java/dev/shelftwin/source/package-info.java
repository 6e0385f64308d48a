/**
 * Reads shapes from Java, from source folders, class folders and jars, through the compiler API.
 */
@NullMarked
package dev.shelftwin.source;

import org.jspecify.annotations.NullMarked;
