package dev.shelftwin.runtime;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Problem details for an HTTP response (RFC 9457) with the faults of one request. Needs no web
 * framework.
 *
 * <pre>{@code
 * catch (FaultException refused) {
 *   Problem problem = Problem.of(refused);
 *   response.setStatus(problem.status());
 *   response.setContentType(Problem.MEDIA_TYPE);
 *   response.getWriter().write(problem.json());
 * }
 * }</pre>
 *
 * @param type a URI that names the kind of problem (§3.1.1)
 * @param title a short summary of the kind of problem (§3.1.3)
 * @param status the HTTP status (§3.1.2)
 * @param faults each becomes an object of the member {@code errors}, as in the example of §3
 */
public record Problem(String type, String title, int status, List<Fault> faults) {

  /** RFC 9457, §6.1. */
  public static final String MEDIA_TYPE = "application/problem+json";

  private static final Set<String> CONFLICTS =
      Set.of(Fault.ALREADY_TAKEN, Fault.STILL_REFERENCED, Fault.CHANGED);

  public Problem {
    Objects.requireNonNull(type, "type");
    Objects.requireNonNull(title, "title");
    faults = List.copyOf(faults);
  }

  /**
   * Creates the problem details of a rejected request: type {@code about:blank} (RFC 9457, §4.2.1)
   * and status 422 (RFC 9110, §15.5.21); status 409 (§15.5.10) if only what others have stored is
   * in the way.
   */
  public static Problem of(FaultException refused) {
    boolean isConflict = refused.faults().stream().map(Fault::code).allMatch(CONFLICTS::contains);
    return isConflict
        ? new Problem("about:blank", "Conflict", 409, refused.faults())
        : new Problem("about:blank", "Unprocessable Content", 422, refused.faults());
  }

  /** Returns the members as plain values that any JSON library can write. */
  public Map<String, Object> members() {
    Map<String, Object> members = new LinkedHashMap<>();
    members.put("type", type);
    members.put("title", title);
    members.put("status", status);
    if (faults.size() == 1) {
      members.put("detail", faults.get(0).message());
    } else if (!faults.isEmpty()) {
      members.put("detail", faults.size() + " values are invalid");
    }
    List<Map<String, Object>> errors = new ArrayList<>();
    for (Fault fault : faults) {
      Map<String, Object> error = new LinkedHashMap<>();
      error.put("detail", fault.message());
      error.put("pointer", fault.path().pointer());
      error.put("code", fault.code());
      errors.add(error);
    }
    members.put("errors", errors);
    return members;
  }

  /** Returns the problem as JSON (RFC 8259). */
  public String json() {
    return json(members());
  }

  private static String json(Object value) {
    if (value instanceof Map<?, ?> map) {
      return map.entrySet().stream()
          .map(entry -> quoted(String.valueOf(entry.getKey())) + ":" + json(entry.getValue()))
          .collect(Collectors.joining(",", "{", "}"));
    }
    if (value instanceof List<?> list) {
      return list.stream().map(Problem::json).collect(Collectors.joining(",", "[", "]"));
    }
    return value instanceof Number ? value.toString() : quoted(value.toString());
  }

  /** RFC 8259, §7: quotes, backslashes and control characters are escaped. */
  private static String quoted(String text) {
    StringBuilder quoted = new StringBuilder("\"");
    for (int index = 0; index < text.length(); index++) {
      char letter = text.charAt(index);
      if (letter == '"' || letter == '\\') {
        quoted.append('\\').append(letter);
      } else if (letter < ' ' || Character.isSurrogate(letter)) {
        quoted.append(String.format("\\u%04x", (int) letter));
      } else {
        quoted.append(letter);
      }
    }
    return quoted.append('"').toString();
  }
}
