package coop.ashfold.shop.web.dto;

import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import java.util.List;

public class CreateOrderRequest {
  @NotNull private Long customerId;
  @NotEmpty private List<OrderLineDto> lines;
  private String note;

  public Long getCustomerId() {
    return customerId;
  }

  public void setCustomerId(Long customerId) {
    this.customerId = customerId;
  }

  public List<OrderLineDto> getLines() {
    return lines;
  }

  public void setLines(List<OrderLineDto> lines) {
    this.lines = lines;
  }

  public String getNote() {
    return note;
  }

  public void setNote(String note) {
    this.note = note;
  }
}
