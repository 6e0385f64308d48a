package coop.kiln.store;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.ManyToMany;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.OrderColumn;
import jakarta.persistence.Table;
import java.util.ArrayList;
import java.util.List;

/** A line of the list of pieces. */
@Entity
@Table(name = "pieces")
public class PieceRow extends AuditedRow {

  @Column(nullable = false, unique = true, length = 4)
  private String tag;

  @ManyToOne(optional = false)
  private MemberRow maker;

  @Column(nullable = false, length = 30)
  private String clay;

  @Column(nullable = false)
  private int grams;

  @Column(nullable = false)
  private int millimetres;

  @ManyToMany
  @OrderColumn(name = "place")
  private List<GlazeRow> glazes = new ArrayList<>();

  @Column(length = 300)
  private String note;

  protected PieceRow() {}

  public String getTag() {
    return tag;
  }

  void setTag(String tag) {
    this.tag = tag;
  }

  public MemberRow getMaker() {
    return maker;
  }

  void setMaker(MemberRow maker) {
    this.maker = maker;
  }

  public String getClay() {
    return clay;
  }

  void setClay(String clay) {
    this.clay = clay;
  }

  public int getGrams() {
    return grams;
  }

  void setGrams(int grams) {
    this.grams = grams;
  }

  public int getMillimetres() {
    return millimetres;
  }

  void setMillimetres(int millimetres) {
    this.millimetres = millimetres;
  }

  public List<GlazeRow> getGlazes() {
    return glazes;
  }

  public String getNote() {
    return note;
  }

  void setNote(String note) {
    this.note = note;
  }
}
