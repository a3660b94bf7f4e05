package rhombic.plant.resource;

/** The one with the shortest way. */
final class NearestJob implements JobRule {
    @Override
    public boolean isFirstInLine() {
        return false;
    }

    @Override
    public double rank(Resource resource, Job job) {
        return resource.metresTo(job.location());
    }
}
