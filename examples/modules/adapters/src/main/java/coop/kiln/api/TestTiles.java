package coop.kiln.api;

import coop.kiln.model.TestTile;
import java.util.List;

/** What the web layer shows and takes; its mapper is generated in the same compilation. */
public class TestTiles {

  private final TestTileApiMapper mapper = new TestTileApiMapper();

  /** A tile for the public board. */
  public TestTileView shown(TestTile tile) {
    return mapper.toTestTileView(tile);
  }

  /** The tiles of requests. */
  public List<TestTile> requested(List<FireTestTile> requests) {
    return requests.stream().map(mapper::toTestTile).toList();
  }
}
