/** Sends sampled values along routes of hops and names the first hop and field that diverged. */
@NullMarked
package dev.shelftwin.trial;

import org.jspecify.annotations.NullMarked;
