package dev.shelftwin.processor;

import dev.shelftwin.shape.ClassDependencies;
import dev.shelftwin.shape.ClassDependency;
import dev.shelftwin.shape.MethodCall;
import dev.shelftwin.shape.Place;
import dev.shelftwin.shape.TypeRef;
import java.util.List;

/** The class files of a compilation, which are not written yet. */
enum NoClasses implements ClassDependencies {
  NONE;

  @Override
  public boolean exist() {
    return false;
  }

  @Override
  public List<ClassDependency> in(String packageName) {
    return List.of();
  }

  @Override
  public List<MethodCall> calls(TypeRef owner, String method) {
    return List.of();
  }

  @Override
  public boolean isOfProvider(String packageName) {
    return false;
  }

  @Override
  public List<String> unreadable(String packageName) {
    return List.of();
  }

  @Override
  public Place place(ClassDependency reference) {
    return Place.in(reference.toString());
  }
}
