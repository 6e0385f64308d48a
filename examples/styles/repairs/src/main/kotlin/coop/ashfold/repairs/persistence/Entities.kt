package coop.ashfold.repairs.persistence

import jakarta.persistence.CascadeType
import jakarta.persistence.Column
import jakarta.persistence.Entity
import jakarta.persistence.EnumType
import jakarta.persistence.Enumerated
import jakarta.persistence.GeneratedValue
import jakarta.persistence.Id
import jakarta.persistence.ManyToOne
import jakarta.persistence.OneToMany
import jakarta.persistence.OrderColumn
import java.math.BigDecimal
import java.time.LocalDate

@Entity
open class ToolEntity(
    @Id @GeneratedValue open var id: Long? = null,
    @Column(nullable = false, length = 20) open var code: String = "",
    @Column(nullable = false) open var name: String = "",
    open var isActive: Boolean = true,
    @Column(precision = 8, scale = 2) open var dailyRate: BigDecimal? = null,
)

@Entity
open class RepairEntity(
    @Id @GeneratedValue open var id: Long? = null,
    @Column(nullable = false, unique = true) open var ticket: String = "",
    @ManyToOne(optional = false) open var tool: ToolEntity? = null,
    @Enumerated(EnumType.STRING) open var state: RepairState = RepairState.OPEN,
    open var openedOn: LocalDate = LocalDate.EPOCH,
    open var closedOn: LocalDate? = null,
    open var hasWarranty: Boolean = false,
    @OneToMany(mappedBy = "repair", cascade = [CascadeType.ALL], orphanRemoval = true)
    @OrderColumn
    open var steps: MutableList<StepEntity> = mutableListOf(),
)

@Entity
open class StepEntity(
    @Id @GeneratedValue open var id: Long? = null,
    @ManyToOne(optional = false) open var repair: RepairEntity? = null,
    @Column(nullable = false) open var text: String = "",
    open var minutes: Int = 0,
)

enum class RepairState { OPEN, WAITING, CLOSED }
