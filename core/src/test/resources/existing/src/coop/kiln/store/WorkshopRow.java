package coop.kiln.store;

import jakarta.persistence.*;
import java.math.BigDecimal;
import java.time.*;
import java.util.*;

@Entity
public class WorkshopRow {
  @Id @GeneratedValue private Long id;
  @Column(nullable = false) private String title;
  private String teacher;
  private String notes;
  private String nick;
  private int seats;
  private int taken;
  private Integer minutes;
  private Integer extra;
  private boolean hidden;
  private boolean paid;
  private Level level;
  private BigDecimal price;
  private BigDecimal deposit;
  private Instant starts;
  private Instant ends;
  private Date printed;
  private LocalDate day;
  @OneToMany private List<SeatRow> bookings = new ArrayList<>();
  @ElementCollection private Set<String> tags = new LinkedHashSet<>();
  @ElementCollection private Map<String, Integer> materials = new LinkedHashMap<>();
  @Embedded private Place place;

  public Long getId() { return id; }
  public void setId(Long id) { this.id = id; }
  public String getTitle() { return title; }
  public void setTitle(String title) { this.title = title; }
  public String getTeacher() { return teacher; }
  public void setTeacher(String teacher) { this.teacher = teacher; }
  public String getNotes() { return notes; }
  public void setNotes(String notes) { this.notes = notes; }
  public String getNick() { return nick; }
  public void setNick(String nick) { this.nick = nick; }
  public int getSeats() { return seats; }
  public void setSeats(int seats) { this.seats = seats; }
  public int getTaken() { return taken; }
  public void setTaken(int taken) { this.taken = taken; }
  public Integer getMinutes() { return minutes; }
  public void setMinutes(Integer minutes) { this.minutes = minutes; }
  public Integer getExtra() { return extra; }
  public void setExtra(Integer extra) { this.extra = extra; }
  public boolean isHidden() { return hidden; }
  public void setHidden(boolean hidden) { this.hidden = hidden; }
  public boolean isPaid() { return paid; }
  public void setPaid(boolean paid) { this.paid = paid; }
  public Level getLevel() { return level; }
  public void setLevel(Level level) { this.level = level; }
  public BigDecimal getPrice() { return price; }
  public void setPrice(BigDecimal price) { this.price = price; }
  public BigDecimal getDeposit() { return deposit; }
  public void setDeposit(BigDecimal deposit) { this.deposit = deposit; }
  public Instant getStarts() { return starts; }
  public void setStarts(Instant starts) { this.starts = starts; }
  public Instant getEnds() { return ends; }
  public void setEnds(Instant ends) { this.ends = ends; }
  public Date getPrinted() { return printed; }
  public void setPrinted(Date printed) { this.printed = printed; }
  public LocalDate getDay() { return day; }
  public void setDay(LocalDate day) { this.day = day; }
  public List<SeatRow> getBookings() { return bookings; }
  public void setBookings(List<SeatRow> bookings) { this.bookings = bookings; }
  public Set<String> getTags() { return tags; }
  public void setTags(Set<String> tags) { this.tags = tags; }
  public Map<String, Integer> getMaterials() { return materials; }
  public void setMaterials(Map<String, Integer> materials) { this.materials = materials; }
  public Place getPlace() { return place; }
  public void setPlace(Place place) { this.place = place; }
}
