package ashfall.shot;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import ashfall.firing.FiringKey;

import org.junit.jupiter.api.Test;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

class ShotItemsTest {
    private static final String OIL = "elements.store.sources.oil";
    private final Shot shot = DemoShots.read("oil-store").shot();

    private static FiringKey key(Shot s, String element) {
        return FiringKey.of(s, element, s.element(element), Fineness.SKETCH);
    }

    @Test
    void with_atEachPath_replacesThatItemOnly() {
        for (String path : shot.items().keySet()) {
            Item item = shot.items().get(path);
            assertEquals(item, shot.item(path));
            Item other = new Item(item.kind(), Map.of(), Map.of(), Map.of());
            Shot next = shot.with(path, other);
            shot.items()
                    .forEach(
                            (at, was) ->
                                    assertEquals(
                                            at.equals(path) ? other : was, next.items().get(at)));
        }
        assertThrows(
                IllegalArgumentException.class,
                () -> shot.with("elements.none", Item.of(Gas.KIND)));
    }

    @Test
    void item_whereNoneIs_isNull() {
        for (String path :
                List.of(
                        "none",
                        "lamps.none",
                        "none.one",
                        "elements.none",
                        "elements.store.none",
                        "elements.store.sources",
                        "elements.store.none.oil",
                        OIL + ".radius")) {
            assertNull(shot.item(path), path);
        }
    }

    @Test
    void everyParameter_saysWhatItDoes() {
        Settings.parameters(shot)
                .forEach(
                        (path, param) -> {
                            assertTrue(param.words().does().endsWith("."), path);
                            assertFalse(param.label().length() > 26, path + ": " + param.label());
                        });
    }

    @Test
    void sourceSwitchedOff_changesTheKey_andItsSettingsNoLongerCount() {
        Item oil = shot.item(OIL);
        Shot off = shot.with(OIL, oil.with(Source.ON, false));
        assertFalse(key(shot, "store").hash().equals(key(off, "store").hash()));
        Shot smaller = off.with(OIL, oil.with(Source.ON, false).with(Shape.RADIUS, 1));
        assertEquals(key(off, "store").hash(), key(smaller, "store").hash());
    }

    @Test
    void renaming_changesNoKey_butAnotherOrderDoes() {
        Element store = shot.element("store");
        Map<String, Item> renamed = new LinkedHashMap<>();
        store.sources()
                .forEach((name, item) -> renamed.put(name.equals("oil") ? "lamp" : name, item));
        Shot other = shot.withElements(Map.of("barn", store.withSources(renamed)));
        assertEquals(key(shot, "store").hash(), key(other, "barn").hash());
        assertEquals(List.of(), key(other, "barn").differences(key(shot, "store").values()));
        Map<String, Item> turned = new LinkedHashMap<>();
        turned.put("spark", store.sources().get("spark"));
        turned.put("oil", store.sources().get("oil"));
        Shot swapped = shot.withElement("store", store.withSources(turned));
        assertFalse(key(shot, "store").hash().equals(key(swapped, "store").hash()));
    }
}
