package coop.ashfold.lending.adapter.out.persistence;

import coop.ashfold.lending.domain.Condition;
import jakarta.persistence.CascadeType;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.OneToMany;
import jakarta.persistence.OrderColumn;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;

@Entity
@Table(name = "loan")
class LoanJpaEntity {
  @Id private UUID id;
  @Version private long version;

  @Column(name = "borrower", nullable = false, length = 8)
  private String borrower;

  @Column(nullable = false)
  private LocalDate borrowedOn;

  @Column(nullable = false)
  private LocalDate dueOn;

  private LocalDate returnedOn;

  @Enumerated(EnumType.STRING)
  @Column(nullable = false, length = 10)
  private Condition condition;

  @OneToMany(mappedBy = "loan", cascade = CascadeType.ALL, orphanRemoval = true)
  @OrderColumn(name = "line_no")
  private List<LoanItemJpaEntity> items = new ArrayList<>();

  protected LoanJpaEntity() {}

  LoanJpaEntity(
      UUID id,
      String borrower,
      LocalDate borrowedOn,
      LocalDate dueOn,
      LocalDate returnedOn,
      Condition condition) {
    this.id = id;
    this.borrower = borrower;
    this.borrowedOn = borrowedOn;
    this.dueOn = dueOn;
    this.returnedOn = returnedOn;
    this.condition = condition;
  }

  void addItem(LoanItemJpaEntity item) {
    item.setLoan(this);
    items.add(item);
  }

  UUID getId() {
    return id;
  }

  String getBorrower() {
    return borrower;
  }

  LocalDate getBorrowedOn() {
    return borrowedOn;
  }

  LocalDate getDueOn() {
    return dueOn;
  }

  LocalDate getReturnedOn() {
    return returnedOn;
  }

  Condition getCondition() {
    return condition;
  }

  List<LoanItemJpaEntity> getItems() {
    return items;
  }

  void setDueOn(LocalDate dueOn) {
    this.dueOn = dueOn;
  }

  void setReturnedOn(LocalDate returnedOn) {
    this.returnedOn = returnedOn;
  }

  void setCondition(Condition condition) {
    this.condition = condition;
  }
}
