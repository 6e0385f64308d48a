package coop.ashfold.repairs.domain

import java.math.BigDecimal
import java.time.LocalDate

data class Tool(
    val id: Long?,
    val code: String,
    val name: String,
    val isActive: Boolean,
    val dailyRate: BigDecimal?,
)

data class Repair(
    val id: Long?,
    val ticket: String,
    val toolCode: String,
    val state: State,
    val openedOn: LocalDate,
    val closedOn: LocalDate?,
    val hasWarranty: Boolean,
    val steps: List<Step>,
) {
  val totalMinutes: Int
    get() = steps.sumOf { it.minutes }
}

data class Step(val text: String, val minutes: Int)

enum class State { OPEN, WAITING, CLOSED }
