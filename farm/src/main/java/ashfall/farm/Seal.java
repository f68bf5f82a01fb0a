package ashfall.farm;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.util.Arrays;
import java.util.HexFormat;

import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/// Marks messages so that only who knows the secret can have written them (HMAC-SHA-256, RFC 2104).
final class Seal {
    private static final String LAW = "HmacSHA256";
    private static final int LENGTH = 32;

    private static final int LEAST_SECRET = 12;

    private final SecretKeySpec key;

    /// @param purpose keeps keys of different uses apart
    Seal(String secret, String purpose) {
        this.key =
                new SecretKeySpec((purpose + "\n" + secret).getBytes(StandardCharsets.UTF_8), LAW);
    }

    /// A secret that is long enough.
    ///
    /// @throws IllegalArgumentException when it is not
    static String checked(String secret) {
        if (secret.length() < LEAST_SECRET) {
            throw new IllegalArgumentException(
                    "the secret must have " + LEAST_SECRET + " characters or more");
        }
        return secret;
    }

    /// A name that only who knows the secret can know.
    String name(String of) {
        return HexFormat.of().formatHex(mark(of.getBytes(StandardCharsets.UTF_8), 0));
    }

    /// A message with its mark in front.
    byte[] seal(byte[] message) {
        byte[] sealed = new byte[LENGTH + message.length];
        System.arraycopy(message, 0, sealed, LENGTH, message.length);
        System.arraycopy(mark(sealed, LENGTH), 0, sealed, 0, LENGTH);
        return sealed;
    }

    /// The message behind a mark.
    ///
    /// @throws SecurityException when it was not written by who knows the secret
    byte[] open(byte[] sealed) {
        if (sealed.length < LENGTH
                || !MessageDigest.isEqual(mark(sealed, LENGTH), Arrays.copyOf(sealed, LENGTH))) {
            throw new SecurityException("a message was not written by who knows the secret");
        }
        return Arrays.copyOfRange(sealed, LENGTH, sealed.length);
    }

    private byte[] mark(byte[] bytes, int from) {
        try {
            Mac mac = Mac.getInstance(LAW);
            mac.init(key);
            mac.update(bytes, from, bytes.length - from);
            return mac.doFinal();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("every Java has " + LAW, e);
        }
    }
}
