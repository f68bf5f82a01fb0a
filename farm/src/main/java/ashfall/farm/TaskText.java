package ashfall.farm;

import ashfall.shot.Fineness;
import ashfall.shot.ShotException;
import ashfall.shot.ShotFile;

import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.node.ObjectNode;

/// Tasks as JSON.
final class TaskText {
    private static final ObjectMapper JSON = new ObjectMapper();

    private TaskText() {}

    static String write(Task task) {
        ObjectNode node = JSON.createObjectNode();
        node.put("name", task.name());
        node.put("caption", task.caption());
        node.put("shot", ShotFile.write(task.shot()));
        node.put("element", task.element());
        node.put("fineness", task.fineness().name());
        node.put("from", task.from());
        node.put("to", task.to());
        return node.toString();
    }

    /// @throws ShotException when it is no task
    static Task read(String text) {
        try {
            JsonNode node = JSON.readTree(text);
            String name = node.required("name").asText();
            if (!name.matches("[A-Za-z0-9_.-]+") || name.startsWith(".")) {
                throw new ShotException("'" + name + "' is no name of a folder");
            }
            return new Task(
                    name,
                    node.required("caption").asText(),
                    ShotFile.parse(node.required("shot").asText(), name).shot(),
                    node.required("element").asText(),
                    Fineness.valueOf(node.required("fineness").asText()),
                    node.required("from").asLong(),
                    node.required("to").asLong());
        } catch (JsonProcessingException | IllegalArgumentException e) {
            throw new ShotException("a task cannot be read: " + e.getMessage(), e);
        }
    }
}
