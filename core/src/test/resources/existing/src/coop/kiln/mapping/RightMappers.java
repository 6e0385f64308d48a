package coop.kiln.mapping;

import static coop.kiln.mapping.Base.*;

import coop.kiln.api.*;
import coop.kiln.store.*;
import java.lang.reflect.Method;
import java.util.*;
import java.util.function.BiConsumer;
import java.util.function.Function;
import java.util.stream.Collectors;

/** Mappers that look odd and are right: nothing may be found in them. */
public final class RightMappers {

  private final Map<Long, String> seen = new HashMap<>();

  RightMappers() {}

  static WorkshopDto plain(WorkshopRow row) {
    return dto(row);
  }

  static WorkshopDto doubleWork(WorkshopRow row) {
    WorkshopDto dto = dto(row);
    dto.setTeacher(null);
    dto.setTeacher(row.getTeacher());
    return dto;
  }

  static WorkshopDto throughAMap(WorkshopRow row) {
    Map<String, Object> values = new HashMap<>();
    values.put("title", row.getTitle());
    values.put("notes", row.getNotes());
    WorkshopDto dto = dto(row);
    dto.setTitle((String) values.get("title"));
    dto.setNotes((String) values.get("notes"));
    return dto;
  }

  static WorkshopDto byReflection(WorkshopRow row) throws ReflectiveOperationException {
    WorkshopDto dto = dto(row);
    dto.setNick(null);
    Method getter = WorkshopRow.class.getMethod("getNick");
    WorkshopDto.class.getMethod("setNick", String.class).invoke(dto, getter.invoke(row));
    return dto;
  }

  static WorkshopDto byTable(WorkshopRow row) {
    WorkshopDto dto = dto(row);
    Map<Function<WorkshopRow, String>, BiConsumer<WorkshopDto, String>> table = new HashMap<>();
    table.put(WorkshopRow::getTitle, WorkshopDto::setTitle);
    table.put(WorkshopRow::getTeacher, WorkshopDto::setTeacher);
    table.forEach((getter, setter) -> setter.accept(dto, getter.apply(row)));
    return dto;
  }

  static WorkshopDto bothBranchesTheSame(WorkshopRow row) {
    WorkshopDto dto = dto(row);
    if (row.isHidden()) {
      dto.setNotes(row.getNotes());
    } else {
      dto.setNotes(Optional.ofNullable(row.getNotes()).orElse(null));
    }
    return dto;
  }

  static WorkshopDto arithmetic(WorkshopRow row) {
    WorkshopDto dto = dto(row);
    dto.setSeats(row.getSeats() + row.getTaken() - row.getTaken());
    return dto;
  }

  static WorkshopDto copyOfTheText(WorkshopRow row) {
    WorkshopDto dto = dto(row);
    dto.setTitle(new StringBuilder(row.getTitle()).reverse().reverse().toString());
    return dto;
  }

  static WorkshopDto backwards(WorkshopRow row) {
    WorkshopDto dto = dto(row);
    LinkedList<SeatDto> seats = new LinkedList<>();
    List<SeatRow> rows = row.getBookings() == null ? List.of() : row.getBookings();
    for (int index = rows.size() - 1; index >= 0; index--) {
      seats.addFirst(seat(rows.get(index)));
    }
    dto.setBookings(seats);
    return dto;
  }

  static WorkshopDto missingListIsEmpty(WorkshopRow row) {
    WorkshopDto dto = dto(row);
    dto.setBookings(row.getBookings() == null ? List.of() : seats(row.getBookings()));
    return dto;
  }

  static WorkshopDto elementsWithAndWithoutRemarks(WorkshopRow row) {
    WorkshopDto dto = dto(row);
    List<SeatDto> seats = new ArrayList<>();
    for (SeatRow booking : row.getBookings() == null ? List.<SeatRow>of() : row.getBookings()) {
      SeatDto seat = seat(booking);
      if (booking.isHeld() && booking.getRemark() != null) {
        seat.setRemark(booking.getRemark());
      }
      seats.add(seat);
    }
    dto.setBookings(seats);
    return dto;
  }

  static WorkshopDto byStream(WorkshopRow row) {
    WorkshopDto dto = dto(row);
    dto.setTags(
        Optional.ofNullable(row.getTags()).stream()
            .flatMap(Set::stream)
            .collect(Collectors.toCollection(TreeSet::new)));
    return dto;
  }

  static WorkshopDto immutableSet(WorkshopRow row) {
    WorkshopDto dto = dto(row);
    dto.setTags(row.getTags() == null ? Set.of() : Set.copyOf(row.getTags()));
    return dto;
  }

  static WorkshopDto switchOverLevels(WorkshopRow row) {
    WorkshopDto dto = dto(row);
    if (row.getLevel() != null) {
      switch (row.getLevel()) {
        case BEGINNER -> dto.setLevel("BEGINNER");
        case SKILLED -> dto.setLevel("SKILLED");
        default -> dto.setLevel("MASTER");
      }
    }
    return dto;
  }

  static WorkshopDto flagByQuestion(WorkshopRow row) {
    WorkshopDto dto = dto(row);
    dto.setHidden(row.isHidden() ? true : false);
    return dto;
  }

  static Optional<WorkshopDto> optional(WorkshopRow row) {
    return Optional.of(dto(row));
  }

  static List<WorkshopDto> list(List<WorkshopRow> rows) {
    return rows.stream().map(Base::dto).toList();
  }

  static WorkshopDto withALanguage(WorkshopRow row, Locale locale) {
    String.format(locale, "%s", row.getTitle());
    return dto(row);
  }

  WorkshopDto instance(WorkshopRow row) {
    return seen.isEmpty() ? dto(row) : null;
  }

  private WorkshopDto remembering(WorkshopRow row) {
    seen.put(row.getId(), row.getTitle());
    return dto(row);
  }

  static WorkshopDto recursive(WorkshopRow row) {
    return row.isHidden() ? dto(row) : recursive(row, 3);
  }

  private static WorkshopDto recursive(WorkshopRow row, int depth) {
    return depth == 0 ? dto(row) : recursive(row, depth - 1);
  }

  static WorkshopRow request(WorkshopDto dto) {
    return row(dto);
  }

  static void update(WorkshopDto from, WorkshopRow to) {
    fill(to, from);
  }

  static WorkshopRow returningUpdate(WorkshopRow to, WorkshopDto from) {
    fill(to, from);
    return to;
  }
}
