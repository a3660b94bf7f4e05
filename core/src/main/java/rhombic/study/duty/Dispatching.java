package rhombic.study.duty;

import java.io.Serializable;
import rhombic.study.field.Field;
import rhombic.study.field.FieldType;

/**
 * The rules that a group goes by.
 *
 * @param resourceRule which of them does something, among those who are free
 * @param resourceFormula of a member, where the rule is by formula: the smallest number comes
 * @param jobRule what one of them does next, among what has the highest priority
 * @param jobFormula of the piece that it is about, where that says it: looked at anew each time; the highest number goes first
 * @param idleAt where they are when there is nothing to do
 * @param travel how they get from one place to another
 */
public record Dispatching(ResourceChoice resourceRule, String resourceFormula, JobChoice jobRule, String jobFormula, IdlePlace idleAt,
        TravelChoice travel) implements Serializable {
    public static final Dispatching USUAL = new Dispatching(ResourceChoice.NEAREST, "", JobChoice.OLDEST, "", IdlePlace.AT_HOME,
            TravelChoice.ON_AISLES);

    public static final Field<Dispatching, JobChoice> JOB_RULE = Field.optional("jobRule",
            "What one does next, among the most urgent; missing: the longest waiting.", FieldType.Word.of(JobChoice.values()),
            JobChoice.OLDEST, Dispatching::jobRule, Dispatching::withJobRule);
    public static final Field<Dispatching, String> JOB_FORMULA = Field.optional("jobFormula",
            "Of the piece, such as piece.urgency: where the rule is by formula, the highest number goes first.", FieldType.FORMULA, "",
            Dispatching::jobFormula, Dispatching::withJobFormula);
    public static final Field<Dispatching, IdlePlace> IDLE_AT = Field.optional("idleAt",
            "Where they are when there is nothing to do; missing: at home.", FieldType.Word.of(IdlePlace.values()), IdlePlace.AT_HOME,
            Dispatching::idleAt, Dispatching::withIdleAt);
    public static final Field<Dispatching, TravelChoice> TRAVEL = Field.optional("travel",
            "How they get from one place to another; missing: on aisles, and straight where there are none.",
            FieldType.Word.of(TravelChoice.values()), TravelChoice.ON_AISLES, Dispatching::travel, Dispatching::withTravel);

    public static final Field<Dispatching, String> RESOURCE_FORMULA = Field.optional("memberFormula",
            "Of a member that could come, such as member.metres + 50 * member.busy: where the rule is by formula, the smallest number comes.",
            FieldType.FORMULA, "", Dispatching::resourceFormula, Dispatching::withResourceFormula);

    /** Which of them does something; each kind of group has a name of its own for it. */
    public static Field<Dispatching, ResourceChoice> resourceRule(String name) {
        return Field.optional(name, "Which of those who are free comes; missing: the nearest.", FieldType.Word.of(ResourceChoice.values()),
                ResourceChoice.NEAREST, Dispatching::resourceRule, Dispatching::withResourceRule);
    }

    public Dispatching withResourceRule(ResourceChoice newRule) {
        return new Dispatching(newRule, resourceFormula, jobRule, jobFormula, idleAt, travel);
    }

    /** By a formula about a member; the smallest number comes. */
    public Dispatching withResourceFormula(String newFormula) {
        return new Dispatching(resourceRule, newFormula, jobRule, jobFormula, idleAt, travel);
    }

    public Dispatching withJobRule(JobChoice newRule) {
        return new Dispatching(resourceRule, resourceFormula, newRule, jobFormula, idleAt, travel);
    }

    /** By a formula about the piece; the highest goes first. */
    public Dispatching withJobFormula(String newFormula) {
        return new Dispatching(resourceRule, resourceFormula, jobRule, newFormula, idleAt, travel);
    }

    public Dispatching withIdleAt(IdlePlace newIdleAt) {
        return new Dispatching(resourceRule, resourceFormula, jobRule, jobFormula, newIdleAt, travel);
    }

    public Dispatching withTravel(TravelChoice newTravel) {
        return new Dispatching(resourceRule, resourceFormula, jobRule, jobFormula, idleAt, newTravel);
    }
}
