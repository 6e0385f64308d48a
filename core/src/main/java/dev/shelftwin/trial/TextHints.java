package dev.shelftwin.trial;

import com.github.curiousoddman.rgxgen.RgxGen;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.random.RandomGenerator;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.objectweb.asm.ClassReader;
import org.objectweb.asm.ClassVisitor;
import org.objectweb.asm.MethodVisitor;
import org.objectweb.asm.Opcodes;

/**
 * Texts that a type may accept although it rejects any other: those that match the regular
 * expressions in its class file, and those that contain its other text constants. Types of codes,
 * numbers and addresses check their text in this way.
 */
final class TextHints {

  /** Class files also contain messages, which are longer than what checks look for. */
  private static final int LONGEST_CONSTANT = 120;

  private static final int LONGEST_TEXT = 200;

  private static final Pattern EXPRESSION = Pattern.compile(".*[\\[\\\\*+?{|^$].*", Pattern.DOTALL);

  private final List<RgxGen> expressions = new ArrayList<>();
  private final List<String> parts = new ArrayList<>();

  private TextHints(Set<String> constants) {
    for (String constant : constants) {
      if (!EXPRESSION.matcher(constant).matches() || !addExpression(constant)) {
        parts.add(constant);
      }
    }
  }

  /** The hints in a class file; none if it cannot be read. */
  static TextHints of(Class<?> type) {
    Set<String> constants = new LinkedHashSet<>();
    String file = type.getName().replace('.', '/') + ".class";
    @Nullable ClassLoader loader = type.getClassLoader();
    try (@Nullable InputStream bytes = loader == null ? null : loader.getResourceAsStream(file)) {
      if (bytes != null) {
        new ClassReader(bytes).accept(new Constants(constants), ClassReader.SKIP_DEBUG);
      }
    } catch (IOException | IllegalArgumentException unreadable) {
      constants.clear();
    }
    return new TextHints(constants);
  }

  private boolean addExpression(String constant) {
    try {
      Pattern.compile(constant);
      return expressions.add(RgxGen.parse(constant.replaceAll("^\\^|\\$$", "")));
    } catch (RuntimeException noExpression) {
      return false; // not one, or one that the generator does not support
    }
  }

  boolean isEmpty() {
    return expressions.isEmpty() && parts.isEmpty();
  }

  /** A text by one of the hints. */
  String text(RandomGenerator random, String word) {
    int choice = random.nextInt(expressions.size() + parts.size());
    if (choice < expressions.size()) {
      String text = expressions.get(choice).generate(new Random(random.nextLong()));
      return text.substring(0, Math.min(LONGEST_TEXT, text.length()));
    }
    String part = parts.get(choice - expressions.size());
    return switch (random.nextInt(3)) {
      case 0 -> part + word;
      case 1 -> word + part;
      default -> word + part + word;
    };
  }

  /** Collects the text constants of a class. */
  private static final class Constants extends ClassVisitor {

    private final Set<String> found;

    Constants(Set<String> found) {
      super(Opcodes.ASM9);
      this.found = found;
    }

    @Override
    public MethodVisitor visitMethod(
        int access,
        String name,
        String type,
        @Nullable String generic,
        String @Nullable [] exceptions) {
      return new MethodVisitor(Opcodes.ASM9) {
        @Override
        public void visitLdcInsn(Object value) {
          if (value instanceof String text
              && !text.isEmpty()
              && text.length() <= LONGEST_CONSTANT) {
            found.add(text);
          }
        }
      };
    }
  }
}
