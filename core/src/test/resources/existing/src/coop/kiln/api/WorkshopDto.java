package coop.kiln.api;

import java.math.BigDecimal;
import java.time.*;
import java.util.*;

public class WorkshopDto {
  private String title;
  private String teacher;
  private String notes;
  private String nick;
  private int seats;
  private int taken;
  private Integer minutes;
  private Integer extra;
  private boolean hidden;
  private boolean paid;
  private String level;
  private BigDecimal price;
  private BigDecimal deposit;
  private Instant starts;
  private Instant ends;
  private Date printed;
  private LocalDate day;
  private List<SeatDto> bookings = new ArrayList<>();
  private Set<String> tags = new LinkedHashSet<>();
  private Map<String, Integer> materials = new LinkedHashMap<>();
  private PlaceDto place;

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
  public String getLevel() { return level; }
  public void setLevel(String level) { this.level = level; }
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
  public List<SeatDto> getBookings() { return bookings; }
  public void setBookings(List<SeatDto> bookings) { this.bookings = bookings; }
  public Set<String> getTags() { return tags; }
  public void setTags(Set<String> tags) { this.tags = tags; }
  public Map<String, Integer> getMaterials() { return materials; }
  public void setMaterials(Map<String, Integer> materials) { this.materials = materials; }
  public PlaceDto getPlace() { return place; }
  public void setPlace(PlaceDto place) { this.place = place; }
}
