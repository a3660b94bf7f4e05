package rhombic.study.unfold;

import rhombic.study.kind.PlantElement;

/**
 * An element as it stands on the floor, and where it is edited.
 *
 * @param element its name is a path, <i>Cell A/Station 1</i>, and its id too, so that it draws apart from its like in other cells
 * @param cell path of the cells it lies in, from the outermost; empty outside of cells
 * @param ownId its id where it is edited
 */
record Expanded(PlantElement element, String cell, String ownId) {
    /** Stands in a path between a cell and what lies in it. */
    static final char SEPARATOR = '/';

    /** Of an element that lies in no cell. */
    static Expanded plain(PlantElement element) {
        return new Expanded(element, "", element.id());
    }

    /** Of an element of a pattern, in the cell of that path. */
    static Expanded in(String cell, PlantElement own) {
        String prefix = cell + SEPARATOR;
        return new Expanded(own.with(own.basics().named(prefix + own.name()).withId(prefix + own.id())), cell, own.id());
    }
}
