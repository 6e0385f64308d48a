package coop.ashfold.lending.application.port.out;

import coop.ashfold.lending.domain.Loan;
import coop.ashfold.lending.domain.LoanId;
import java.util.Optional;

public interface LoadLoanPort {
  Optional<Loan> load(LoanId id);
}
