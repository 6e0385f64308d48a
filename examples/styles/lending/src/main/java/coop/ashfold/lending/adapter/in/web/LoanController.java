package coop.ashfold.lending.adapter.in.web;

import coop.ashfold.lending.application.port.in.OpenLoanUseCase;
import coop.ashfold.lending.domain.Deposit;
import coop.ashfold.lending.domain.LoanItem;
import coop.ashfold.lending.domain.MemberNumber;
import coop.ashfold.lending.domain.ToolCode;

class LoanController {
  private final OpenLoanUseCase openLoan;

  LoanController(OpenLoanUseCase openLoan) {
    this.openLoan = openLoan;
  }

  String open(OpenLoanRequest request) {
    return openLoan
        .open(
            new OpenLoanUseCase.OpenLoanCommand(
                new MemberNumber(request.memberNumber()),
                request.days(),
                request.items().stream()
                    .map(i -> new LoanItem(new ToolCode(i.toolCode()), i.quantity(), Deposit.NONE))
                    .toList()))
        .toString();
  }
}
