package coop.ashfold.deliveries.persistence

import coop.ashfold.deliveries.domain.Address
import coop.ashfold.deliveries.domain.Delivery
import coop.ashfold.deliveries.domain.DeliveryNumber
import coop.ashfold.deliveries.domain.Line
import coop.ashfold.deliveries.domain.Payment
import coop.ashfold.deliveries.domain.Supplier

internal fun AddressEmbeddable.toDomain() = Address(street = street, postCode = postCode, town = town)

internal fun Address.toEmbeddable() = AddressEmbeddable(street, postCode, town)

fun SupplierEntity.toDomain() = Supplier(id = id, name = name, email = email, address = address.toDomain())

fun Supplier.toEntity() = SupplierEntity(id, name, email, address.toEmbeddable())

fun LineEntity.toDomain() = Line(clay, kilos, note)

fun Line.toEntity() = LineEntity(clay, kilos, note)

fun DeliveryEntity.toDomain(): Delivery =
    Delivery(
        id = id,
        number = DeliveryNumber(number),
        supplier = supplier.toDomain(),
        deliverTo = deliverTo.toDomain(),
        plannedFor = plannedFor,
        status = status,
        lines = lines.map { it.toDomain() },
        payment = payment(),
        createdAt = createdAt,
    )

private fun DeliveryEntity.payment(): Payment? =
    when (paymentKind) {
      null -> null
      PaymentKind.CASH -> paymentReceivedBy?.let(Payment::Cash)
      PaymentKind.INVOICE -> paymentInvoiceNumber?.let { Payment.Invoice(it, paymentDueOn ?: plannedFor) }
    }

fun Delivery.toEntity(supplier: SupplierEntity): DeliveryEntity {
  val entity =
      DeliveryEntity(
          id = id,
          number = number.value,
          supplier = supplier,
          deliverTo = deliverTo.toEmbeddable(),
          plannedFor = plannedFor,
          status = status,
          createdAt = createdAt,
      )
  when (val payment = payment) {
    null -> Unit
    is Payment.Cash -> {
      entity.paymentKind = PaymentKind.CASH
      entity.paymentReceivedBy = payment.receivedBy
    }
    is Payment.Invoice -> {
      entity.paymentKind = PaymentKind.INVOICE
      entity.paymentInvoiceNumber = payment.invoiceNumber
      entity.paymentDueOn = payment.dueOn
    }
  }
  entity.replaceLines(lines.map { it.toEntity() })
  return entity
}

fun DeliveryEntity.updateFrom(delivery: Delivery, supplier: SupplierEntity) {
  this.supplier = supplier
  deliverTo = delivery.deliverTo.toEmbeddable()
  plannedFor = delivery.plannedFor
  status = delivery.status
  replaceLines(delivery.lines.map { it.toEntity() })
}
