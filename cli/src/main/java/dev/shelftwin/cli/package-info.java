/** The command line. */
@NullMarked
package dev.shelftwin.cli;

import org.jspecify.annotations.NullMarked;
