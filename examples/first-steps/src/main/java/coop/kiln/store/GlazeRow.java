package coop.kiln.store;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;

/** A line of the list of glazes. */
@Entity
@Table(name = "glazes")
public class GlazeRow {

  @Id @GeneratedValue private Long id;

  @Version private int version;

  @Column(nullable = false, unique = true, length = 8)
  private String code;

  @Column(nullable = false, length = 40)
  private String label;

  @Column(nullable = false)
  private boolean foodSafe;

  @Column(length = 200)
  private String note;

  public Long getId() {
    return id;
  }

  public int getVersion() {
    return version;
  }

  public String getCode() {
    return code;
  }

  public void setCode(String code) {
    this.code = code;
  }

  public String getLabel() {
    return label;
  }

  public void setLabel(String label) {
    this.label = label;
  }

  public boolean isFoodSafe() {
    return foodSafe;
  }

  public void setFoodSafe(boolean foodSafe) {
    this.foodSafe = foodSafe;
  }

  public String getNote() {
    return note;
  }

  public void setNote(String note) {
    this.note = note;
  }
}
