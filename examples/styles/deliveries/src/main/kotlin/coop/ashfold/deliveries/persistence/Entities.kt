package coop.ashfold.deliveries.persistence

import coop.ashfold.deliveries.domain.Clay
import coop.ashfold.deliveries.domain.Status
import jakarta.persistence.CascadeType
import jakarta.persistence.Column
import jakarta.persistence.Embeddable
import jakarta.persistence.Embedded
import jakarta.persistence.Entity
import jakarta.persistence.EnumType
import jakarta.persistence.Enumerated
import jakarta.persistence.FetchType
import jakarta.persistence.GeneratedValue
import jakarta.persistence.GenerationType
import jakarta.persistence.Id
import jakarta.persistence.ManyToOne
import jakarta.persistence.MappedSuperclass
import jakarta.persistence.OneToMany
import jakarta.persistence.OrderColumn
import jakarta.persistence.Table
import jakarta.persistence.Version
import java.math.BigDecimal
import java.time.Instant
import java.time.LocalDate
import java.util.UUID

@MappedSuperclass
abstract class BaseEntity(
    @Id open val id: UUID,
) {
  @Version open var version: Long? = null

  override fun equals(other: Any?): Boolean = other is BaseEntity && other.id == id

  override fun hashCode(): Int = id.hashCode()
}

@Embeddable
class AddressEmbeddable(
    @Column(name = "street", nullable = false) var street: String,
    @Column(name = "post_code", nullable = false, length = 10) var postCode: String,
    @Column(name = "town", nullable = false) var town: String,
)

@Entity
@Table(name = "suppliers")
class SupplierEntity(
    id: UUID,
    @Column(nullable = false) var name: String,
    var email: String? = null,
    @Embedded var address: AddressEmbeddable,
) : BaseEntity(id)

enum class PaymentKind { CASH, INVOICE }

@Entity
@Table(name = "deliveries")
class DeliveryEntity(
    id: UUID,
    @Column(nullable = false, unique = true, length = 12) val number: String,
    @ManyToOne(fetch = FetchType.LAZY, optional = false) var supplier: SupplierEntity,
    @Embedded var deliverTo: AddressEmbeddable,
    @Column(nullable = false) var plannedFor: LocalDate,
    @Enumerated(EnumType.STRING) @Column(nullable = false) var status: Status,
    @Enumerated(EnumType.STRING) var paymentKind: PaymentKind? = null,
    @Column(length = 60) var paymentReceivedBy: String? = null,
    @Column(length = 30) var paymentInvoiceNumber: String? = null,
    var paymentDueOn: LocalDate? = null,
    @Column(nullable = false, updatable = false) val createdAt: Instant,
) : BaseEntity(id) {

  @OneToMany(mappedBy = "delivery", cascade = [CascadeType.ALL], orphanRemoval = true)
  @OrderColumn(name = "position")
  var lines: MutableList<LineEntity> = mutableListOf()
    protected set

  fun replaceLines(newLines: List<LineEntity>) {
    lines.clear()
    newLines.forEach {
      it.delivery = this
      lines.add(it)
    }
  }
}

@Entity
@Table(name = "delivery_lines")
class LineEntity(
    @Enumerated(EnumType.STRING) @Column(nullable = false) var clay: Clay,
    @Column(nullable = false, precision = 8, scale = 2) var kilos: BigDecimal,
    @Column(length = 200) var note: String? = null,
) {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  var id: Long? = null
    protected set

  @ManyToOne(optional = false) lateinit var delivery: DeliveryEntity
}
