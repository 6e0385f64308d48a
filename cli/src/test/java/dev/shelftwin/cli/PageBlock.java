package dev.shelftwin.cli;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.commonmark.node.AbstractVisitor;
import org.commonmark.node.FencedCodeBlock;
import org.commonmark.parser.IncludeSourceSpans;
import org.commonmark.parser.Parser;

/**
 * A fenced code block of a page. The words after its language say what a test does with it:
 *
 * <ul>
 *   <li>{@code java FILE}: writes the file
 *   <li>{@code java excerpt FILE}: the file has these lines, in this order
 *   <li>{@code sh}, {@code sh exit N}: runs the commands; {@code sh words}: they are only parsed
 *   <li>{@code text}: the commands before it printed these lines, in this order
 *   <li>{@code text tested-by FILE}: that test reads the block
 *   <li>{@code yaml plan}: fits the schema of plans
 *   <li>{@code untried}: nothing, and the page says so
 * </ul>
 *
 * @param line where it begins, from 1
 */
record PageBlock(int line, String language, List<String> words, String text) {

  static List<PageBlock> of(String page) {
    List<PageBlock> blocks = new ArrayList<>();
    Parser.builder()
        .includeSourceSpans(IncludeSourceSpans.BLOCKS)
        .build()
        .parse(page)
        .accept(
            new AbstractVisitor() {
              @Override
              public void visit(FencedCodeBlock block) {
                List<String> words = List.of(block.getInfo().split(" "));
                blocks.add(
                    new PageBlock(
                        block.getSourceSpans().get(0).getLineIndex() + 1,
                        words.get(0),
                        words.subList(1, words.size()),
                        block.getLiteral()));
              }
            });
    return blocks;
  }

  boolean says(String word) {
    return !words.isEmpty() && words.get(0).equals(word);
  }

  boolean runs() {
    return language.equals("sh") && (words.isEmpty() || says("exit"));
  }

  boolean isOutput() {
    return language.equals("text") && words.isEmpty();
  }

  boolean isFile() {
    return words.size() == 1
        && !language.equals("sh")
        && Path.of(words.get(0)).getNameCount() > 0
        && words.get(0).contains(".");
  }

  int exitCode() {
    return says("exit") ? Integer.parseInt(words.get(1)) : 0;
  }

  /** The lines that must be there, without remarks; an ellipsis stands for any lines. */
  List<String> lines() {
    return text.lines()
        .map(line -> line.replaceFirst(" {2,}(//|#) .*", "").strip())
        .filter(line -> !line.isEmpty() && !line.equals("…"))
        .toList();
  }
}
