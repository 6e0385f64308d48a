package dev.shelftwin.source;

import dev.shelftwin.facts.MessageFacts;
import dev.shelftwin.shape.Access;
import dev.shelftwin.shape.Creator;
import dev.shelftwin.shape.Field;
import dev.shelftwin.shape.FieldAccess;
import dev.shelftwin.shape.FieldFacts;
import dev.shelftwin.shape.Guard;
import dev.shelftwin.shape.Parameter;
import dev.shelftwin.shape.Presence;
import dev.shelftwin.shape.TypeRef;
import dev.shelftwin.shape.Visibility;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.util.ElementFilter;

/**
 * Reads the fields and the builder of a message class. Each field of a message has a constant with
 * its number, a method that reads it, and a step of the builder; where a value may be unset, a
 * method tells whether it was set (Protocol Buffers, "Java Generated Code Guide", Fields).
 */
final class MessageReader {

  private static final String NUMBER = "_FIELD_NUMBER";
  private static final String BUILDER = "Builder";

  private final TypeReader typeReader;
  private final Places places;
  private final TypeElement type;
  private final TypeRef ref;
  private final Map<String, ExecutableElement> getters = new LinkedHashMap<>();
  private final Map<String, List<ExecutableElement>> steps = new LinkedHashMap<>();

  MessageReader(TypeReader typeReader, Places places, TypeElement type, TypeRef ref) {
    this.typeReader = typeReader;
    this.places = places;
    this.type = type;
    this.ref = ref;
    for (ExecutableElement method : ElementFilter.methodsIn(type.getEnclosedElements())) {
      if (method.getParameters().isEmpty() && isPublic(method)) {
        getters.put(lower(method), method);
      }
    }
    for (TypeElement nested : ElementFilter.typesIn(type.getEnclosedElements())) {
      if (nested.getSimpleName().contentEquals(BUILDER)) {
        for (ExecutableElement method : ElementFilter.methodsIn(nested.getEnclosedElements())) {
          if (method.getParameters().size() == 1 && isPublic(method)) {
            steps.computeIfAbsent(lower(method), name -> new ArrayList<>()).add(method);
          }
        }
      }
    }
  }

  /**
   * A field of a message.
   *
   * @param getter reads it
   * @param step the step of the builder that takes it
   * @param type its type; a list or a map where it has several values
   * @param guard tells whether it was set; empty for a field that always has a value
   */
  private record Member(
      ExecutableElement getter, ExecutableElement step, TypeRef type, Optional<Guard> guard) {

    String name(String suffix) {
      String name = getter.getSimpleName().toString().substring("get".length());
      String field = name.substring(0, name.length() - suffix.length());
      return field.substring(0, 1).toLowerCase(Locale.ROOT) + field.substring(1);
    }
  }

  /** The fields in the order of the message's description. */
  List<Field> fields() {
    List<Field> fields = new ArrayList<>();
    members().forEach((name, member) -> fields.add(field(name, member)));
    return fields;
  }

  /**
   * The fields of each {@code oneof}, which has an enumeration of its fields ("Oneof Fields" of the
   * guide).
   */
  List<Set<String>> exclusive() {
    Map<String, Member> members = members();
    return ElementFilter.typesIn(type.getEnclosedElements()).stream()
        .filter(nested -> nested.getKind() == ElementKind.ENUM)
        .filter(nested -> nested.getSimpleName().toString().endsWith("Case"))
        .map(nested -> fields(Declarations.constants(nested), members))
        .filter(group -> group.size() > 1)
        .toList();
  }

  private static Set<String> fields(List<String> constants, Map<String, Member> members) {
    Set<String> keys = constants.stream().map(MessageReader::key).collect(Collectors.toSet());
    return members.keySet().stream()
        .filter(name -> keys.contains(name.toLowerCase(Locale.ROOT)))
        .collect(Collectors.toSet());
  }

  private static String key(String constant) {
    return constant.replace("_", "").toLowerCase(Locale.ROOT);
  }

  /** The builder, with a step for each field. */
  List<Creator> builder() {
    Map<String, String> taken = new LinkedHashMap<>();
    List<Parameter> values = new ArrayList<>();
    members()
        .forEach(
            (name, member) -> {
              taken.put(name, member.step().getSimpleName().toString());
              values.add(new Parameter(name, member.type()));
            });
    TypeRef builder = TypeRef.of(ref.packageName(), ref.name() + "." + BUILDER);
    return List.of(
        new Creator(
            ref,
            "newBuilder",
            values,
            ref,
            Visibility.PUBLIC,
            false,
            places.ofCallable(ref, "newBuilder", 0),
            Optional.of(new Creator.Builder(builder, taken, "build", false))));
  }

  private Map<String, Member> members() {
    Map<String, Member> members = new LinkedHashMap<>();
    for (Element member : type.getEnclosedElements()) {
      String constant = member.getSimpleName().toString();
      if (member.getKind() == ElementKind.FIELD && constant.endsWith(NUMBER)) {
        add(key(constant.substring(0, constant.length() - NUMBER.length())), members);
      }
    }
    return members;
  }

  private void add(String field, Map<String, Member> members) {
    if (steps.containsKey("putall" + field)) {
      member("get" + field + "map", "putall" + field, Optional.empty())
          .ifPresent(map -> members.put(map.name("Map"), map));
    } else if (steps.containsKey("addall" + field)) {
      member("get" + field + "list", "addall" + field, Optional.empty())
          .ifPresent(list -> members.put(list.name("List"), list));
    } else {
      member("get" + field, "set" + field, guard(field))
          .ifPresent(one -> members.put(one.name(""), one));
    }
  }

  private Optional<Member> member(String getter, String step, Optional<Guard> guard) {
    ExecutableElement reading = getters.get(getter);
    if (reading == null) {
      return Optional.empty();
    }
    TypeRef read = typeReader.read(reading.getReturnType());
    boolean isTexts = MessageFacts.isOfLibrary(read) && getter.endsWith("list");
    TypeRef held = isTexts ? texts() : read;
    TypeRef field = guard.isPresent() ? held.boxed() : held;
    return steps.getOrDefault(step, List.of()).stream()
        .filter(one -> !one.getSimpleName().toString().startsWith("set") || takes(one, read))
        .findFirst()
        .map(one -> new Member(reading, one, field, guard));
  }

  /** Lists of texts have a type of their own. */
  private static TypeRef texts() {
    return new TypeRef("java.util", "List", List.of(TypeRef.lang("String")), 0);
  }

  private boolean takes(ExecutableElement step, TypeRef value) {
    return typeReader.read(step.getParameters().get(0).asType()).equals(value);
  }

  private Optional<Guard> guard(String field) {
    ExecutableElement has = getters.get("has" + field);
    if (has != null) {
      return Optional.of(new Guard.ByMethod(has.getSimpleName().toString()));
    }
    ExecutableElement getter = getters.get("get" + field);
    return getter != null
            && getter.getReturnType() instanceof DeclaredType read
            && isEnumeration((TypeElement) read.asElement())
        ? MessageFacts.unset(Declarations.constants((TypeElement) read.asElement()))
            .map(unset -> new Guard.ByConstant(typeReader.read(read), unset))
        : Optional.empty();
  }

  private boolean isEnumeration(TypeElement read) {
    Set<TypeRef> supertypes = new HashSet<>();
    read.getInterfaces()
        .forEach(
            one -> {
              supertypes.add(typeReader.read(one));
              ((TypeElement) ((DeclaredType) one).asElement())
                  .getInterfaces()
                  .forEach(wider -> supertypes.add(typeReader.read(wider)));
            });
    return read.getKind() == ElementKind.ENUM && MessageFacts.isEnumeration(supertypes);
  }

  private Field field(String name, Member member) {
    String getter = member.getter().getSimpleName().toString();
    Access plain = new Access(Access.Kind.METHOD, getter, member.type(), Visibility.PUBLIC);
    Access reader = member.guard().map(plain::guardedBy).orElse(plain);
    return new Field(
        name,
        member.type(),
        FieldFacts.of(presence(member)),
        true,
        FieldAccess.of(Optional.of(reader), Optional.empty()),
        places.ofCallable(ref, getter, 0));
  }

  /** Whether a value is there cannot be described for messages and constants. */
  private static Presence presence(Member member) {
    if (member.guard().isEmpty()) {
      return Presence.REQUIRED;
    }
    boolean isPlain =
        member.type().packageName().equals("java.lang") || MessageFacts.isBytes(member.type());
    return isPlain ? Presence.OPTIONAL : Presence.UNSPECIFIED;
  }

  private static boolean isPublic(ExecutableElement method) {
    return method.getModifiers().contains(Modifier.PUBLIC)
        && !method.getModifiers().contains(Modifier.STATIC);
  }

  private static String lower(ExecutableElement method) {
    return method.getSimpleName().toString().toLowerCase(Locale.ROOT);
  }
}
