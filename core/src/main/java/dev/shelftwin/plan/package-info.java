/** The plan: what is not simply the same in every layer, and its YAML reader. */
@NullMarked
package dev.shelftwin.plan;

import org.jspecify.annotations.NullMarked;
