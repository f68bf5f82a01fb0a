package ashfall.desk.run;

import static org.junit.jupiter.api.Assertions.assertEquals;

import ashfall.shot.Foreign;
import ashfall.shot.Item;
import ashfall.shot.NewShot;
import ashfall.shot.Shot;

import org.junit.jupiter.api.Test;

import java.util.List;
import java.util.Map;
import java.util.Set;

class ChangesTest {
    /// What is seen beside a fire stays when an older one is put to use again, but for what is
    /// called as its element was.
    @Test
    void older_isSeenWithThePresentVolumes() {
        Shot then = NewShot.make("fireball", List.of());
        Item volumes = Item.of(Foreign.KIND);
        Shot now =
                then.withElements(Map.of())
                        .withGroup("volumes", Map.of("cloud", volumes, "fireball", volumes));
        Shot seen = Changes.seenAs(then, now);
        assertEquals(Set.of("cloud"), seen.volumes().keySet());
        assertEquals(then.elements(), seen.elements());
    }
}
