package coop.ashfold.shop.service;

public class OrderService {
  private int retries;

  public int getRetries() {
    return retries;
  }

  public void setRetries(int retries) {
    this.retries = retries;
  }
}
