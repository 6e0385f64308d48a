package dev.shelftwin.trial;

/** The identity of a drawn value, by which the next values of its type differ from it. */
record DrawnKey(String type, Object value) {}
