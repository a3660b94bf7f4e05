package rhombic.plant.resource;

/** Which of the resources that are free gets a job: the one of lowest rank, and of equals the first in order. */
interface ResourceRule {
    /**
     * @param number of the resource
     * @param x where the job is, to the east in metres
     * @param y the same, to the north
     */
    double rank(int number, double x, double y);
}
