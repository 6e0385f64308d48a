package coop.kiln.model;

/** How a firing was paid for; there are no other ways. */
public sealed interface Payment permits CardPayment, CreditPayment, WorkPayment {

  /** The firing that was paid for. */
  FiringNumber firing();
}
