package coop.kiln.api;

import coop.kiln.model.GlazeCode;
import coop.kiln.model.Piece;

/** Pieces as members see them; an object with a collaborator. */
public class PieceViews {

  private final Weights weights;

  public PieceViews(Weights weights) {
    this.weights = weights;
  }

  public PieceView toView(Piece piece) {
    weights.count(piece.weight());
    return new PieceView(
        piece.tag().value(),
        piece.maker().value(),
        piece.clay(),
        piece.weight(),
        piece.height(),
        piece.glazes().stream().map(GlazeCode::value).toList(),
        piece.glazes().isEmpty() ? null : piece.note().orElse(null));
  }
}
