/** Speed of generated mappers beside mappers written by hand (JMH). */
@NullMarked
package dev.shelftwin.benchmarks;

import org.jspecify.annotations.NullMarked;
