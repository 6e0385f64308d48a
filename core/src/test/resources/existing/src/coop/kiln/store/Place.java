package coop.kiln.store;

import jakarta.persistence.*;
import java.math.BigDecimal;
import java.time.*;
import java.util.*;

@Embeddable
public class Place {
  private String street;
  private String town;

  public String getStreet() { return street; }
  public void setStreet(String street) { this.street = street; }
  public String getTown() { return town; }
  public void setTown(String town) { this.town = town; }
}
