package coop.kiln.store;

public enum Level { BEGINNER, SKILLED, MASTER }
