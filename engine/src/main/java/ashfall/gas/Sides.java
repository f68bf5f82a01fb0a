package ashfall.gas;

/// Which of the six sides of the box are closed walls; the others are open to still or windy air.
///
/// @param mirrored whether the closed west side is a mirror: what it shows is there as well
public record Sides(
        boolean west,
        boolean east,
        boolean bottom,
        boolean top,
        boolean north,
        boolean south,
        boolean mirrored) {

    /// A box on the ground, open everywhere else.
    public static Sides onGround() {
        return new Sides(false, false, true, false, false, false, false);
    }

    public static Sides allOpen() {
        return new Sides(false, false, false, false, false, false, false);
    }

    public static Sides allClosed() {
        return new Sides(true, true, true, true, true, true, false);
    }

    /// Is the lower (x = 0, y = 0, z = 0) side across an axis closed? 0 = x, 1 = y, 2 = z.
    public boolean lowClosed(int axis) {
        return axis == 0 ? west : axis == 1 ? bottom : north;
    }

    /// Is the upper side across an axis closed?
    public boolean highClosed(int axis) {
        return axis == 0 ? east : axis == 1 ? top : south;
    }

    /// Without an open side the gas cannot expand: pressure is then known up to a constant only.
    public boolean noneOpen() {
        return west && east && bottom && top && north && south;
    }
}
