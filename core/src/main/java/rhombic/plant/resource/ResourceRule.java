package rhombic.plant.resource;

import rhombic.space.Pose;

/** Which of the resources that are free gets a job: the one of lowest rank, and of equals the first in order. */
interface ResourceRule {
    /**
     * Ranks a resource for a job.
     *
     * @param number of the resource
     * @param location where the job is
     * @param below if it can't rank lower than this, any rank that is not lower may be told: so the way of most need not be looked for
     */
    double rank(int number, Pose location, double below);
}
