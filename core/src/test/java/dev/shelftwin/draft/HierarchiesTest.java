package dev.shelftwin.draft;

import static org.assertj.core.api.Assertions.assertThat;

import dev.shelftwin.finding.Finding;
import dev.shelftwin.observe.ObservedMapper;
import dev.shelftwin.shape.Role;
import dev.shelftwin.testkit.OpenProject;
import dev.shelftwin.testkit.Project;
import java.io.IOException;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Rows and transfer types in class hierarchies, with mappers that use {@code instanceof}. */
class HierarchiesTest {

  private static final LayerPackage STORE = new LayerPackage(Role.PERSISTENCE, "coop.kiln.store");
  private static final LayerPackage API = new LayerPackage(Role.TRANSFER, "coop.kiln.api");

  @TempDir Path folder;

  private static final String TYPES =
      """
      package coop.kiln.store;
      import jakarta.persistence.*;
      import java.util.*;
      @Entity
      @Inheritance(strategy = InheritanceType.JOINED)
      public abstract class Asset {
        @Id @GeneratedValue public Long id;
        public String number;
        @OneToMany(mappedBy = "asset", cascade = CascadeType.ALL)
        @OrderColumn
        public List<Inspection> inspections = new ArrayList<>();
      }
      package coop.kiln.store;
      @jakarta.persistence.Entity
      public class Kiln extends Asset { public int heat; }
      package coop.kiln.store;
      @jakarta.persistence.Entity
      public class Wheel extends Asset { public boolean electric; }
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class Inspection {
        @Id @GeneratedValue public Long id;
        @ManyToOne public Asset asset;
        @Column(nullable = false) public java.time.DayOfWeek day;
        public boolean passed;
      }
      package coop.kiln.store;
      import jakarta.persistence.*;
      @Entity
      public class Manual {
        @Id public Long id;
        @OneToOne @MapsId public Asset asset;
        public String file;
      }
      package coop.kiln.api;
      import java.util.*;
      public abstract class AssetDto {
        public String number;
        public List<InspectionDto> inspections = new ArrayList<>();
      }
      package coop.kiln.api;
      public class KilnDto extends AssetDto { public int heat; }
      package coop.kiln.api;
      public class WheelDto extends AssetDto { public boolean electric; }
      package coop.kiln.api;
      public record InspectionDto(String weekday, boolean passed) {}
      package coop.kiln.api;
      public record ManualDto(Long assetId, String file) {}
      package coop.kiln.map;
      import coop.kiln.api.*;
      import coop.kiln.store.*;
      import java.time.DayOfWeek;
      public class Assets {
        public AssetDto toDto(Asset asset) {
          AssetDto dto;
          if (asset instanceof Kiln kiln) {
            KilnDto made = new KilnDto();
            made.heat = kiln.heat;
            dto = made;
          } else {
            WheelDto made = new WheelDto();
            made.electric = ((Wheel) asset).electric;
            dto = made;
          }
          dto.number = asset.number;
          for (Inspection one : asset.inspections) {
            dto.inspections.add(toDto(one));
          }
          return dto;
        }
        static InspectionDto toDto(Inspection one) {
          return new InspectionDto(one.day.name(), one.passed);
        }
        public Asset toRow(AssetDto dto) {
          Asset row;
          if (dto instanceof KilnDto kiln) {
            Kiln made = new Kiln();
            made.heat = kiln.heat;
            row = made;
          } else {
            Wheel made = new Wheel();
            made.electric = ((WheelDto) dto).electric;
            row = made;
          }
          row.number = dto.number;
          for (InspectionDto one :
              dto.inspections == null ? new java.util.ArrayList<InspectionDto>() : dto.inspections) {
            Inspection inspection = new Inspection();
            inspection.asset = row;
            inspection.day = DayOfWeek.valueOf(one.weekday());
            inspection.passed = one.passed();
            row.inspections.add(inspection);
          }
          return row;
        }
        public ManualDto toDto(Manual manual) {
          return new ManualDto(manual.asset.id, manual.file);
        }
      }
      """;

  @Test
  void mappersOfTheWholeHierarchyMapEachOfItsTypes() throws IOException {
    String plan = new Project(folder).instead("", TYPES).draftCompiled(STORE, API).text();
    assertThat(plan)
        .contains("KilnDto -> Kiln: coop.kiln.map.Assets.toRow\n")
        .contains("Wheel -> WheelDto: coop.kiln.map.Assets.toDto(coop.kiln.store.Asset)\n")
        .contains("    api: InspectionDto\n")
        .doesNotContain("store: asset,");
    Project answered = new Project(folder).instead(plan.replace("'?'", "ours"), TYPES);
    assertThat(answered.run(OpenProject::observe))
        .hasSize(6)
        .flatExtracting(ObservedMapper::findings)
        .extracting(Finding::message)
        .isEmpty();
  }
}
