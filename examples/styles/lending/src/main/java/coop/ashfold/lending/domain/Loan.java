package coop.ashfold.lending.domain;

import java.time.LocalDate;
import java.time.Period;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;

public class Loan {
  private final LoanId id;
  private final MemberNumber borrower;
  private final LocalDate borrowedOn;
  private LocalDate dueOn;
  private LocalDate returnedOn;
  private final List<LoanItem> items;
  private Condition condition;

  private Loan(
      LoanId id,
      MemberNumber borrower,
      LocalDate borrowedOn,
      LocalDate dueOn,
      LocalDate returnedOn,
      List<LoanItem> items,
      Condition condition) {
    if (dueOn.isBefore(borrowedOn)) throw new IllegalArgumentException("due before borrowed");
    this.id = id;
    this.borrower = borrower;
    this.borrowedOn = borrowedOn;
    this.dueOn = dueOn;
    this.returnedOn = returnedOn;
    this.items = new ArrayList<>(items);
    this.condition = condition;
  }

  public static Loan open(
      MemberNumber borrower, LocalDate today, Period period, List<LoanItem> items) {
    return new Loan(
        LoanId.generate(), borrower, today, today.plus(period), null, items, Condition.GOOD);
  }

  public static Loan reconstitute(
      LoanId id,
      MemberNumber borrower,
      LocalDate borrowedOn,
      LocalDate dueOn,
      LocalDate returnedOn,
      List<LoanItem> items,
      Condition condition) {
    return new Loan(id, borrower, borrowedOn, dueOn, returnedOn, items, condition);
  }

  public LoanId id() {
    return id;
  }

  public MemberNumber borrower() {
    return borrower;
  }

  public LocalDate borrowedOn() {
    return borrowedOn;
  }

  public LocalDate dueOn() {
    return dueOn;
  }

  public Optional<LocalDate> returnedOn() {
    return Optional.ofNullable(returnedOn);
  }

  public List<LoanItem> items() {
    return Collections.unmodifiableList(items);
  }

  public Condition condition() {
    return condition;
  }

  public boolean isOverdue(LocalDate today) {
    return returnedOn == null && today.isAfter(dueOn);
  }

  public void extend(Period by) {
    dueOn = dueOn.plus(by);
  }

  public void giveBack(LocalDate on, Condition condition) {
    this.returnedOn = on;
    this.condition = condition;
  }
}
