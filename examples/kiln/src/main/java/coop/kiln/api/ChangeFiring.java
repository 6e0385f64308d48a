package coop.kiln.api;

import java.util.List;
import java.util.Optional;

/**
 * What shall be different about a firing; what is null is not mentioned and stays.
 *
 * @param remarks empty to clear them
 */
public record ChangeFiring(String kiln, List<SegmentView> schedule, Optional<String> remarks) {}
