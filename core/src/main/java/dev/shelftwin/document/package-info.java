/** Reads the OpenAPI documents and JSON Schemas that describe the users' transfer types. */
@NullMarked
package dev.shelftwin.document;

import org.jspecify.annotations.NullMarked;
