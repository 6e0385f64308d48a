package dev.shelftwin;

import dev.shelftwin.describe.DescribedSource;
import dev.shelftwin.finding.InputError;
import dev.shelftwin.finding.InputException;
import dev.shelftwin.shape.Place;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Writes the sources of described types; a file that exists is never touched. */
public final class ScaffoldFiles {

  private ScaffoldFiles() {}

  /**
   * Writes all sources or none.
   *
   * @param folder a source folder, which is created if it does not exist
   * @return the files in order
   * @throws InputException if a file exists, or the folder cannot be written
   */
  public static List<Path> write(List<DescribedSource> sources, Path folder) {
    Map<Path, String> texts = new LinkedHashMap<>();
    sources.forEach(source -> texts.put(folder.resolve(source.path()), source.text()));
    List<InputError> errors =
        texts.keySet().stream()
            .filter(Files::exists)
            .map(
                file ->
                    new InputError(
                        Place.in(file.toString()),
                        "This file exists, and is not among the code that the plan names",
                        "add its folder to 'code: sources', or write elsewhere with --to"))
            .toList();
    if (!errors.isEmpty()) {
      throw new InputException(errors);
    }
    WholeFiles.write(texts, "the described types", "write elsewhere with --to");
    return List.copyOf(texts.keySet());
  }
}
