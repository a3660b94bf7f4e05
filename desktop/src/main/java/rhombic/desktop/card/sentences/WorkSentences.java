package rhombic.desktop.card.sentences;

import static rhombic.desktop.card.text.Sentence.Token.act;
import static rhombic.desktop.card.text.Sentence.Token.picked;
import static rhombic.desktop.card.text.Sentence.Token.several;
import static rhombic.desktop.card.text.Sentence.Token.time;
import static rhombic.desktop.card.text.Sentence.Token.typed;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.function.UnaryOperator;
import rhombic.chance.Distribution;
import rhombic.chance.DistributionText;
import rhombic.desktop.card.phrases.NeedSentences;
import rhombic.desktop.card.phrases.RecipeSentences;
import rhombic.desktop.card.phrases.TimeSentences;
import rhombic.desktop.card.text.Offers;
import rhombic.desktop.card.text.Sentence;
import rhombic.desktop.card.text.Sentence.Part;
import rhombic.desktop.card.text.Sentence.Words;
import rhombic.desktop.card.text.Typed;
import rhombic.formula.Formula;
import rhombic.quantity.Dimension;
import rhombic.quantity.Quantity;
import rhombic.study.Study;
import rhombic.study.kind.AssemblyStation;
import rhombic.study.kind.Station;
import rhombic.study.kind.UnpackingStation;
import rhombic.study.kind.WorkEquipment;
import rhombic.study.value.PieceType;
import rhombic.study.value.Table;
import rhombic.study.value.TimeSource;
import rhombic.study.work.Inspection;
import rhombic.study.work.Operation;
import rhombic.study.work.Work;

/** What the card of a station says: how it works, what it joins or parts, what it checks. */
final class WorkSentences {
    private final Study study;
    private final WorkEquipment station;
    private final Work work;
    private final List<String> types;
    private final TimeSentences times;

    private WorkSentences(Study study, WorkEquipment station) {
        this.study = study;
        this.station = station;
        work = station.work();
        types = study.pieceTypes().stream().map(PieceType::name).toList();
        times = new TimeSentences(study, station.basics().attributes());
    }

    static List<Sentence> of(Study study, WorkEquipment station) {
        WorkSentences s = new WorkSentences(study, station);
        List<Sentence> all = new ArrayList<>();
        switch (station) {
            case Station one -> all.add(s.takes(one));
            case AssemblyStation assembly -> all.addAll(s.assembly(assembly));
            case UnpackingStation unpacking -> all.addAll(s.unpacking(unpacking));
        }
        all.addAll(s.times());
        all.addAll(s.extras());
        if (station instanceof Station one && one.inspection() != null) {
            all.addAll(s.inspection(one, one.inspection()));
        }
        all.add(s.additions());
        return all;
    }

    // ---- what it takes

    private Sentence takes(Station one) {
        Work.Load load = one.load();
        List<Part> parts = new ArrayList<>(List.of(words("Has "), places(), words(load.pieces() == 1 ? " for one piece each" : " for ")));
        if (load.pieces() > 1) {
            parts.add(typed("load", load.pieces() + " pieces together", String.valueOf(load.pieces()),
                    "Pieces worked on together at each place, such as 6; 1: each by itself",
                    text -> station(e -> e.withLoad(new Work.Load(Typed.whole(text, "The pieces together"), e.load().maxWait())))));
            parts.add(words(", "));
            Quantity wait = load.maxWait();
            parts.add(typed("max wait", wait == null ? "only when full" : "after " + wait + " at the latest",
                    wait == null ? "" : wait.toString(), "A time after which it begins with what there is; empty: only when full",
                    text -> station(e -> e
                            .withLoad(new Work.Load(e.load().pieces(), text.isBlank() ? null : Quantity.parse(text, Dimension.TIME))))));
        }
        parts.addAll(List.of(words(", and room for "), inputCapacity(), words(" before " + (work.places() == 1 ? "it." : "them."))));
        return new Sentence(parts);
    }

    private Part places() {
        return typed("places", work.places() == 1 ? "1 place" : work.places() + " places", String.valueOf(work.places()),
                "Places that work at the same time, such as 1",
                text -> work(w -> w.withPlaces(Typed.whole(text, "The places"))));
    }

    private Part inputCapacity() {
        return typed("input capacity", String.valueOf(work.inputCapacity()), String.valueOf(work.inputCapacity()),
                "Pieces that may wait before it, such as 3; with 0 they wait where they come from",
                text -> work(w -> w.withInputCapacity(Typed.whole(text, "The room before it"))));
    }

    private List<Sentence> assembly(AssemblyStation one) {
        List<Sentence> all = new ArrayList<>();
        List<Part> parts = new ArrayList<>(List.of(
                picked("method", capital(one.method().word()),
                        Arrays.stream(AssemblyStation.Method.values()).map(w -> capital(w.word())).toList(),
                        text -> assembly(a -> a.withMethod(Arrays.stream(AssemblyStation.Method.values())
                                .filter(w -> capital(w.word()).equals(text)).findFirst().orElseThrow())))));
        if (one.method() != AssemblyStation.Method.BATCH) {
            parts.add(words(", "));
            parts.add(several("base", one.bases().isEmpty() ? "+ which" : String.join(" or ", one.bases()), one.bases(), types,
                    names -> assembly(a -> a.withBases(names))));
        }
        if (one.method() != AssemblyStation.Method.PACK) {
            parts.add(words(one.method() == AssemblyStation.Method.BATCH ? ", called " : ", which becomes "));
            List<String> results = new ArrayList<>(one.method() == AssemblyStation.Method.BATCH ? List.of() : List.of("itself"));
            results.addAll(types);
            parts.add(picked("result",
                    one.result().isEmpty() ? one.method() == AssemblyStation.Method.BATCH ? "+ what" : "itself" : one.result(),
                    results, text -> assembly(a -> a.withResult(text.equals("itself") ? "" : text))));
        }
        parts.add(words("."));
        all.add(new Sentence(parts));
        all.add(recipe(one));
        all.add(new Sentence(words("Has "), places(), words(", room for "),
                typed("part capacity", one.partCapacity() + " of each part", String.valueOf(one.partCapacity()),
                        "Pieces of each part type that may wait, such as 4",
                        text -> assembly(a -> a.withPartCapacity(Typed.whole(text, "The room for parts")))),
                words(one.method() == AssemblyStation.Method.BATCH ? "" : " and for "),
                one.method() == AssemblyStation.Method.BATCH ? words("") : inputCapacity(),
                words(one.method() == AssemblyStation.Method.BATCH ? "." : " that it builds on.")));
        return all;
    }

    private Sentence recipe(AssemblyStation one) {
        List<Part> parts = new ArrayList<>(List.of(words("Needs ")));
        parts.addAll(new RecipeSentences(study, one.basics().attributes()).of("recipe", one.recipe(), "the base", one.bases(),
                one.method() != AssemblyStation.Method.BATCH, recipe -> assembly(a -> a.withRecipe(recipe))));
        return new Sentence(parts);
    }

    private List<Sentence> unpacking(UnpackingStation one) {
        List<Part> parts = new ArrayList<>();
        boolean splits = one.parting() instanceof UnpackingStation.Parting.Split;
        parts.add(picked("parting", splits ? "Splits one piece" : "Takes off what is on it",
                List.of("Takes off what is on it", "Splits one piece"), text -> unpacking(u -> u.withParting(
                        text.startsWith("Splits")
                                ? new UnpackingStation.Parting.Split(2, types.isEmpty() ? "Piece" : types.getFirst())
                                : new UnpackingStation.Parting.TakeOff()))));
        if (one.parting() instanceof UnpackingStation.Parting.Split split) {
            parts.add(words(" into "));
            parts.add(typed("split pieces", String.valueOf(split.pieces()), String.valueOf(split.pieces()), "A whole number such as 2",
                    text -> unpacking(u -> u
                            .withParting(new UnpackingStation.Parting.Split(Typed.whole(text, "The number of pieces"), split.type())))));
            parts.add(words(" of "));
            parts.add(picked("split type", split.type(), types,
                    text -> unpacking(u -> u.withParting(new UnpackingStation.Parting.Split(split.pieces(), text)))));
        }
        parts.add(words(splits ? "." : "; a load carrier goes on, a batch ends."));
        return List.of(new Sentence(parts),
                new Sentence(words("Has "), places(), words(" and room for "), inputCapacity(), words(" before.")));
    }

    // ---- times

    private List<Sentence> times() {
        List<Sentence> all = new ArrayList<>();
        for (int i = 0; i < work.operations().size(); i++) {
            int at = i;
            Operation operation = work.operations().get(i);
            List<Part> parts = new ArrayList<>();
            String id = i == 0 ? "time" : "time " + (i + 1);
            boolean single = work.operations().size() == 1 && operation.name().equals(Operation.WORK);
            parts.add(words(single ? "Works " : work.operations().size() == 1 ? "Does " : i == 0 ? "First does " : "then "));
            if (!single) {
                parts.add(typed("operation " + (i + 1), operation.name(), operation.name(), "A name; empty takes it out",
                        text -> work(w -> renamed(w, at, text))));
                parts.add(words(" for "));
            }
            List<Part> time = new ArrayList<>(times.of(id, operation.time(), source -> work(w -> withTime(w, at, source))));
            Part depends = time.removeLast();
            parts.addAll(time.subList(0, time.size() - 1));
            parts.add(words(single ? " on each, which " : ", which "));
            parts.add(picked(i == 0 ? "adds value" : "adds value " + (i + 1), operation.addsValue() ? "adds value" : "adds no value",
                    List.of("adds value", "adds no value"),
                    text -> work(w -> withOperation(w, at,
                            w.operations().get(at).withAddsValue(text.equals("adds value"))))));
            parts.add(words(". "));
            parts.add(depends);
            parts.add(words(operation.needs().isEmpty() ? " " : " Needs "));
            parts.add(NeedSentences.token(study, i == 0 ? "needs" : "needs " + (i + 1), operation.needs(), "+ needs",
                    needs -> work(w -> withOperation(w, at, w.operations().get(at).withNeeds(needs)))));
            parts.add(words(operation.needs().isEmpty() ? "" : "."));
            all.add(new Sentence(parts));
        }
        if (work.operations().isEmpty()) {
            all.add(new Sentence(words("Works "), Sentence.Token.time("time", "+ set the time", "",
                    text -> {
                        TimeSource time = new TimeSource.Drawn(Typed.time(text, source -> work(w -> w.withTime(source))));
                        return work(w -> w.withTime(time));
                    }), words(" on each.")));
        }
        return all;
    }

    private static Work withTime(Work work, int at, TimeSource source) {
        Operation operation = work.operations().get(at);
        return withOperation(work, at, operation.withTime(source));
    }

    private static Work renamed(Work work, int at, String name) {
        if (name.isBlank()) {
            List<Operation> fewer = new ArrayList<>(work.operations());
            fewer.remove(at);
            return work.withOperations(fewer);
        }
        Operation operation = work.operations().get(at);
        return withOperation(work, at, operation.named(name.strip()));
    }

    private static Work withOperation(Work work, int at, Operation operation) {
        List<Operation> operations = new ArrayList<>(work.operations());
        operations.set(at, operation);
        return work.withOperations(operations);
    }

    // ---- changeover, service, pause, inspection

    private List<Sentence> extras() {
        List<Sentence> all = new ArrayList<>();
        TimeSource changeover = work.changeover();
        if (changeover != null) {
            List<Part> parts = new ArrayList<>(List.of(words("Changes over to another type in ")));
            parts.addAll(times.of("changeover", changeover, source -> work(w -> w.withChangeover(source))));
            parts.add(words(work.setupCrew().isEmpty() ? ". " : ", by "));
            parts.add(NeedSentences.token(study, "setup crew", work.setupCrew(), "+ needs", needs -> work(w -> w.withSetupCrew(needs))));
            parts.add(words(work.setupCrew().isEmpty() ? " " : ". "));
            parts.add(act("drop changeover", "take out", work(w -> w.withChangeover(null))));
            all.add(new Sentence(parts));
        }
        Work.Service service = work.service();
        if (service != null) {
            all.add(new Sentence(words("After every "),
                    typed("service pieces", Typed.pieces(service.everyPieces()), String.valueOf(service.everyPieces()),
                            "A whole number such as 40",
                            text -> work(w -> w
                                    .withService(new Work.Service(Typed.whole(text, "The pieces between services"), service.time(),
                                            service.needs())))),
                    words(" it is serviced for "),
                    Sentence.Token.time("service", service.time().toString(), service.time().toString(),
                            text -> work(w -> w
                                    .withService(new Work.Service(service.everyPieces(), DistributionText.parse(text), service.needs())))),
                    words(service.needs().isEmpty() ? ". " : ", by "),
                    NeedSentences.token(study, "service crew", service.needs(), "+ needs",
                            needs -> work(w -> w.withService(service.withNeeds(needs)))),
                    words(service.needs().isEmpty() ? " " : ". "), act("drop service", "take out", work(w -> w.withService(null)))));
        }
        Distribution pause = work.pause();
        if (pause != null) {
            all.add(new Sentence(words("Pauses "),
                    Sentence.Token.time("pause", pause.toString(), pause.toString(),
                            text -> work(w -> w.withPause(DistributionText.parse(text)))),
                    words(" before it lets the next in. "), act("drop pause", "take out", work(w -> w.withPause(null)))));
        }
        return all;
    }

    private List<Sentence> inspection(Station one, Inspection i) {
        return List.of(
                new Sentence(words("Of the pieces "),
                        typed("fail share", i.failShare().toString(), i.failShare().toString(), "A share such as 5 %", text -> inspection(
                                c -> new Inspection(Quantity.parse(text, Dimension.SHARE), c.look(), c.factor(), c.maxReworks(),
                                        c.capacity(),
                                        c.maker()))),
                        words(" fail and look "),
                        typed("fail look", i.look().isEmpty() ? "as before" : i.look(), i.look(),
                                "One of the looks of the piece type; empty: as before",
                                text -> inspection(
                                        c -> new Inspection(c.failShare(), text.strip(), c.factor(), c.maxReworks(), c.capacity(),
                                                c.maker()))),
                        words(". They go back to the station that made them, where "),
                        typed("rework capacity", String.valueOf(i.capacity()), String.valueOf(i.capacity()),
                                "Pieces that may wait for rework there, such as 2",
                                text -> inspection(c -> new Inspection(c.failShare(), c.look(), c.factor(), c.maxReworks(),
                                        Typed.whole(text, "The room for rework"), c.maker()))),
                        words(" may wait and are worked on before new ones, at "),
                        typed("rework factor", Formula.plain(i.factor()) + " times the time", Formula.plain(i.factor()),
                                "A factor on the time, such as 1.25",
                                text -> inspection(
                                        c -> new Inspection(c.failShare(), c.look(), Typed.number(text, "The factor"), c.maxReworks(),
                                                c.capacity(), c.maker()))),
                        words(", by "),
                        picked("maker", i.maker().word(), Arrays.stream(Inspection.Maker.values()).map(Inspection.Maker::word).toList(),
                                text -> inspection(c -> new Inspection(c.failShare(), c.look(), c.factor(), c.maxReworks(), c.capacity(),
                                        Typed.choice(Inspection.Maker.values(), Inspection.Maker::word, text)))),
                        words(".")),
                new Sentence(words("What fails after "),
                        typed("max reworks", i.maxReworks() + (i.maxReworks() == 1 ? " rework" : " reworks"),
                                String.valueOf(i.maxReworks()),
                                "How often a piece may be worked on again, such as 2",
                                text -> inspection(c -> new Inspection(c.failShare(), c.look(), c.factor(),
                                        Typed.whole(text, "The max. reworks"), c.capacity(), c.maker()))),
                        words(" is scrapped. "), act("drop inspection", "take out", station(e -> e.withInspection(null)))));
    }

    private Sentence additions() {
        List<Part> parts = new ArrayList<>();
        if (work.isTimeSet()) {
            parts.add(act("add operation", "+ operation", work(w -> {
                List<Operation> more = new ArrayList<>(w.operations());
                more.add(new Operation("step " + (more.size() + 1), new TimeSource.Drawn(DistributionText.parse("20 s")), false));
                return w.withOperations(more);
            })));
        }
        if (work.changeover() == null) {
            parts.add(act("add changeover", "+ changeover",
                    work(w -> w.withChangeover(new TimeSource.Drawn(DistributionText.parse("5 min"))))));
        }
        if (work.service() == null) {
            parts.add(act("add service", "+ service", work(w -> w.withService(new Work.Service(40, DistributionText.parse("5 min"))))));
        }
        if (work.pause() == null) {
            parts.add(act("add pause", "+ pause", work(w -> w.withPause(DistributionText.parse("10 s")))));
        }
        if (station instanceof Station one) {
            if (one.load().pieces() == 1) {
                parts.add(act("add load", "+ several together", station(e -> e.withLoad(new Work.Load(6, null)))));
            }
            if (one.inspection() == null) {
                parts.add(act("add inspection", "+ inspection",
                        station(e -> e.withInspection(new Inspection(Quantity.percent(5), "", 1, 2, 2)))));
            }
        }
        return new Sentence(parts);
    }

    private List<String> tables() {
        return study.tables().stream().map(Table::name).toList();
    }

    private List<String> offers() {
        return Offers.at(study, station.basics().attributes());
    }

    private UnaryOperator<Study> work(UnaryOperator<Work> change) {
        return s -> s.changed(station.name(), e -> e instanceof WorkEquipment w ? w.with(change.apply(w.work())) : e);
    }

    private UnaryOperator<Study> station(UnaryOperator<Station> change) {
        return s -> s.changed(station.name(), e -> change.apply((Station) e));
    }

    private UnaryOperator<Study> inspection(UnaryOperator<Inspection> change) {
        return station(e -> e.inspection() == null ? e : e.withInspection(change.apply(e.inspection())));
    }

    private UnaryOperator<Study> assembly(UnaryOperator<AssemblyStation> change) {
        return s -> s.changed(station.name(), e -> change.apply((AssemblyStation) e));
    }

    private UnaryOperator<Study> unpacking(UnaryOperator<UnpackingStation> change) {
        return s -> s.changed(station.name(), e -> change.apply((UnpackingStation) e));
    }

    private static String capital(String word) {
        return word.substring(0, 1).toUpperCase(Locale.ROOT) + word.substring(1);
    }

    private static Words words(String text) {
        return new Words(text);
    }
}
