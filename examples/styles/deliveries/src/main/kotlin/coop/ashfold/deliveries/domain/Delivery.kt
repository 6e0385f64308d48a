package coop.ashfold.deliveries.domain

import java.math.BigDecimal
import java.time.Instant
import java.time.LocalDate
import java.util.UUID

enum class Clay(val label: String) { STONEWARE("Stoneware"), PORCELAIN("Porcelain"), RAKU("Raku") }

enum class Status { PLANNED, ON_THE_WAY, DELIVERED }

@JvmInline
value class DeliveryNumber(val value: String) {
  init {
    require(value.length <= 12) { "The number of a delivery has at most 12 characters" }
  }
}

data class Address(val street: String, val postCode: String, val town: String)

data class Supplier(
    val id: UUID,
    val name: String,
    val email: String?,
    val address: Address,
)

data class Line(
    val clay: Clay,
    val kilos: BigDecimal,
    val note: String? = null,
) {
  init {
    require(kilos > BigDecimal.ZERO) { "A line needs kilos" }
  }
}

sealed interface Payment {
  data class Cash(val receivedBy: String) : Payment {
    init {
      require(receivedBy.length <= 60) { "A name has at most 60 characters" }
    }
  }

  data class Invoice(val invoiceNumber: String, val dueOn: LocalDate) : Payment {
    init {
      require(invoiceNumber.length <= 30) { "The number of an invoice has at most 30 characters" }
    }
  }
}

data class Delivery(
    val id: UUID,
    val number: DeliveryNumber,
    val supplier: Supplier,
    val deliverTo: Address,
    val plannedFor: LocalDate,
    val status: Status = Status.PLANNED,
    val lines: List<Line>,
    val payment: Payment?,
    val createdAt: Instant,
) {
  val totalKilos: BigDecimal
    get() = lines.fold(BigDecimal.ZERO) { sum, line -> sum + line.kilos }

  fun reschedule(day: LocalDate): Delivery = copy(plannedFor = day)

  companion object {
    fun plan(
        number: DeliveryNumber,
        supplier: Supplier,
        deliverTo: Address,
        plannedFor: LocalDate,
        lines: List<Line>,
        now: Instant,
    ): Delivery =
        Delivery(UUID.randomUUID(), number, supplier, deliverTo, plannedFor, Status.PLANNED, lines, null, now)
  }
}
