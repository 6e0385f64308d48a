package dev.shelftwin.source;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.util.TreeScanner;
import org.jspecify.annotations.Nullable;

/**
 * Scans what a body runs itself: lambdas and local classes are run at another time.
 *
 * @param <R> the result
 */
abstract class BodyScanner<R extends @Nullable Object> extends TreeScanner<R, @Nullable Void> {

  @Override
  public @Nullable R visitLambdaExpression(LambdaExpressionTree lambda, @Nullable Void none) {
    return null;
  }

  @Override
  public @Nullable R visitClass(ClassTree local, @Nullable Void none) {
    return null;
  }
}
