package coop.kiln.mapping;

import static coop.kiln.mapping.Base.*;

import coop.kiln.api.*;
import coop.kiln.store.*;
import java.math.*;
import java.time.*;
import java.time.temporal.ChronoUnit;
import java.util.*;
import java.util.concurrent.atomic.AtomicInteger;

/** Mappers with one mistake each; the rule that must name it stands after each method's head. */
public final class WrongMappers {

  private static final AtomicInteger CALLS = new AtomicInteger();
  private static final WorkshopDto SHARED = new WorkshopDto();
  private static String last = "";

  private WrongMappers() {}

  static WorkshopDto forgottenField(WorkshopRow row) { // mapper-drops teacher
    WorkshopDto dto = dto(row);
    dto.setTeacher(null);
    return dto;
  }

  static WorkshopDto copiedLine(WorkshopRow row) { // mapper-crosses ends
    WorkshopDto dto = dto(row);
    dto.setEnds(row.getStarts());
    return dto;
  }

  static WorkshopDto wrongGetter(WorkshopRow row) { // mapper-crosses deposit
    WorkshopDto dto = dto(row);
    dto.setDeposit(row.getPrice());
    return dto;
  }

  static WorkshopDto swapped(WorkshopRow row) { // mapper-crosses seats taken
    WorkshopDto dto = dto(row);
    dto.setSeats(row.getTaken());
    dto.setTaken(row.getSeats());
    return dto;
  }

  static WorkshopDto hiddenCondition(WorkshopRow row) { // mapper-conditional notes
    WorkshopDto dto = dto(row);
    dto.setNotes(row.isHidden() ? null : row.getNotes());
    return dto;
  }

  static WorkshopDto conditionOfTwo(WorkshopRow row) { // mapper-conditional price
    WorkshopDto dto = dto(row);
    dto.setPrice(row.isHidden() && row.getLevel() == Level.MASTER ? null : row.getPrice());
    return dto;
  }

  static WorkshopDto conditionByText(WorkshopRow row) { // mapper-conditional notes
    WorkshopDto dto = dto(row);
    dto.setNotes("Ashfold".equals(row.getTeacher()) ? null : row.getNotes());
    return dto;
  }

  static WorkshopDto conditionByNumber(WorkshopRow row) { // mapper-conditional minutes
    WorkshopDto dto = dto(row);
    dto.setMinutes(row.getSeats() > 0 ? row.getMinutes() : null);
    return dto;
  }

  static WorkshopDto conditionByEnum(WorkshopRow row) { // mapper-conditional deposit
    WorkshopDto dto = dto(row);
    dto.setDeposit(row.getLevel() == Level.SKILLED ? BigDecimal.ZERO : row.getDeposit());
    return dto;
  }

  static WorkshopDto identityOfBoxes(WorkshopRow row) { // mapper-conditional notes
    WorkshopDto dto = dto(row);
    dto.setNotes(row.getMinutes() == row.getExtra() ? null : row.getNotes());
    return dto;
  }

  static WorkshopDto sharedDate(WorkshopRow row) { // mapper-shares printed
    WorkshopDto dto = dto(row);
    dto.setPrinted(row.getPrinted());
    return dto;
  }

  static WorkshopDto sharedSet(WorkshopRow row) { // mapper-shares tags
    WorkshopDto dto = dto(row);
    dto.setTags(row.getTags());
    return dto;
  }

  static WorkshopDto sharedMap(WorkshopRow row) { // mapper-shares materials
    WorkshopDto dto = dto(row);
    dto.setMaterials(row.getMaterials());
    return dto;
  }

  static WorkshopDto setterOnTheSource(WorkshopRow row) { // mapper-side-effect
    WorkshopDto dto = dto(row);
    row.setTaken(row.getTaken() + 1);
    return dto;
  }

  static WorkshopDto clearedSource(WorkshopRow row) { // mapper-side-effect
    WorkshopDto dto = dto(row);
    row.getTags().clear();
    return dto;
  }

  static WorkshopDto sortedSource(WorkshopRow row) { // mapper-differs bookings; mapper-side-effect
    if (row.getBookings() != null) {
      row.getBookings().sort(Comparator.comparing(SeatRow::getNumber).reversed());
    }
    return dto(row);
  }

  static WorkshopDto overwritingDefault(WorkshopRow row) { // mapper-drops nick
    WorkshopDto dto = dto(row);
    dto.setNick("potter");
    return dto;
  }

  static WorkshopDto replacedMissing(WorkshopRow row) { // mapper-differs notes
    WorkshopDto dto = dto(row);
    dto.setNotes(row.getNotes() == null ? "none" : row.getNotes());
    return dto;
  }

  static WorkshopDto missingAsNumber(WorkshopRow row) { // mapper-differs minutes
    WorkshopDto dto = dto(row);
    dto.setMinutes(row.getMinutes() == null ? 90 : row.getMinutes());
    return dto;
  }

  static WorkshopDto dayOfTheMachine(WorkshopRow row) { // mapper-unstable day
    WorkshopDto dto = dto(row);
    dto.setDay(
        row.getStarts() == null
            ? null
            : row.getStarts().atZone(ZoneId.systemDefault()).toLocalDate());
    return dto;
  }

  static WorkshopDto now(WorkshopRow row) { // mapper-unstable starts
    WorkshopDto dto = dto(row);
    dto.setStarts(Instant.now());
    return dto;
  }

  static WorkshopDto random(WorkshopRow row) { // mapper-unstable nick
    WorkshopDto dto = dto(row);
    dto.setNick(UUID.randomUUID().toString());
    return dto;
  }

  static WorkshopDto secondCallDiffers(WorkshopRow row) { // mapper-unstable extra
    WorkshopDto dto = dto(row);
    dto.setExtra(CALLS.incrementAndGet());
    return dto;
  }

  static WorkshopDto valueOfTheLastCall(WorkshopRow row) { // mapper-unstable notes
    WorkshopDto dto = dto(row);
    dto.setNotes(last);
    last = row.getNotes();
    return dto;
  }

  static WorkshopDto oneObjectForAll(WorkshopRow row) { // mapper-unstable
    SHARED.setTitle(row.getTitle());
    WorkshopDto dto = dto(row);
    SHARED.setTeacher(dto.getTeacher());
    SHARED.setNotes(dto.getNotes());
    SHARED.setNick(dto.getNick());
    SHARED.setSeats(dto.getSeats());
    SHARED.setTaken(dto.getTaken());
    SHARED.setMinutes(dto.getMinutes());
    SHARED.setExtra(dto.getExtra());
    SHARED.setHidden(dto.isHidden());
    SHARED.setPaid(dto.isPaid());
    SHARED.setLevel(dto.getLevel());
    SHARED.setPrice(dto.getPrice());
    SHARED.setDeposit(dto.getDeposit());
    SHARED.setStarts(dto.getStarts());
    SHARED.setEnds(dto.getEnds());
    SHARED.setPrinted(dto.getPrinted());
    SHARED.setDay(dto.getDay());
    SHARED.setBookings(dto.getBookings());
    SHARED.setTags(dto.getTags());
    SHARED.setMaterials(dto.getMaterials());
    SHARED.setPlace(dto.getPlace());
    return SHARED;
  }

  static WorkshopDto offByOne(WorkshopRow row) { // mapper-drops bookings[].held bookings[].name bookings[].number bookings[].remark
    WorkshopDto dto = dto(row);
    List<SeatDto> seats = new ArrayList<>();
    for (int index = 1; row.getBookings() != null && index < row.getBookings().size(); index++) {
      seats.add(seat(row.getBookings().get(index)));
    }
    dto.setBookings(seats);
    return dto;
  }

  static WorkshopDto onlyTheFirst(WorkshopRow row) { // mapper-drops tags[]
    WorkshopDto dto = dto(row);
    Set<String> tags = new LinkedHashSet<>();
    if (row.getTags() != null && !row.getTags().isEmpty()) {
      tags.add(row.getTags().iterator().next());
    }
    dto.setTags(tags);
    return dto;
  }

  static WorkshopDto fieldOfElements(WorkshopRow row) { // mapper-drops bookings[].number
    WorkshopDto dto = dto(row);
    dto.getBookings().forEach(seat -> seat.setNumber(0));
    return dto;
  }

  static WorkshopDto conditionOfElements(WorkshopRow row) { // mapper-conditional bookings[].remark
    WorkshopDto dto = dto(row);
    dto.getBookings().stream().filter(SeatDto::isHeld).forEach(seat -> seat.setRemark(null));
    return dto;
  }

  static WorkshopDto conditionOutsideOfElements(WorkshopRow row) { // mapper-conditional bookings[].name
    WorkshopDto dto = dto(row);
    if (row.isHidden()) {
      dto.getBookings().forEach(seat -> seat.setName("***"));
    }
    return dto;
  }

  static WorkshopDto filteredElements(WorkshopRow row) { // mapper-conditional bookings
    WorkshopDto dto = dto(row);
    dto.getBookings().removeIf(SeatDto::isHeld);
    return dto;
  }

  static WorkshopDto defaultOfElements(WorkshopRow row) { // mapper-differs bookings[].remark
    WorkshopDto dto = dto(row);
    for (SeatDto seat : dto.getBookings()) {
      if (seat.getRemark() == null) {
        seat.setRemark("none");
      }
    }
    return dto;
  }

  static WorkshopDto filteredEntries(WorkshopRow row) { // mapper-conditional materials
    WorkshopDto dto = dto(row);
    dto.getMaterials().values().removeIf(percent -> percent == 0);
    return dto;
  }

  static WorkshopDto sameElementTwice(WorkshopRow row) { // mapper-drops bookings[].held bookings[].name bookings[].number bookings[].remark
    WorkshopDto dto = dto(row);
    List<SeatDto> seats = new ArrayList<>();
    for (int index = 0; row.getBookings() != null && index < row.getBookings().size(); index++) {
      seats.add(seat(row.getBookings().get(0)));
    }
    dto.setBookings(seats);
    return dto;
  }

  static WorkshopDto turnedRound(WorkshopRow row) { // mapper-differs bookings
    WorkshopDto dto = dto(row);
    if (dto.getBookings() != null) {
      Collections.reverse(dto.getBookings());
    }
    return dto;
  }

  static WorkshopDto nestedCross(WorkshopRow row) { // mapper-crosses place.town
    WorkshopDto dto = dto(row);
    if (dto.getPlace() != null) {
      dto.getPlace().setTown(dto.getPlace().getStreet());
    }
    return dto;
  }

  static WorkshopDto nestedNotCopied(WorkshopRow row) { // mapper-drops place
    WorkshopDto dto = dto(row);
    dto.setPlace(new PlaceDto());
    return dto;
  }

  static WorkshopDto lowerCase(WorkshopRow row) { // mapper-differs title
    WorkshopDto dto = dto(row);
    dto.setTitle(row.getTitle().toLowerCase(Locale.ROOT));
    return dto;
  }

  static WorkshopDto cut(WorkshopRow row) { // mapper-differs title
    WorkshopDto dto = dto(row);
    dto.setTitle(row.getTitle().substring(0, Math.min(4, row.getTitle().length())));
    return dto;
  }

  static WorkshopDto rounded(WorkshopRow row) { // mapper-differs price
    WorkshopDto dto = dto(row);
    dto.setPrice(row.getPrice() == null ? null : row.getPrice().setScale(0, RoundingMode.DOWN));
    return dto;
  }

  static WorkshopDto minutesAsHours(WorkshopRow row) { // mapper-differs minutes
    WorkshopDto dto = dto(row);
    dto.setMinutes(row.getMinutes() == null ? null : row.getMinutes() / 60);
    return dto;
  }

  static WorkshopDto cutToDays(WorkshopRow row) { // mapper-differs starts
    WorkshopDto dto = dto(row);
    dto.setStarts(row.getStarts() == null ? null : row.getStarts().truncatedTo(ChronoUnit.DAYS));
    return dto;
  }

  static WorkshopDto invertedFlag(WorkshopRow row) { // mapper-differs hidden
    WorkshopDto dto = dto(row);
    dto.setHidden(!row.isHidden());
    return dto;
  }

  static WorkshopDto wrongDirectionOfLevels(WorkshopRow row) { // mapper-differs level
    WorkshopDto dto = dto(row);
    dto.setLevel(
        row.getLevel() == null ? null : Level.values()[2 - row.getLevel().ordinal()].name());
    return dto;
  }

  static WorkshopDto joinedWithAnother(WorkshopRow row) { // mapper-differs title
    WorkshopDto dto = dto(row);
    dto.setTitle(row.getTitle() + " with " + row.getTeacher());
    return dto;
  }

  static WorkshopDto flagOfAnother(WorkshopRow row) { // mapper-crosses paid
    WorkshopDto dto = dto(row);
    dto.setPaid(row.isHidden());
    return dto;
  }

  static WorkshopDto refusesMissing(WorkshopRow row) { // mapper-refuses-missing nick
    WorkshopDto dto = dto(row);
    dto.setNick(row.getNick().toString());
    return dto;
  }

  static WorkshopDto refusesMissingPlace(WorkshopRow row) { // mapper-refuses-missing
    WorkshopDto dto = dto(row);
    dto.getPlace().setTown(row.getPlace().getTown());
    return dto;
  }

  static WorkshopDto refusesMissingLevel(WorkshopRow row) { // mapper-refuses-missing level
    WorkshopDto dto = dto(row);
    dto.setLevel(row.getLevel().name());
    return dto;
  }

  static WorkshopDto keyAsNick(WorkshopRow row) { // mapper-crosses nick; leaked-key nick
    WorkshopDto dto = dto(row);
    dto.setNick(String.valueOf(row.getId()));
    return dto;
  }

  static WorkshopDto failsAlways(WorkshopRow row) { // mapper-fails
    throw new IllegalStateException("no session");
  }

  static WorkshopDto returnsNothing(WorkshopRow row) { // mapper-fails
    return null;
  }

  static WorkshopRow requestForgets(WorkshopDto dto) { // mapper-drops seats
    WorkshopRow row = row(dto);
    row.setSeats(0);
    return row;
  }

  static void updateForgets(WorkshopDto from, WorkshopRow to) { // mapper-drops price
    BigDecimal before = to.getPrice();
    fill(to, from);
    to.setPrice(before);
  }

  static void updateNeverClears(WorkshopDto from, WorkshopRow to) { // mapper-differs notes
    String before = to.getNotes();
    fill(to, from);
    if (from.getNotes() == null) {
      to.setNotes(before);
    }
  }

  static WorkshopRow requestSetsTheKey(WorkshopDto dto) { // open-write id
    WorkshopRow row = row(dto);
    row.setId((long) dto.getSeats());
    return row;
  }
}
