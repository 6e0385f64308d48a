package coop.ashfold.lending.application.port.out;

import coop.ashfold.lending.domain.Loan;

public interface SaveLoanPort {
  void save(Loan loan);
}
