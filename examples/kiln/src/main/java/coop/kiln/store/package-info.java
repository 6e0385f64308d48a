/** How the books are kept in the database. */
package coop.kiln.store;
