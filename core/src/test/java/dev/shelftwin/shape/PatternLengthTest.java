package dev.shelftwin.shape;

import static org.assertj.core.api.Assertions.assertThat;

import com.github.curiousoddman.rgxgen.RgxGen;
import java.util.OptionalInt;
import java.util.Random;
import java.util.regex.Pattern;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The longest texts of regular expressions. */
class PatternLengthTest {

  @ParameterizedTest
  @CsvSource(
      delimiter = '!',
      textBlock =
          """
          abc                      ! 3
          ^[A-Z]{2}-\\d{4}$      ! 7
          [A-Z]{2,5}x?             ! 6
          (red|green|blue)?        ! 5
          (?:a|b(?<two>cd)){3}     ! 9
          [^\\]a-z[&&[xy]]]{2}   ! 2
          \\p{L}\\u00e4\\.\\x41 ! 4
          (?i)[a-f\\d]{8}        ! 8
          (?=.{8}$)[a-z]{1,9}      ! 9
          a{2}+b{1}?               ! 3
          (a{3}){4}|\\S          ! 12
          ''                       ! 0
          [A-Z]+                   !
          .*                       !
          a{3,}                    !
          (ab)*                    !
          (a)\\1                 !
          \\Qa*b\\E            !
          (?<=a)b                  !
          [a                       !
          [a\\                    !
          a\\                     !
          (a                       !
          a)                       !
          """)
  void isThatOfTheLongestText(String pattern, Integer longest) {
    OptionalInt found = PatternLength.longest(pattern);
    assertThat(found).isEqualTo(longest == null ? OptionalInt.empty() : OptionalInt.of(longest));
    if (longest != null && !pattern.matches(".*[?&].*")) { // what texts are made of, too
      RgxGen texts = RgxGen.parse(pattern.replaceAll("^\\^|\\$$", ""));
      for (int seed = 0; seed < 50; seed++) {
        String text = texts.generate(new Random(seed));
        assertThat(text.length()).isLessThanOrEqualTo(longest);
        assertThat(Pattern.matches(pattern, text)).isTrue();
      }
    }
  }
}
