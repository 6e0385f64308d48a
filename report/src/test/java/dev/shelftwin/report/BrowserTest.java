package dev.shelftwin.report;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.abort;

import com.deque.html.axecore.results.CheckedNode;
import com.deque.html.axecore.selenium.AxeBuilder;
import dev.shelftwin.testkit.Project;
import dev.shelftwin.trial.TrialOptions;
import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;

/** The page in a real browser. */
class BrowserTest {

  private static final String HOSTILE = "<img src=x onerror=document.title=1>";

  @TempDir static Path folder;

  private static ChromeDriver browser;
  private static Path page;

  @BeforeAll
  static void open() throws IOException {
    Optional<File> chromium = program("chromium");
    Optional<File> driver = program("chromedriver");
    if (chromium.isEmpty() || driver.isEmpty()) {
      String message = "there is no Chromium with its driver";
      assertThat(System.getenv("SHELF_TWIN_SERVERS")).as(message).isNotEqualTo("required");
      System.err.println("NOT TESTED: " + message + "; .ci/run installs it");
      abort(message);
    }
    ChromeOptions options = new ChromeOptions();
    options.setBinary(chromium.get());
    options.addArguments("--headless=new", "--no-sandbox", "--disable-gpu", "--hide-scrollbars");
    browser =
        new ChromeDriver(
            new ChromeDriverService.Builder().usingDriverExecutable(driver.get()).build(), options);
    page = Files.writeString(folder.resolve("page.html"), html());
  }

  private static Optional<File> program(String name) {
    return Arrays.stream(System.getenv("PATH").split(File.pathSeparator))
        .map(path -> new File(path, name))
        .filter(File::canExecute)
        .findFirst();
  }

  /** A finding, a hostile reason, and a trial with a broken route. */
  private static String html() {
    Project project =
        new Project(folder.resolve("glazes"))
            .with("stays: the store's own", "stays: '" + HOSTILE + "'")
            .with("  String note;\n", "  String note;\n  String supplier;\n");
    TrialOptions options = new TrialOptions(1, 3, Set.of(), OptionalInt.empty(), false);
    return project.run(
        open ->
            HtmlReport.of(
                new Page.Sources(
                    open.ledger(),
                    open.check().findings(),
                    List.of(),
                    open.generate(),
                    Optional.of(open.trial(options)))));
  }

  @AfterAll
  static void close() {
    if (browser != null) {
      browser.quit();
    }
  }

  private static void load(String fragment) {
    browser.get("about:blank");
    browser.get(page.toUri() + fragment);
  }

  private static void show(int width, String scheme) {
    browser.executeCdpCommand(
        "Emulation.setDeviceMetricsOverride",
        Map.of("width", width, "height", 800, "deviceScaleFactor", 1, "mobile", false));
    browser.executeCdpCommand(
        "Emulation.setEmulatedMedia",
        Map.of("features", List.of(Map.of("name", "prefers-color-scheme", "value", scheme))));
  }

  private static List<String> violations() {
    return new AxeBuilder()
        .analyze(browser).getViolations().stream()
            .flatMap(rule -> rule.getNodes().stream().map(node -> rule.getId() + " " + of(node)))
            .toList();
  }

  private static String of(CheckedNode node) {
    return node.getHtml();
  }

  private static Stream<WebElement> rows() {
    return browser.findElements(By.cssSelector("tr[id]")).stream().filter(WebElement::isDisplayed);
  }

  @ParameterizedTest
  @CsvSource({"1280, light", "1280, dark", "400, light", "400, dark"})
  void everybodyCanReadIt(int width, String scheme) {
    show(width, scheme);
    load("");
    assertThat(violations()).isEmpty();
    assertThat((Long) browser.executeScript("return document.documentElement.scrollWidth"))
        .isLessThanOrEqualTo(width);
    browser.findElement(By.cssSelector("button.open")).click();
    assertThat(violations()).as("with a journey").isEmpty();
  }

  @Test
  void aJourneyIsOpenedAndClosedByKeys() {
    show(1280, "light");
    load("");
    WebElement button =
        browser
            .findElement(By.cssSelector("tr[id='Glaze.name']"))
            .findElement(By.tagName("button"));
    button.sendKeys(Keys.ENTER);
    WebElement dialog = browser.findElement(By.tagName("dialog"));
    assertThat(dialog.getText()).contains("Glaze.name", "GlazeRow", "label", "Also touched");
    assertThat(browser.getCurrentUrl()).endsWith("#Glaze.name");
    browser.switchTo().activeElement().sendKeys(Keys.ESCAPE);
    assertThat(dialog.isDisplayed()).isFalse();
  }

  @Test
  void theSearchShowsWhatFits() {
    show(1280, "light");
    load("");
    long all = rows().count();
    browser.findElement(By.tagName("body")).sendKeys("/");
    browser.switchTo().activeElement().sendKeys("glaze foodsafe");
    assertThat(rows().map(row -> row.getDomAttribute("id"))).containsExactly("Glaze.foodSafe");
    assertThat(browser.findElement(By.id("shown")).getText()).isEqualTo("1 fields");
    browser.switchTo().activeElement().clear();
    browser.findElement(By.id("search")).sendKeys(" ");
    assertThat(rows().count()).isEqualTo(all);
    browser.findElement(By.id("wrong")).click();
    assertThat(rows().map(row -> row.getDomAttribute("id"))).containsExactly("Glaze.·supplier");
  }

  @Test
  void aLinkLeadsToAField() {
    show(1280, "light");
    load("#Glaze.finish");
    assertThat(browser.executeScript("return document.querySelector(':target').id"))
        .isEqualTo("Glaze.finish");
  }

  @Test
  void nothingFromThePlanRuns() {
    load("");
    assertThat(browser.findElements(By.tagName("img"))).isEmpty();
    assertThat(browser.getTitle()).startsWith("glazes");
    assertThat(browser.findElement(By.tagName("main")).getText()).contains(HOSTILE);
  }
}
