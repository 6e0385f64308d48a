package coop.ashfold.shop.web.dto;

import java.time.Instant;
import java.util.List;

public class OrderDto {
  private Long id;
  private String number;
  private Long customerId;
  private String customerName;
  private List<OrderLineDto> lines;
  private Instant orderedAt;
  private String note;

  public Long getId() {
    return id;
  }

  public void setId(Long id) {
    this.id = id;
  }

  public String getNumber() {
    return number;
  }

  public void setNumber(String number) {
    this.number = number;
  }

  public Long getCustomerId() {
    return customerId;
  }

  public void setCustomerId(Long customerId) {
    this.customerId = customerId;
  }

  public String getCustomerName() {
    return customerName;
  }

  public void setCustomerName(String customerName) {
    this.customerName = customerName;
  }

  public List<OrderLineDto> getLines() {
    return lines;
  }

  public void setLines(List<OrderLineDto> lines) {
    this.lines = lines;
  }

  public Instant getOrderedAt() {
    return orderedAt;
  }

  public void setOrderedAt(Instant orderedAt) {
    this.orderedAt = orderedAt;
  }

  public String getNote() {
    return note;
  }

  public void setNote(String note) {
    this.note = note;
  }
}
