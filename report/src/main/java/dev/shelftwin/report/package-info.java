/** Renders results for the terminal and as JSON: pure functions of results. */
@NullMarked
package dev.shelftwin.report;

import org.jspecify.annotations.NullMarked;
