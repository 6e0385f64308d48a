package coop.kiln.store;

import coop.kiln.model.GlazeCode;
import coop.kiln.model.MemberNumber;
import coop.kiln.model.Piece;
import coop.kiln.model.PieceTag;
import java.util.Optional;

/** Pieces in the list of pieces. */
public class PieceRows {

  public Piece toPiece(PieceRow row) {
    return new Piece(
        new PieceTag(row.getTag()),
        new MemberNumber(row.getMaker().getNumber()),
        row.getClay(),
        row.getGrams(),
        row.getMillimetres(),
        row.getGlazes().stream().map(glaze -> new GlazeCode(glaze.getCode())).toList(),
        Optional.ofNullable(row.getNote()));
  }
}
