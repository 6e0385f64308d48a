/** Generates mappers and reports findings while the users' code is compiled. */
@NullMarked
package dev.shelftwin.processor;

import org.jspecify.annotations.NullMarked;
