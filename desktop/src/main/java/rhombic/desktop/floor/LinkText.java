package rhombic.desktop.floor;

import rhombic.quantity.Quantity;
import rhombic.study.Link;
import rhombic.study.LinkFilter;

/** What is written on a link: its share, and which pieces it is for. */
final class LinkText {
    private static final int LONGEST = 28;

    private LinkText() {}

    /** Empty for a link that takes everything and has no share. */
    static String of(Link link) {
        String share = link.share().map(Quantity::toString).orElse("");
        String only = switch (link.filter()) {
            case LinkFilter.All() -> "";
            case LinkFilter.Types types -> String.join(", ", types.types());
            case LinkFilter.Condition condition -> condition.formula();
            case LinkFilter.LoadCarriers() -> "load carriers";
            case LinkFilter.Contents() -> "contents";
        };
        String text = share.isEmpty() || only.isEmpty() ? share + only : share + " of " + only;
        return text.length() > LONGEST ? text.substring(0, LONGEST - 1) + "\u2026" : text;
    }
}
