package coop.ashfold.lending.adapter.out.persistence;

import coop.ashfold.lending.domain.Deposit;
import coop.ashfold.lending.domain.Loan;
import coop.ashfold.lending.domain.LoanId;
import coop.ashfold.lending.domain.LoanItem;
import coop.ashfold.lending.domain.MemberNumber;
import coop.ashfold.lending.domain.ToolCode;

class LoanPersistenceMapper {
  Loan toDomain(LoanJpaEntity entity) {
    return Loan.reconstitute(
        LoanId.of(entity.getId()),
        new MemberNumber(entity.getBorrower()),
        entity.getBorrowedOn(),
        entity.getDueOn(),
        entity.getReturnedOn(),
        entity.getItems().stream().map(this::toDomain).toList(),
        entity.getCondition());
  }

  private LoanItem toDomain(LoanItemJpaEntity entity) {
    return new LoanItem(
        new ToolCode(entity.getToolCode()),
        entity.getQuantity(),
        new Deposit(entity.getDepositAmount(), entity.getDepositCurrency()));
  }

  LoanJpaEntity toEntity(Loan loan) {
    LoanJpaEntity entity =
        new LoanJpaEntity(
            loan.id().value(),
            loan.borrower().value(),
            loan.borrowedOn(),
            loan.dueOn(),
            loan.returnedOn().orElse(null),
            loan.condition());
    loan.items()
        .forEach(
            item ->
                entity.addItem(
                    new LoanItemJpaEntity(
                        item.tool().code(),
                        item.quantity(),
                        item.deposit().amount(),
                        item.deposit().currency())));
    return entity;
  }
}
