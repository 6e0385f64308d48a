/** What goes over the wire: views go out, requests come in. */
package coop.kiln.api;
