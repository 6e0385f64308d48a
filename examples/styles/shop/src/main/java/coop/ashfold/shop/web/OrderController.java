package coop.ashfold.shop.web;

import coop.ashfold.shop.web.dto.OrderDto;

public class OrderController {
  public OrderDto get(Long id) {
    return new OrderDto();
  }
}
