package rhombic.plant.blueprint;

/** A run can't go on: something in the study came to nothing while it ran. The message names the place and the remedy. */
public final class RunTroubleException extends RuntimeException {
    private final String place;

    /** @param place name of the equipment or rule; empty if it is several */
    public RunTroubleException(String place, String message) {
        super(message);
        this.place = place;
    }

    public String place() {
        return place;
    }
}
