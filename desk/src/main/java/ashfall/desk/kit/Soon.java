package ashfall.desk.kit;

import javafx.application.Platform;

/// Does something once, soon, however often it is asked for until then. On the toolkit's thread.
public final class Soon {
    private final Runnable what;
    private boolean waiting;

    public Soon(Runnable what) {
        this.what = what;
    }

    public void ask() {
        if (!waiting) {
            waiting = true;
            Platform.runLater(
                    () -> {
                        waiting = false;
                        what.run();
                    });
        }
    }

    /// Was it asked for and not yet done?
    public boolean isWaiting() {
        return waiting;
    }
}
