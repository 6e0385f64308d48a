package coop.ashfold.repairs.web

import java.math.BigDecimal
import java.time.LocalDate

data class ToolDto(
    val id: Long?,
    val code: String,
    val name: String,
    val isActive: Boolean,
    val dailyRate: BigDecimal?,
)

data class RepairResponse(
    val id: Long?,
    val ticket: String,
    val toolCode: String,
    val state: String,
    val openedOn: LocalDate,
    val closedOn: LocalDate?,
    val hasWarranty: Boolean,
    val steps: List<StepDto>,
    val totalMinutes: Int,
)

data class OpenRepairRequest(
    val ticket: String,
    val toolCode: String,
    val hasWarranty: Boolean,
    val steps: List<StepDto> = emptyList(),
)

data class StepDto(val text: String, val minutes: Int)
