/** Projects that tests write inline, and their ledgers, findings, mappers and trials. */
package dev.shelftwin.testkit;
