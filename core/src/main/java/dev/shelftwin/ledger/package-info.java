/** The ledger: what becomes of every field on every hop, and the accountant that writes it. */
@NullMarked
package dev.shelftwin.ledger;

import org.jspecify.annotations.NullMarked;
