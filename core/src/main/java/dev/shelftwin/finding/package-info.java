/** Findings with their remedies, the identities of rules, and errors in the input. */
@NullMarked
package dev.shelftwin.finding;

import org.jspecify.annotations.NullMarked;
