/** Runs the users' own mappers and finds out what they do with every field. */
@NullMarked
package dev.shelftwin.observe;

import org.jspecify.annotations.NullMarked;
