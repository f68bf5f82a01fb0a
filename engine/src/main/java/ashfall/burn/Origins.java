package ashfall.burn;

import ashfall.gas.GasFields;

import java.util.List;

/// Whose the fuel and the soot in the gas are. Of every source but the last the gas carries, as
/// contents of its own, the part of the fuel and the part of the soot that is of it; what is left
/// is of the last. A part moves and fades with the whole and burns in proportion to it, soot is
/// whose fuel it was, and heat whose fuel or soot was burnt. So the parts of all add up to the
/// whole.
///
/// @param first number of the first of these contents
/// @param kinds for every source but the last, which of the element's fuels it gives
public record Origins(int first, List<Integer> kinds) {
    /// Sources that are told apart; the last stands for all beyond it.
    public static final int MOST = 8;

    /// Nobody asks.
    public static final Origins NONE = new Origins(0, List.of());

    public Origins {
        kinds = List.copyOf(kinds);
    }

    /// @param fuels kinds of fuel in the gas
    /// @param kinds as above
    public static Origins of(int fuels, List<Integer> kinds) {
        return new Origins(GasFields.OTHER_FUELS + fuels - 1, kinds);
    }

    /// Sources but the last.
    public int count() {
        return kinds.size();
    }

    /// Contents that the gas needs for them.
    public int contents() {
        return 2 * kinds.size();
    }

    /// Number of the content that is the fuel of a source, 1 to [#count()].
    public int fuel(int source) {
        return first + source - 1;
    }

    /// Number of the content that is the soot of a source.
    public int soot(int source) {
        return first + kinds.size() + source - 1;
    }
}
