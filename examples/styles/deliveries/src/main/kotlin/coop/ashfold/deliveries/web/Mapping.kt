package coop.ashfold.deliveries.web

import coop.ashfold.deliveries.domain.Address
import coop.ashfold.deliveries.domain.Delivery
import coop.ashfold.deliveries.domain.Line
import coop.ashfold.deliveries.domain.Payment
import coop.ashfold.deliveries.domain.Supplier

fun Address.toDto() = AddressDto(street, postCode, town)

fun Supplier.toDto() = SupplierDto(id, name, email, address.toDto())

fun Line.toDto() = LineDto(clay = clay, kilos = kilos, note = note)

fun Payment.toDto(): PaymentDto =
    when (this) {
      is Payment.Cash -> PaymentDto(kind = "cash", receivedBy = receivedBy)
      is Payment.Invoice -> PaymentDto(kind = "invoice", invoiceNumber = invoiceNumber, dueOn = dueOn)
    }

fun Delivery.toSummary() =
    DeliverySummary(number = number.value, supplierName = supplier.name, town = deliverTo.town, plannedFor = plannedFor)
