package rhombic.experiment;

import java.io.Serializable;
import rhombic.study.Study;

/**
 * One run to be made, complete in itself, so that it can be sent to any machine.
 *
 * @param replication counted from 1
 */
public record RunTask(Study study, int replication) implements Serializable {}
