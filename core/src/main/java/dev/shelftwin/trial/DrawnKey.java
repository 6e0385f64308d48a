package dev.shelftwin.trial;

import dev.shelftwin.shape.TypeRef;

/** The identity of a drawn value, by which the next values of its type differ from it. */
record DrawnKey(TypeRef type, Object value) {}
