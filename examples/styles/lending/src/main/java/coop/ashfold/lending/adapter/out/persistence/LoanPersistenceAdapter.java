package coop.ashfold.lending.adapter.out.persistence;

import coop.ashfold.lending.application.port.out.LoadLoanPort;
import coop.ashfold.lending.application.port.out.SaveLoanPort;
import coop.ashfold.lending.domain.Loan;
import coop.ashfold.lending.domain.LoanId;
import jakarta.persistence.EntityManager;
import java.util.Optional;

class LoanPersistenceAdapter implements LoadLoanPort, SaveLoanPort {
  private final EntityManager em;
  private final LoanPersistenceMapper mapper;

  LoanPersistenceAdapter(EntityManager em, LoanPersistenceMapper mapper) {
    this.em = em;
    this.mapper = mapper;
  }

  public Optional<Loan> load(LoanId id) {
    return Optional.ofNullable(em.find(LoanJpaEntity.class, id.value())).map(mapper::toDomain);
  }

  public void save(Loan loan) {
    em.merge(mapper.toEntity(loan));
  }
}
