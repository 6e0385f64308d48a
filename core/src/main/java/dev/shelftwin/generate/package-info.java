/** Java source of mappers, written from the ledger. */
@NullMarked
package dev.shelftwin.generate;

import org.jspecify.annotations.NullMarked;
