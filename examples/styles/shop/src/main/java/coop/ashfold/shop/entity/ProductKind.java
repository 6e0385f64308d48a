package coop.ashfold.shop.entity;

public enum ProductKind {
  BOWL,
  MUG,
  TILE
}
