package rhombic.plant.formula;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.apache.commons.rng.UniformRandomProvider;
import org.jspecify.annotations.Nullable;
import rhombic.chance.Distribution;
import rhombic.chance.DistributionException;
import rhombic.chance.DistributionText;
import rhombic.chance.TimeSampler;
import rhombic.formula.Formula;
import rhombic.formula.FormulaException;
import rhombic.plant.handover.Flow;
import rhombic.plant.handover.PlantScope;
import rhombic.plant.piece.Piece;
import rhombic.plant.piece.TableBook;
import rhombic.study.value.TimeSource;

/** How long something takes for a piece. */
public interface PieceTime {
    double MAX_NANOS = Long.MAX_VALUE / 4.0;

    long nanos(Piece piece);

    /** @param stream that all its draws come from */
    static PieceTime of(TimeSource source, Flow flow, PlantScope scope, UniformRandomProvider stream) {
        return switch (source) {
            case TimeSource.Drawn drawn -> {
                TimeSampler sampler = drawn.time().sampler(stream);
                yield piece -> sampler.nextNanos();
            }
            case TimeSource.ByType byType -> byType(byType, flow, scope, stream);
            case TimeSource.FromTable fromTable -> fromTable(fromTable, flow, scope, stream);
            case TimeSource.ByFormula byFormula -> byFormula(byFormula, flow, scope);
        };
    }

    private static PieceTime byType(TimeSource.ByType byType, Flow flow, PlantScope scope, UniformRandomProvider stream) {
        @Nullable
        TimeSampler[] samplers = new TimeSampler[flow.types.count()];
        Distribution otherwise = byType.otherwise();
        for (int i = 0; i < samplers.length; i++) {
            Distribution time = byType.times().getOrDefault(flow.types.name(i), otherwise);
            samplers[i] = time == null ? null : time.sampler(stream);
        }
        return piece -> {
            TimeSampler sampler = samplers[piece.type];
            if (sampler == null) {
                throw scope.problem(new FormulaException(
                        "It has no time for pieces of type " + flow.types.name(piece.type) + ": add one, or a time for all others"),
                        piece);
            }
            return sampler.nextNanos();
        };
    }

    private static PieceTime fromTable(TimeSource.FromTable source, Flow flow, PlantScope scope, UniformRandomProvider stream) {
        TableBook.Lookup table = flow.tables.find(source.table());
        List<Formula> keys = source.keys().stream().map(flow::formula).toList();
        Map<String, TimeSampler> samplers = new HashMap<>();
        @Nullable
        TimeSampler[] ofType = new TimeSampler[flow.types.count()];
        boolean ofTypeAlone = keys.stream().allMatch(Formula::isOfTypeAlone);
        return piece -> {
            TimeSampler known = ofType[piece.type];
            if (known != null) {
                return known.nextNanos();
            }
            try {
                PlantScope about = scope.with(piece);
                Object first = keys.getFirst().value(about);
                String text = keys.size() == 1 ? table.text(first) : table.text(first, keys.get(1).value(about));
                TimeSampler sampler = samplers.get(text);
                if (sampler == null) {
                    sampler = DistributionText.parse(text).sampler(stream);
                    samplers.put(text, sampler);
                }
                ofType[piece.type] = ofTypeAlone ? sampler : null;
                return sampler.nextNanos();
            } catch (FormulaException e) {
                throw scope.problem(e, piece);
            } catch (DistributionException e) {
                throw scope.problem(new FormulaException("Table " + source.table() + ": " + e.getMessage()), piece);
            }
        };
    }

    private static PieceTime byFormula(TimeSource.ByFormula source, Flow flow, PlantScope scope) {
        Formula formula = flow.formula(source.formula());
        double scale = source.unit().factor() * 1e9;
        return piece -> {
            double number = scope.evaluate(formula, piece, formula::number);
            if (!(number >= 0 && number * scale < MAX_NANOS)) {
                throw scope.problem(new FormulaException("The time \u201c" + source.formula() + "\u201d "
                        + (number > 0 ? "is too long" : "must be at least 0") + "; it is " + Formula.plain(number) + " "
                        + source.unit().symbol()), piece);
            }
            return Math.round(number * scale);
        };
    }
}
