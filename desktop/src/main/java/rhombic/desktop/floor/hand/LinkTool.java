package rhombic.desktop.floor.hand;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.input.MouseEvent;
import rhombic.desktop.floor.FloorOverlay;
import rhombic.desktop.floor.FloorView;
import rhombic.desktop.work.Edits;
import rhombic.desktop.work.Workbench;
import rhombic.study.kind.PlantElement;

/** Clicks on equipment link each to the next. The first click is the first of them. */
final class LinkTool implements Tool {
    private final FloorView floor;
    private final Workbench bench;
    private List<String> chain = List.of();
    /** Why the last click did nothing; empty if it did. */
    private String refused = "";

    LinkTool(FloorView floor, Workbench bench) {
        this.floor = floor;
        this.bench = bench;
    }

    @Override
    public void press(MouseEvent e) {
        floor.equipmentAt(e.getX(), e.getY()).ifPresent(this::add);
        show(e.getX(), e.getY());
    }

    private void add(PlantElement element) {
        Optional<String> before = last();
        refused = "";
        if (before.filter(element.name()::equals).isPresent()) {
            return;
        }
        if (before.isEmpty() ? !element.givesPieces() : !element.takesPieces()) {
            refused = element.name() + (before.isEmpty() ? " gives no pieces" : " takes no pieces") + "\n";
            return;
        }
        before.ifPresent(from -> bench.edit("link " + from + " to " + element.name(),
                study -> Edits.linkedInOrder(study, List.of(from, element.name()))));
        List<String> longer = new ArrayList<>(chain);
        longer.add(element.name());
        chain = element.givesPieces() ? longer : List.of(); // nothing goes on from there: the next click begins anew
        floor.overlay().setChain(chain);
    }

    private Optional<String> last() {
        return chain.isEmpty() ? Optional.empty() : Optional.of(chain.getLast());
    }

    @Override
    public void drag(MouseEvent e) {
        floor.overlay().setHovered(floor.equipmentAt(e.getX(), e.getY()).map(PlantElement::name));
        show(e.getX(), e.getY());
    }

    private void show(double x, double y) {
        floor.overlay().setSweep(last().flatMap(name -> bench.study().find(name))
                .flatMap(from -> floor.pixelOf(from.placement().xMetres(), from.placement().yMetres(), 0.5))
                .map(p -> new double[] {p.x(), p.y(), x, y}).orElse(null));
        floor.overlay().setMarks(new FloorOverlay.Marks(List.of(), List.of(), hint(), x, y));
        floor.drawOverlay();
    }

    @Override
    public void cancel() {
        chain = List.of();
        floor.overlay().setChain(chain);
        floor.overlay().setSweep(null);
    }

    @Override
    public String hint() {
        return refused + last().map(name -> "from " + name + ": click what it gives to").orElse("link: click what gives first")
                + "\nEsc ends";
    }
}
