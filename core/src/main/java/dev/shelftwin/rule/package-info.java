/** One small class for each rule that finds faults in the ledger, and the visible list of them. */
@NullMarked
package dev.shelftwin.rule;

import org.jspecify.annotations.NullMarked;
