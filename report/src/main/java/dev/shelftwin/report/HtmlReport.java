package dev.shelftwin.report;

import freemarker.template.Configuration;
import freemarker.template.DefaultObjectWrapperBuilder;
import freemarker.template.TemplateException;
import freemarker.template.TemplateExceptionHandler;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Map;

/** The ledger as one HTML page that needs nothing else: no network, no other file. */
public final class HtmlReport {

  private static final Configuration TEMPLATES = templates();

  private HtmlReport() {}

  private static Configuration templates() {
    Configuration templates = new Configuration(Configuration.VERSION_2_3_34);
    templates.setClassForTemplateLoading(HtmlReport.class, "/dev/shelftwin/report");
    // Files that end so are HTML: every value is escaped.
    templates.setRecognizeStandardFileExtensions(true);
    templates.setDefaultEncoding(StandardCharsets.UTF_8.name());
    templates.setLocale(Locale.ROOT);
    templates.setNumberFormat("computer");
    templates.setTemplateExceptionHandler(TemplateExceptionHandler.RETHROW_HANDLER);
    templates.setLogTemplateExceptions(false);
    templates.setObjectWrapper(
        new DefaultObjectWrapperBuilder(Configuration.VERSION_2_3_34).build());
    return templates;
  }

  /** The page. */
  public static String of(Page.Sources sources) {
    StringWriter text = new StringWriter();
    try {
      TEMPLATES.getTemplate("page.ftlh").process(Map.of("page", Page.of(sources)), text);
    } catch (IOException unread) {
      throw new UncheckedIOException(unread);
    } catch (TemplateException wrong) {
      throw new IllegalStateException(wrong);
    }
    return text.toString();
  }
}
