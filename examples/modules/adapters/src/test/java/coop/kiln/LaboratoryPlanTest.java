package coop.kiln;

import dev.shelftwin.junit.PlanTests;

/** Every field of the plan, on every route. */
class LaboratoryPlanTest implements PlanTests {}
