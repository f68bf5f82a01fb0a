package ashfall.desk.manifest;

import ashfall.continuity.Stakes;
import ashfall.geometry.Body;
import ashfall.shot.Air;
import ashfall.shot.Bounds;
import ashfall.shot.Burn;
import ashfall.shot.Camera;
import ashfall.shot.Carrier;
import ashfall.shot.Curve;
import ashfall.shot.Draught;
import ashfall.shot.Element;
import ashfall.shot.Fineness;
import ashfall.shot.Foreign;
import ashfall.shot.FrameRate;
import ashfall.shot.Frames;
import ashfall.shot.Gas;
import ashfall.shot.Grade;
import ashfall.shot.Item;
import ashfall.shot.Lamp;
import ashfall.shot.Look;
import ashfall.shot.Param;
import ashfall.shot.Reading;
import ashfall.shot.Scenery;
import ashfall.shot.Shot;
import ashfall.shot.Source;
import ashfall.shot.Sun;
import ashfall.shot.Timing;
import ashfall.shot.Unit;
import ashfall.shot.Vec3;

/// The one figure that says most about a thing.
public final class Live {
    private Live() {}

    /// Of an item at a path of the shot.
    public static String figure(Shot shot, String path, Item item) {
        return switch (item.kind().name()) {
            case "frames" -> item.get(Frames.FIRST) + "-" + item.get(Frames.LAST);
            case "air" -> wind(item);
            case "bounds" -> {
                Vec3 size = item.get(Bounds.TO).minus(item.get(Bounds.FROM));
                yield Unit.METRE.figure(Math.max(size.x(), Math.max(size.y(), size.z())), 2);
            }
            case "burn" -> item.get(Burn.FUEL);
            case "stakes" -> wishes(shot, path);
            case "camera" -> Unit.number(item.number(Camera.LENS), 3) + " mm";
            case "lamp" -> Unit.LUMEN.figure(item.get(Lamp.LIGHT).largest(), 2);
            case "sun" -> Unit.LUX.figure(item.number(Sun.STRENGTH), 2);
            case "look" -> Unit.number(item.number(Look.EXPOSURE), 3) + " stops";
            case "grade" -> grade(item);
            case "reading" ->
                    item.get(Reading.RAMP).stops().isEmpty()
                            ? "black body"
                            : item.get(Reading.RAMP).stops().size() + " colours";
            case "mesh" -> file(item.get(Scenery.FILE));
            case "volumes" -> {
                long later = item.get(Foreign.LATER);
                yield item.get(Foreign.FILE).isEmpty()
                        ? "no file"
                        : later == 0 ? item.get(Gas.PRESENCE).replace('_', ' ') : later + " later";
            }
            case "draught" ->
                    Unit.METRE_PER_SECOND_SQUARED.figure(item.get(Draught.PUSH).length(), 2);
            case "obstacle" -> {
                Vec3[] room = Body.of(item).room(0, 0);
                Vec3 size = room[1].minus(room[0]);
                yield Unit.METRE.figure(Math.max(size.x(), Math.max(size.y(), size.z())), 2);
            }
            case "gas" -> Unit.METRE.figure(element(shot, path).voxel(Fineness.SKETCH), 3);
            default -> source(shot, item);
        };
    }

    private static String file(String path) {
        return path.isEmpty() ? "no file" : path.replaceFirst(".*[/\\\\:]", "");
    }

    /// "off", or what is done to the picture.
    private static String grade(Item item) {
        if (!item.get(Grade.APPLIED)) {
            return "off";
        }
        int moved = 0;
        for (Param<?> param : item.kind().params().values()) {
            moved += item.get(param).equals(param.byDefault()) ? 0 : 1;
        }
        return moved == 0 ? "film only" : moved == 1 ? "1 dial" : moved + " dials";
    }

    private static String wishes(Shot shot, String path) {
        int wishes = Stakes.wishes(shot, path.split("\\.")[1]).size();
        return wishes == 0 ? "forecast" : wishes == 1 ? "1 wish" : wishes + " wishes";
    }

    private static Element element(Shot shot, String path) {
        return shot.element(path.split("\\.")[1]);
    }

    /// "6 m/s E": where the wind goes to; "calm" without any.
    public static String wind(Item air) {
        Vec3 w = air.get(Air.WIND);
        double speed = w.length();
        if (speed < 1e-6) {
            return "calm";
        }
        String[] names = {"E", "SE", "S", "SW", "W", "NW", "N", "NE"};
        double angle = Math.atan2(w.z(), w.x());
        int sector = (int) Math.floorMod(Math.round(angle / (Math.PI / 4)), 8L);
        return Unit.METRE_PER_SECOND.figure(speed, 2) + " " + names[sector];
    }

    private static String source(Shot shot, Item item) {
        boolean igniter = item.kind().equals(Source.IGNITER);
        double fuel = igniter ? 0 : fuel(shot, item);
        if (fuel > 0) {
            return item.kind().equals(Source.BURNER) && item.get(Source.RELEASED_FUEL).isConstant()
                    ? Unit.KILOGRAM_PER_SECOND.figure(item.get(Source.RELEASED_FUEL).value(0), 2)
                    : Unit.KILOGRAM.figure(fuel, 2);
        }
        double heat = item.get(Source.HEAT).largest();
        if (heat > 0) {
            return Unit.KILOWATT.figure(heat, 2);
        }
        double kept = item.get(Source.KEPT_TEMPERATURE).largest();
        if (kept > 0) {
            return Unit.KELVIN.figure(kept, 4);
        }
        if (!igniter && item.get(Source.KEPT_FUEL).largest() > 0) {
            return "keeps fuel";
        }
        boolean embers = item.kind().equals(Source.CARRIERS) && item.get(Carrier.SHOWN);
        return embers && !Source.gives(item) ? "embers" : "nothing";
    }

    /// Fuel that a source gives in the shot's frames, kg.
    public static double fuel(Shot shot, Item source) {
        if (source.kind().equals(Source.IGNITER) || !source.get(Source.ON)) {
            return 0;
        }
        double total = source.number(Source.TOTAL);
        if (total > 0) {
            return total;
        }
        Curve curve = source.get(Source.RELEASED_FUEL);
        Timing.Span lives = Timing.of(source);
        if (lives != null && source.kind().equals(Source.CARRIERS)) {
            // From the first birth on until half of them have died, about.
            double spread = source.number(Carrier.LIFE_SPREAD);
            double fading = 0.5 + 0.5 * source.number(Carrier.STRENGTH_END);
            return fading * curve.integral(lives.from(), lives.to() - spread);
        }
        FrameRate rate = shot.frames().get(Frames.RATE);
        return Timing.given(
                source,
                Source.RELEASED_FUEL,
                rate.seconds(Frames.begin(shot.frames()) - 1),
                rate.seconds(shot.frames().get(Frames.LAST)));
    }
}
