/**
 * Who does what: jobs, those who can do them, and what brings them together.
 *
 * <p>A {@link rhombic.plant.resource.Job} says what has to be done, where, who is needed for it, how urgent it is and since when it
 * waits. A {@link rhombic.plant.resource.Resource} has a place, a motion, skills and a duty; what it
 * shows and what is counted of it is a matter of its kind, which stands in a room above this one. The {@link rhombic.plant.resource.Allocation}
 * gives each job all the resources it needs at once, never some of them, so that no two jobs can wait for each other's. It gives
 * when an instant has settled: pieces move first, then people are given out. It knows neither stations nor vehicles; whoever
 * asks for a job hears through its {@link rhombic.plant.resource.Job.Owner} when all are there and when they have to go.
 *
 * <p>Where a resource is and how it gets elsewhere is a matter of its {@link rhombic.plant.resource.Whereabouts}. {@link rhombic.plant.resource.Duties} say
 * who may do something and who may not, and send those who have nothing to do to where they wait or rest.
 *
 * <p>What moves only with a driver has a {@link rhombic.plant.resource.Cab}, which asks for one by a job of its own: an order is given only where a driver could
 * be given too, both are given in one go, and whoever drives stays until there is nothing to do and the vehicle stands where it waits. Nobody who holds a piece asks for
 * another resource.
 *
 * <p>Two rules say who does what, each a class of its own: a {@link rhombic.plant.resource.ResourceRule} ranks those who are free for a job,
 * a {@link rhombic.plant.resource.JobRule} the jobs that one of them could do next.
 *
 * <p>Promises: a resource does one job at a time and is in one place; nothing waits for resources who are free and able; at the end of
 * an instant no job that could be given is not given. Cost: a job that is asked for or done looks at the jobs that wait, in
 * order, but only while somebody is free who has the skill.
 */
@NullMarked
package rhombic.plant.resource;

import org.jspecify.annotations.NullMarked;
