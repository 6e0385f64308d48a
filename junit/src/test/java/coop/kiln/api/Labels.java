package coop.kiln.api;

public interface Labels {
  String shown(String label);
}
