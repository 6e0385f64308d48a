package coop.ashfold.lending.adapter.in.web;

import coop.ashfold.lending.domain.Loan;
import coop.ashfold.lending.domain.LoanItem;
import java.math.BigDecimal;
import java.util.List;

record LoanResponse(
    String id,
    String memberNumber,
    String borrowedOn,
    String dueOn,
    String returnedOn,
    String condition,
    List<Item> items) {
  record Item(String toolCode, int quantity, BigDecimal depositAmount, String depositCurrency) {
    static Item from(LoanItem item) {
      return new Item(
          item.tool().code(), item.quantity(), item.deposit().amount(), item.deposit().currency());
    }
  }

  static LoanResponse from(Loan loan) {
    return new LoanResponse(
        loan.id().toString(),
        loan.borrower().value(),
        loan.borrowedOn().toString(),
        loan.dueOn().toString(),
        loan.returnedOn().map(Object::toString).orElse(null),
        loan.condition().name(),
        loan.items().stream().map(Item::from).toList());
  }
}
