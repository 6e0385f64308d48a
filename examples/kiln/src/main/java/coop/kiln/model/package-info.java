/** What the cooperative is about: members, kilns and firings. Depends on nothing but the JDK. */
package coop.kiln.model;
