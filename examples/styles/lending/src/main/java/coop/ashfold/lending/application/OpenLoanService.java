package coop.ashfold.lending.application;

import coop.ashfold.lending.application.port.in.OpenLoanUseCase;
import coop.ashfold.lending.application.port.out.SaveLoanPort;
import coop.ashfold.lending.domain.Loan;
import coop.ashfold.lending.domain.LoanId;
import java.time.LocalDate;
import java.time.Period;

class OpenLoanService implements OpenLoanUseCase {
  private final SaveLoanPort saveLoan;

  OpenLoanService(SaveLoanPort saveLoan) {
    this.saveLoan = saveLoan;
  }

  public LoanId open(OpenLoanCommand command) {
    Loan loan =
        Loan.open(
            command.borrower(), LocalDate.now(), Period.ofDays(command.days()), command.items());
    saveLoan.save(loan);
    return loan.id();
  }
}
