package dev.shelftwin.source;

import dev.shelftwin.shape.TypeRef;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import javax.lang.model.element.Element;
import javax.lang.model.element.PackageElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.TypeParameterElement;
import javax.lang.model.type.ArrayType;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.type.TypeVariable;
import javax.lang.model.type.WildcardType;
import javax.lang.model.util.Elements;

/** Turns the compiler's types into ours. */
final class TypeReader {

  private final Elements elements;
  private final Map<TypeParameterElement, TypeRef> known;

  TypeReader(Elements elements) {
    this(elements, Map.of());
  }

  private TypeReader(Elements elements, Map<TypeParameterElement, TypeRef> known) {
    this.elements = elements;
    this.known = known;
  }

  /** The same, knowing what stands for some type variables. */
  TypeReader with(Map<TypeParameterElement, TypeRef> known) {
    return new TypeReader(elements, known);
  }

  /** Our type; wildcards and type variables that nothing stands for stand as their upper bounds. */
  TypeRef read(TypeMirror type) {
    return switch (type.getKind()) {
      case DECLARED, ERROR -> declared((DeclaredType) type);
      case ARRAY -> array(read(((ArrayType) type).getComponentType()));
      case TYPEVAR -> variable((TypeVariable) type);
      case WILDCARD -> wildcard((WildcardType) type);
      default -> TypeRef.of("", type.getKind().name().toLowerCase(Locale.ROOT));
    };
  }

  /** Our type of a declaration, without arguments. */
  TypeRef read(TypeElement element) {
    PackageElement owner = elements.getPackageOf(element);
    String packageName = owner == null ? "" : owner.getQualifiedName().toString();
    return TypeRef.of(packageName, nameInPackage(element));
  }

  private TypeRef declared(DeclaredType type) {
    TypeRef bare = read((TypeElement) type.asElement());
    List<TypeRef> arguments = type.getTypeArguments().stream().map(this::read).toList();
    return new TypeRef(bare.packageName(), bare.name(), arguments, 0);
  }

  private TypeRef variable(TypeVariable variable) {
    TypeRef stands = known.get((TypeParameterElement) variable.asElement());
    return stands == null ? bound(variable.getUpperBound()) : stands;
  }

  private TypeRef bound(TypeMirror bound) {
    // A bound may name its own variable, as in E extends Enum<E>: its arguments are left out.
    return bound instanceof DeclaredType type
        ? read((TypeElement) type.asElement())
        : TypeRef.lang("Object");
  }

  private TypeRef wildcard(WildcardType type) {
    TypeMirror bound = type.getExtendsBound();
    return bound == null ? TypeRef.lang("Object") : read(bound);
  }

  private static TypeRef array(TypeRef component) {
    return new TypeRef(
        component.packageName(),
        component.name(),
        component.arguments(),
        component.dimensions() + 1);
  }

  private static String nameInPackage(TypeElement element) {
    Element outer = Objects.requireNonNull(element.getEnclosingElement());
    String simpleName = element.getSimpleName().toString();
    return outer instanceof TypeElement type ? nameInPackage(type) + "." + simpleName : simpleName;
  }
}
