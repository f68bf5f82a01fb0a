package ashfall.farm;

import ashfall.firing.FiringKey;

import com.hazelcast.client.HazelcastClient;
import com.hazelcast.client.config.ClientConfig;
import com.hazelcast.client.config.ClientConnectionStrategyConfig.ReconnectMode;
import com.hazelcast.cluster.Member;
import com.hazelcast.collection.IQueue;
import com.hazelcast.config.Config;
import com.hazelcast.config.JavaSerializationFilterConfig;
import com.hazelcast.config.JoinConfig;
import com.hazelcast.config.QueueConfig;
import com.hazelcast.core.Hazelcast;
import com.hazelcast.core.HazelcastInstance;

/// One worker's end of the line, or a coordinator's: the queues that lie at the worker, and the
/// seals of what goes through them.
///
/// A worker stands alone, so that machines come and go without touching each other; its queues end
/// with it, as does the task in its hands.
final class Wire implements AutoCloseable {
    private static final String NUMERICS = "numerics";
    private static final String LOGGING = "hazelcast.logging.type";

    /// Messages that wait for the other side at most: a file is sent as fast as it is taken.
    private static final int WAITING = 8;

    private static final int CONNECT_MILLIS = 3000;

    static {
        System.setProperty(LOGGING, System.getProperty(LOGGING, "slf4j"));
    }

    private final HazelcastInstance instance;
    private final Seal seal;

    private Wire(HazelcastInstance instance, String secret) {
        this.instance = instance;
        this.seal = new Seal(secret, "message");
    }

    /// Who does not know the secret does not know the name, and is turned away.
    private static String name(String secret) {
        return new Seal(secret, "join").name("farm");
    }

    /// Opens a worker's end.
    ///
    /// @throws com.hazelcast.core.HazelcastException when the port is taken
    static Wire worker(Place place, String secret) {
        return worker(place, secret, FiringKey.NUMERICS);
    }

    /// @param numerics by which version of the arithmetic it computes
    static Wire worker(Place place, String secret, int numerics) {
        Config config = new Config().setClusterName(name(secret));
        var network = config.getNetworkConfig();
        network.setPort(place.port()).setPortAutoIncrement(false);
        network.getInterfaces().setEnabled(true).addInterface(place.host());
        JoinConfig join = network.getJoin();
        join.getAutoDetectionConfig().setEnabled(false);
        join.getMulticastConfig().setEnabled(false);
        config.getSerializationConfig().setJavaSerializationFilterConfig(filter());
        config.addQueueConfig(
                new QueueConfig("from-*").setMaxSize(WAITING).setStatisticsEnabled(false));
        config.setProperty("hazelcast.phone.home.enabled", "false");
        config.setProperty("hazelcast.shutdownhook.enabled", "false");
        config.setProperty("hazelcast.socket.bind.any", "false");
        // Said before the port is open: whoever calls at once hears it too.
        config.getMemberAttributeConfig().setAttribute(NUMERICS, Integer.toString(numerics));
        return new Wire(Hazelcast.newHazelcastInstance(config), secret);
    }

    /// Calls a worker.
    ///
    /// @param run of the coordinator that calls
    /// @throws IllegalStateException when it does not answer, or does not know the secret
    static Wire coordinator(Place worker, String secret, String run) {
        ClientConfig config = new ClientConfig().setClusterName(name(secret));
        config.setInstanceName(run + " " + worker);
        config.getNetworkConfig()
                .addAddress(worker.toString())
                .setConnectionTimeout(CONNECT_MILLIS);
        config.getConnectionStrategyConfig().setReconnectMode(ReconnectMode.OFF);
        config.getConnectionStrategyConfig()
                .getConnectionRetryConfig()
                .setClusterConnectTimeoutMillis(CONNECT_MILLIS);
        config.getSerializationConfig().setJavaSerializationFilterConfig(filter());
        config.setProperty("hazelcast.client.shutdownhook.enabled", "false");
        return new Wire(HazelcastClient.newHazelcastClient(config), secret);
    }

    /// Bytes and numbers are sent: no object that a stranger sends is read by Java.
    private static JavaSerializationFilterConfig filter() {
        JavaSerializationFilterConfig filter = new JavaSerializationFilterConfig();
        filter.setDefaultsDisabled(true);
        filter.getWhitelist().addClasses(Void.class.getName());
        return filter;
    }

    /// Does the worker compute by the same version of the arithmetic? Asked by the coordinator.
    ///
    /// @throws IllegalStateException when it has gone
    boolean computesAlike() {
        Member worker =
                instance.getCluster().getMembers().stream()
                        .findFirst()
                        .orElseThrow(() -> new IllegalStateException("the worker is gone"));
        return Integer.toString(FiringKey.NUMERICS).equals(worker.getAttribute(NUMERICS));
    }

    /// Does the coordinator of a run still listen? Asked at the worker.
    boolean isHeard(String run) {
        return instance.getClientService().getConnectedClients().stream()
                .anyMatch(client -> client.getName().startsWith(run + " "));
    }

    /// What the worker is to do.
    IQueue<byte[]> tasks() {
        return instance.getQueue("tasks");
    }

    /// What the worker says to a run's coordinator.
    IQueue<byte[]> from(String run) {
        return instance.getQueue("from-" + run);
    }

    byte[] sealed(Message message) {
        return seal.seal(message.encoded());
    }

    /// @throws SecurityException when it was not written by who knows the secret
    Message opened(byte[] sealed) {
        return Message.decoded(seal.open(sealed));
    }

    @Override
    public void close() {
        instance.getLifecycleService().terminate();
    }
}
