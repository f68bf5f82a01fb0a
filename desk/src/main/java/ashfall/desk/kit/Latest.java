package ashfall.desk.kit;

import java.util.concurrent.Executor;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Consumer;

/// Hands values from any thread to another, newest first: values not yet shown are dropped, so that
/// no queue floods.
///
/// @param <T> immutable
public final class Latest<T> {
    private final AtomicReference<T> waiting = new AtomicReference<>();
    private final Executor receiver;
    private final Consumer<? super T> show;

    /// @param receiver where values are shown: `Platform::runLater`, or `Runnable::run` in tests
    public Latest(Executor receiver, Consumer<? super T> show) {
        this.receiver = receiver;
        this.show = show;
    }

    public void publish(T value) {
        if (waiting.getAndSet(value) == null) {
            receiver.execute(() -> show.accept(waiting.getAndSet(null)));
        }
    }
}
