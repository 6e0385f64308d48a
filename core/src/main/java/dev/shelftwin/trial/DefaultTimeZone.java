package dev.shelftwin.trial;

import java.util.TimeZone;
import java.util.concurrent.locks.Lock;
import java.util.concurrent.locks.ReentrantReadWriteLock;
import java.util.function.Supplier;

/**
 * The default time zone of the virtual machine, which all threads share. Mappers are run in another
 * one to find those that depend on it; meanwhile no other mapper runs.
 */
public final class DefaultTimeZone {

  private static final ReentrantReadWriteLock LOCK = new ReentrantReadWriteLock();

  private DefaultTimeZone() {}

  /** Does some work while the time zone stays. */
  public static <T> T kept(Supplier<T> work) {
    return locked(LOCK.readLock(), work);
  }

  /** Does some work in another time zone than the usual one. */
  public static <T> T changed(Supplier<T> work) {
    return locked(
        LOCK.writeLock(),
        () -> {
          TimeZone before = TimeZone.getDefault();
          try {
            TimeZone.setDefault(
                TimeZone.getTimeZone(before.getRawOffset() == 0 ? "Asia/Kathmandu" : "UTC"));
            return work.get();
          } finally {
            TimeZone.setDefault(before);
          }
        });
  }

  private static <T> T locked(Lock lock, Supplier<T> work) {
    lock.lock();
    try {
      return work.get();
    } finally {
      lock.unlock();
    }
  }
}
