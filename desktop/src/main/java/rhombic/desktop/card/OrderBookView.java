package rhombic.desktop.card;

import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Priority;
import rhombic.insight.OrderBook;
import rhombic.quantity.Clock;
import rhombic.study.kind.ResourceGroup;
import rhombic.study.unfold.UnfoldedStudy;
import rhombic.trace.Moment;

/** The order book of a group at the moment shown: a row for each piece that waits, is fetched or is carried. */
final class OrderBookView {
    private static final int MAX_SHOWN = 6;

    private OrderBookView() {}

    /** Nothing of a group that carries nothing. */
    static List<Node> of(UnfoldedStudy study, ResourceGroup group, Moment moment) {
        OrderBook book = new OrderBook(study);
        if (!book.concerns(group)) {
            return List.of();
        }
        OrderBook.Page page = book.of(group, moment);
        Label heading = new Label("Order book: " + counts(page));
        heading.getStyleClass().add("caption");
        heading.setWrapText(true);
        heading.setId("order-book");
        GridPane rows = new GridPane(10, 5);
        List<OrderBook.Order> orders = page.orders();
        for (int i = 0; i < Math.min(MAX_SHOWN, orders.size()); i++) {
            OrderBook.Order order = orders.get(i);
            Label piece = new Label(order.piece() + "\n" + order.from() + " to " + order.to());
            piece.setWrapText(true);
            piece.setId("order-" + i);
            Label state = new Label(state(order) + "\nfor " + Clock.elapsed(moment.timeNanos() - order.sinceNanos()));
            state.setId("order-state-" + i);
            state.setMinWidth(96);
            GridPane.setHgrow(piece, Priority.ALWAYS);
            rows.addRow(i, piece, state);
        }
        int more = orders.size() - MAX_SHOWN;
        if (more <= 0) {
            return List.of(heading, rows);
        }
        Label rest = new Label("and " + more + " more");
        rest.getStyleClass().add("caption");
        return List.of(heading, rows, rest);
    }

    private static String counts(OrderBook.Page page) {
        long waits = page.count(OrderBook.State.WAITS);
        String behind = page.behind() == 0 ? "" : " (" + page.behind() + " more behind)";
        String all = Stream.of(waits == 0 ? "" : waits == 1 ? "1 waits" + behind : waits + " wait" + behind,
                several(page.count(OrderBook.State.FETCHED), "fetched"), several(page.count(OrderBook.State.CARRIED), "carried"))
                .filter(text -> !text.isEmpty()).collect(Collectors.joining(", "));
        return all.isEmpty() ? "empty" : all;
    }

    private static String several(long count, String done) {
        return count == 0 ? "" : count == 1 ? "1 is " + done : count + " are " + done;
    }

    private static String state(OrderBook.Order order) {
        return switch (order.state()) {
            case WAITS -> "waits";
            case FETCHED -> order.by() + " comes";
            case CARRIED -> "with " + order.by();
        };
    }
}
