package rhombic.plant.resource;

/** The one asked for longest ago. */
final class OldestJob implements JobRule {
    @Override
    public boolean isFirstInLine() {
        return true;
    }

    @Override
    public double rank(Resource resource, Job job) {
        return 0;
    }
}
