package coop.ashfold.lending.application.port.in;

import coop.ashfold.lending.domain.LoanId;
import coop.ashfold.lending.domain.LoanItem;
import coop.ashfold.lending.domain.MemberNumber;
import java.util.List;

public interface OpenLoanUseCase {
  LoanId open(OpenLoanCommand command);

  record OpenLoanCommand(MemberNumber borrower, int days, List<LoanItem> items) {}
}
