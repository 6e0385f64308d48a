/** Types that the plan describes before there are classes: what they hold, and their sources. */
@NullMarked
package dev.shelftwin.describe;

import org.jspecify.annotations.NullMarked;
