/** Reads API descriptions (OpenAPI) and JSON Schemas that users keep beside their types. */
@NullMarked
package dev.shelftwin.document;

import org.jspecify.annotations.NullMarked;
