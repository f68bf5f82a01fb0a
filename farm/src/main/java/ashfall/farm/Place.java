package ashfall.farm;

/// Where a worker is reached.
///
/// @param host address of its machine
public record Place(String host, int port) {
    public Place {
        if (!host.matches("[A-Za-z0-9._-]+")) {
            throw new IllegalArgumentException("'" + host + "' is no address of a machine");
        }
        if (port < 1024 || port > 65535) {
            throw new IllegalArgumentException("a port is 1024 to 65535, not " + port);
        }
    }

    /// Of "HOST:PORT".
    ///
    /// @throws IllegalArgumentException when it is something else
    public static Place of(String text) {
        int colon = text.lastIndexOf(':');
        if (colon < 1 || !text.substring(colon + 1).matches("\\d{1,5}")) {
            throw new IllegalArgumentException(
                    "'" + text + "' is no address; write HOST:PORT, for example 10.0.0.7:5701");
        }
        return new Place(text.substring(0, colon), Integer.parseInt(text.substring(colon + 1)));
    }

    @Override
    public String toString() {
        return host + ":" + port;
    }
}
