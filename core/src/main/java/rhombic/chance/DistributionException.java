package rhombic.chance;

/** A distribution's text or parameters break a rule; the message is meant for the person who typed them. */
public final class DistributionException extends IllegalArgumentException {
    public DistributionException(String message) {
        super(message);
    }
}
