package coop.kiln.api;

import java.math.BigDecimal;
import java.time.*;
import java.util.*;

public class SeatDto {
  private String name;
  private int number;
  private boolean held;
  private String remark;

  public String getName() { return name; }
  public void setName(String name) { this.name = name; }
  public int getNumber() { return number; }
  public void setNumber(int number) { this.number = number; }
  public boolean isHeld() { return held; }
  public void setHeld(boolean held) { this.held = held; }
  public String getRemark() { return remark; }
  public void setRemark(String remark) { this.remark = remark; }
}
