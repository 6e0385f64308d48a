package coop.ashfold.deliveries.web

import com.fasterxml.jackson.annotation.JsonInclude
import coop.ashfold.deliveries.domain.Clay
import coop.ashfold.deliveries.domain.Delivery
import coop.ashfold.deliveries.domain.DeliveryNumber
import coop.ashfold.deliveries.domain.Line
import coop.ashfold.deliveries.domain.Address
import coop.ashfold.deliveries.domain.Supplier
import jakarta.validation.Valid
import jakarta.validation.constraints.DecimalMin
import jakarta.validation.constraints.Digits
import jakarta.validation.constraints.NotBlank
import jakarta.validation.constraints.NotEmpty
import jakarta.validation.constraints.Size
import java.math.BigDecimal
import java.time.Instant
import java.time.LocalDate
import java.util.UUID

data class AddressDto(
    @field:NotBlank val street: String,
    @field:NotBlank @field:Size(max = 10) val postCode: String,
    @field:NotBlank val town: String,
) {
  fun toDomain() = Address(street, postCode, town)
}

data class LineDto(
    val clay: Clay,
    @field:DecimalMin("0.01") @field:Digits(integer = 6, fraction = 2) val kilos: BigDecimal,
    @field:Size(max = 200) val note: String?,
)

data class PlanDeliveryRequest(
    @field:NotBlank @field:Size(max = 12) val number: String,
    val supplierId: UUID,
    @field:Valid val deliverTo: AddressDto,
    val plannedFor: LocalDate,
    @field:NotEmpty @field:Valid val lines: List<LineDto>,
) {
  fun toDomain(supplier: Supplier, now: Instant): Delivery =
      Delivery.plan(
          number = DeliveryNumber(number),
          supplier = supplier,
          deliverTo = deliverTo.toDomain(),
          plannedFor = plannedFor,
          lines = lines.map { Line(it.clay, it.kilos, it.note) },
          now = now,
      )
}

@JsonInclude(JsonInclude.Include.NON_NULL)
data class DeliveryResponse(
    val id: UUID,
    val number: String,
    val supplier: SupplierDto,
    val deliverTo: AddressDto,
    val plannedFor: LocalDate,
    val status: String,
    val lines: List<LineDto>,
    val totalKilos: BigDecimal,
    val payment: PaymentDto?,
    val createdAt: Instant,
) {
  companion object {
    fun from(delivery: Delivery) =
        DeliveryResponse(
            id = delivery.id,
            number = delivery.number.value,
            supplier = delivery.supplier.toDto(),
            deliverTo = delivery.deliverTo.toDto(),
            plannedFor = delivery.plannedFor,
            status = delivery.status.name,
            lines = delivery.lines.map { it.toDto() },
            totalKilos = delivery.totalKilos,
            payment = delivery.payment?.toDto(),
            createdAt = delivery.createdAt,
        )
  }
}

data class SupplierDto(val id: UUID, val name: String, val email: String?, val address: AddressDto)

data class PaymentDto(
    val kind: String,
    val receivedBy: String? = null,
    val invoiceNumber: String? = null,
    val dueOn: LocalDate? = null,
)

data class DeliverySummary(val number: String, val supplierName: String, val town: String, val plannedFor: LocalDate)
