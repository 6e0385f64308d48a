package coop.kiln.model;

/** What glazes are mixed from. */
public enum Material {
  ASH,
  FELDSPAR,
  KAOLIN,
  QUARTZ,
  WHITING
}
