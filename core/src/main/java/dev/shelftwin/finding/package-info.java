/** Rules' identities, findings with their remedies, and the errors that input can have. */
@NullMarked
package dev.shelftwin.finding;

import org.jspecify.annotations.NullMarked;
