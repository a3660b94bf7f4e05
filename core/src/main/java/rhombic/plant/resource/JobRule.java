package rhombic.plant.resource;

/** Which of the jobs that a resource could do it does next, among those of the highest priority. */
interface JobRule {
    /** Whether that is always the first in line, so that no other need be looked at. */
    boolean isFirstInLine();

    /** The one of lowest rank is done, and of equals the first in line. */
    double rank(Resource resource, Job job);
}
