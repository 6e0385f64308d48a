/** The cooperative's shop, a module of its own. */
module coop.ashfold.shop {
  requires jakarta.persistence;
  requires jakarta.validation;

  exports coop.ashfold.shop.web;
  exports coop.ashfold.shop.web.dto;

  opens coop.ashfold.shop.entity;
}
