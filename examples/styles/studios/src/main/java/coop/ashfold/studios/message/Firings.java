package coop.ashfold.studios.message;

import com.google.protobuf.ByteString;
import com.google.protobuf.Duration;
import com.google.protobuf.StringValue;
import com.google.protobuf.Timestamp;
import coop.ashfold.studios.model.Firing;
import coop.ashfold.studios.model.Segment;
import coop.ashfold.studios.model.Status;
import coop.ashfold.studios.model.Studio;
import java.time.Instant;
import java.util.Optional;

public final class Firings {

  private static final String PREFIX = "STATUS_MESSAGE_";

  private Firings() {}

  public static FiringMessage toMessage(Firing firing) {
    FiringMessage.Builder message =
        FiringMessage.newBuilder()
            .setNumber(firing.number())
            .setStartedAt(
                Timestamp.newBuilder()
                    .setSeconds(firing.startedAt().getEpochSecond())
                    .setNanos(firing.startedAt().getNano()))
            .setPlanned(
                Duration.newBuilder()
                    .setSeconds(firing.planned().getSeconds())
                    .setNanos(firing.planned().getNano()))
            .setStatus(StatusMessage.valueOf(PREFIX + firing.status()))
            .putAllShares(firing.shares())
            .addAllTags(firing.tags())
            .setPeakTemperature(firing.peakTemperature())
            .setSeal(ByteString.copyFrom(firing.seal()))
            .setOpenToVisitors(firing.openToVisitors())
            .setLine2OfLabel(firing.line2OfLabel());
    firing.note().ifPresent(message::setNote);
    firing.shelfCount().ifPresent(message::setShelfCount);
    firing.operator().ifPresent(name -> message.setOperator(StringValue.of(name)));
    firing.card().ifPresent(message::setCard);
    firing.workHours().ifPresent(message::setWorkHours);
    firing.studio().ifPresent(studio -> message.setStudio(toMessage(studio)));
    firing.segments().forEach(segment -> message.addSegments(toMessage(segment)));
    firing.earlier().forEach(one -> message.addEarlier(StatusMessage.valueOf(PREFIX + one)));
    return message.build();
  }

  private static FiringMessage.Studio toMessage(Studio studio) {
    FiringMessage.Studio.Builder message =
        FiringMessage.Studio.newBuilder().setName(studio.name());
    studio.street().ifPresent(message::setStreet);
    return message.build();
  }

  private static SegmentMessage toMessage(Segment segment) {
    SegmentMessage.Builder message =
        SegmentMessage.newBuilder().setRate(segment.rate()).setTarget(segment.target());
    segment.hold().ifPresent(message::setHold);
    return message.build();
  }

  public static Firing toFiring(FiringMessage message) {
    if (!message.hasStartedAt() || !message.hasPlanned()) {
      throw new IllegalArgumentException("a firing has a time and a length");
    }
    return new Firing(
        message.getNumber(),
        message.hasNote() ? Optional.of(message.getNote()) : Optional.empty(),
        Instant.ofEpochSecond(
            message.getStartedAt().getSeconds(), message.getStartedAt().getNanos()),
        java.time.Duration.ofSeconds(
            message.getPlanned().getSeconds(), message.getPlanned().getNanos()),
        toStatus(message.getStatus()),
        message.getSegmentsList().stream().map(Firings::toSegment).toList(),
        message.getSharesMap(),
        message.getTagsList(),
        message.getPeakTemperature(),
        message.hasShelfCount() ? Optional.of(message.getShelfCount()) : Optional.empty(),
        message.hasOperator() ? Optional.of(message.getOperator().getValue()) : Optional.empty(),
        message.getSeal().toByteArray(),
        message.hasStudio() ? Optional.of(toStudio(message.getStudio())) : Optional.empty(),
        message.getEarlierList().stream().map(Firings::toStatus).toList(),
        message.hasCard() ? Optional.of(message.getCard()) : Optional.empty(),
        message.hasWorkHours() ? Optional.of(message.getWorkHours()) : Optional.empty(),
        message.getOpenToVisitors(),
        message.getLine2OfLabel());
  }

  private static Status toStatus(StatusMessage message) {
    return Status.valueOf(message.name().substring(PREFIX.length()));
  }

  private static Segment toSegment(SegmentMessage message) {
    return new Segment(
        message.getRate(),
        message.getTarget(),
        message.hasHold() ? Optional.of(message.getHold()) : Optional.empty());
  }

  private static Studio toStudio(FiringMessage.Studio message) {
    return new Studio(
        message.getName(),
        message.hasStreet() ? Optional.of(message.getStreet()) : Optional.empty());
  }
}
