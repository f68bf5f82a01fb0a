package ashfall.shot;

/// What a parameter changes. Only `GAS` ones enter a firing's key: a look never makes a firing out
/// of date.
public enum Affects {
    GAS,
    PICTURE,
    VIEW,
    NOTHING
}
