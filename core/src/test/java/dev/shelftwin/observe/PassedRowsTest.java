package dev.shelftwin.observe;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.trial.Outcome;
import dev.shelftwin.trial.RouteResult;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Mappers whose callers pass the rows to which others refer, and updates of such rows. */
class PassedRowsTest {

  @TempDir Path folder;

  private static final String PLAN =
      """
      shelf-twin: 1
      name: deliveries
      code: { sources: src }
      layers:
        store: { role: persistence, package: coop.kiln.store }
        model: { role: domain, package: coop.kiln.model }
        api: { role: transfer, package: coop.kiln.api }
      concepts:
        Delivery:
          store: DeliveryRow
          model: Delivery
          api: { NewDelivery: in, DeliveryView: out }
          fields:
            - { model: id, given: { NewDelivery: { from: caller } } }
            - { model: supplier, given: { NewDelivery: { from: caller } } }
            - { api: supplierId, stays: the caller finds the supplier by it }
            - { model: supplier.name, api: supplierName }
          omits:
            DeliveryView: { fields: [supplier.id, supplier.town], because: the name is enough }
          existing-mappers:
            Delivery -> DeliveryRow:
              - coop.kiln.map.Deliveries.row
              - coop.kiln.map.Deliveries.update
            DeliveryRow -> Delivery: coop.kiln.map.Deliveries.delivery
        Supplier:
          store: SupplierRow
          model: Supplier
      """;

  private static final String TYPES =
      """
      package coop.kiln.store;
      import jakarta.persistence.*;
      import java.util.*;
      @Entity
      public class DeliveryRow {
        @Id private UUID id;
        @ManyToOne(optional = false) private SupplierRow supplier;
        @Column(nullable = false, updatable = false) private String number;
        @Column(nullable = false) private String note;
        protected DeliveryRow() {}
        public DeliveryRow(UUID id, SupplierRow supplier, String number, String note) {
          this.id = id;
          this.supplier = supplier;
          this.number = number;
          this.note = note;
        }
        public UUID getId() { return id; }
        public SupplierRow getSupplier() { return supplier; }
        public void setSupplier(SupplierRow supplier) { this.supplier = supplier; }
        public String getNumber() { return number; }
        public void setNumber(String number) { this.number = number; }
        public String getNote() { return note; }
        public void setNote(String note) { this.note = note; }
      }
      package coop.kiln.store;
      import jakarta.persistence.*;
      import java.util.*;
      @Entity
      public class SupplierRow {
        @Id public UUID id;
        @Column(nullable = false) public String name;
        @Column(nullable = false, length = 10) public String town;
      }
      package coop.kiln.model;
      import java.util.*;
      public record Delivery(UUID id, Supplier supplier, String number, String note) {}
      package coop.kiln.model;
      public record Supplier(java.util.UUID id, String name, String town) {}
      package coop.kiln.api;
      import jakarta.validation.constraints.*;
      public record NewDelivery(
          @NotNull java.util.UUID supplierId,
          @NotNull @Size(max = 255) String number,
          @NotNull @Size(max = 255) String note) {}
      package coop.kiln.api;
      public record DeliveryView(java.util.UUID id, String supplierName, String number, String note) {}
      package coop.kiln.map;
      import coop.kiln.model.*;
      import coop.kiln.store.*;
      public class Deliveries {
        static DeliveryRow row(Delivery delivery, SupplierRow supplier) {
          return new DeliveryRow(delivery.id(), supplier, delivery.number(), delivery.note());
        }
        static void update(Delivery delivery, DeliveryRow row, SupplierRow supplier) {
          row.setSupplier(supplier);
          row.setNote(delivery.note());
        }
        static Delivery delivery(DeliveryRow row) {
          SupplierRow supplier = row.getSupplier();
          return new Delivery(
              row.getId(),
              new Supplier(supplier.id, supplier.name, supplier.town),
              row.getNumber(),
              row.getNote());
        }
      }
      """;

  @Test
  void rowsThatCallersPassArriveAndUpdatesKeepWhatIsWrittenOnce() {
    Project project = new Project(folder).instead(PLAN, TYPES);
    assertThat(project.check()).extracting(Finding::message).isEmpty();
    assertThat(project.run(OpenProject::observe))
        .hasSize(3)
        .flatExtracting(ObservedMapper::findings)
        .isEmpty();
    assertThat(project.trial().routes())
        .extracting(RouteResult::outcome)
        .containsOnly(Outcome.HELD);
  }

  @Test
  void anObjectThatNeverArrivesIsOneFinding() {
    String forgets = TYPES.replace("    row.setSupplier(supplier);\n", "");
    assertThat(new Project(folder).instead(PLAN, forgets).run(OpenProject::observe))
        .flatExtracting(ObservedMapper::findings)
        .extracting(Finding::message)
        .containsExactly("Delivery.supplier never reaches DeliveryRow.supplier.");
  }

  @Test
  void anUpdateThatForgetsWhatAMethodOfTheRowChangesIsFound() {
    String changedByMethod =
        TYPES
            .replace(
                "  public void setNote(String note) { this.note = note; }\n",
                "  public void annotate(String note) { this.note = note; }\n")
            .replace("    row.setNote(delivery.note());\n", "");
    assertThat(new Project(folder).instead(PLAN, changedByMethod).run(OpenProject::observe))
        .flatExtracting(ObservedMapper::findings)
        .extracting(Finding::message)
        .containsExactly("Delivery.note never reaches DeliveryRow.note.");
  }

  @Test
  void rowsThatAreSwappedAreFound() {
    String plan =
        PLAN.replace(
                "      - { model: supplier, given", "      - { model: [maker, supplier], given")
            .replace("supplier.town]", "supplier.town, maker]");
    String swapped =
        TYPES
            .replace(
                "@Column(nullable = false, updatable",
                "@ManyToOne public SupplierRow maker;\n  @Column(nullable = false, updatable")
            .replace(
                "Delivery(UUID id, Supplier supplier,",
                "Delivery(UUID id, Supplier supplier, Supplier maker,")
            .replace(
                "row(Delivery delivery, SupplierRow supplier) {\n    return new DeliveryRow(delivery.id(), supplier, delivery.number(), delivery.note());",
                "row(Delivery delivery, SupplierRow supplier, SupplierRow maker) {\n"
                    + "    DeliveryRow row = new DeliveryRow(delivery.id(), maker, delivery.number(), delivery.note());\n"
                    + "    row.maker = supplier;\n    return row;")
            .replace(
                "new Supplier(supplier.id, supplier.name, supplier.town),",
                "new Supplier(supplier.id, supplier.name, supplier.town),\n"
                    + "        row.maker == null ? null : new Supplier(row.maker.id, row.maker.name, row.maker.town),")
            .replace(
                "row.setSupplier(supplier);", "row.setSupplier(supplier);\n    row.maker = maker;")
            .replace(
                "DeliveryRow row, SupplierRow supplier)",
                "DeliveryRow row, SupplierRow supplier, SupplierRow maker)");
    assertThat(new Project(folder).instead(plan, swapped).run(OpenProject::observe))
        .flatExtracting(ObservedMapper::findings)
        .extracting(Finding::message)
        .anyMatch(message -> message.startsWith("DeliveryRow.supplier.id gets (maker).id instead"))
        .allMatch(message -> message.contains(" gets ("));
  }
}
