package rhombic.plant.resource;

/** The one where most waits. */
final class FullestJob implements JobRule {
    @Override
    public boolean isFirstInLine() {
        return false;
    }

    @Override
    public double rank(Resource resource, Job job) {
        return -job.owner().waiting(job);
    }
}
