package dev.shelftwin.draft;

import dev.shelftwin.plan.Layer;
import dev.shelftwin.plan.MapperStyle;
import dev.shelftwin.plan.Text;
import dev.shelftwin.shape.Role;
import dev.shelftwin.shape.Shape;
import dev.shelftwin.shape.Visibility;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Where the mappers between rows and transfer types are: usually in the package of the transfer
 * types; in that of the rows if only there they reach what they map.
 */
final class MapperPlace {

  private final List<Shape> rows;
  private final List<Shape> others;

  private MapperPlace(List<PairedTypes> pairs) {
    this.rows = shapes(pairs, true);
    this.others = shapes(pairs, false);
  }

  private static List<Shape> shapes(List<PairedTypes> pairs, boolean stored) {
    return pairs.stream()
        .flatMap(pair -> pair.members().stream())
        .filter(member -> (member.role() == Role.PERSISTENCE) == stored)
        .map(PairedTypes.Member::shape)
        .toList();
  }

  /** The same types, in layers that say where the mappers are if it is not the usual place. */
  static List<DataTypes> in(List<DataTypes> types, ReadCode code) {
    if (types.stream().anyMatch(one -> one.layer().role() == Role.DOMAIN)) {
      return types;
    }
    MapperPlace place = new MapperPlace(new ShapePairing(code, types, Set.of()).pairs());
    return place
        .packageName()
        .map(name -> types.stream().map(one -> moved(one, name)).toList())
        .orElse(types);
  }

  private static DataTypes moved(DataTypes types, String packageName) {
    Layer layer = types.layer();
    MapperStyle style = MapperStyle.in(new Text(packageName, layer.at()));
    return new DataTypes(layer.with(style), types.types());
  }

  private Optional<String> packageName() {
    Set<String> packages =
        rows.stream().map(row -> row.type().packageName()).collect(Collectors.toSet());
    boolean moves =
        packages.size() == 1
            && hidden(rows) * 2 > rows.stream().flatMap(Shape::storedFields).count()
            && hidden(others) == 0;
    return moves ? packages.stream().findFirst() : Optional.empty();
  }

  /** How many fields only the packages of their types can read. */
  private static long hidden(List<Shape> shapes) {
    return shapes.stream()
        .flatMap(Shape::storedFields)
        .flatMap(field -> field.reader().stream())
        .filter(reader -> reader.visibility() == Visibility.PACKAGE)
        .count();
  }
}
