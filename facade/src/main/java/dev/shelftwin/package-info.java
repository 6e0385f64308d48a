/** The whole pipeline in one class: read, plan, account, check, generate, try. */
@NullMarked
package dev.shelftwin;

import org.jspecify.annotations.NullMarked;
