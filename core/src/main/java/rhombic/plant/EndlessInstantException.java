package rhombic.plant;

/** More happens at one instant than a plant can mean: pieces go round, or come, without time passing. */
public final class EndlessInstantException extends RuntimeException {
    public EndlessInstantException(String message) {
        super(message);
    }
}
