/** The window of Rhombic. Shows values and passes on edits; computes nothing itself. */
module rhombic.desktop {
    requires rhombic.formats;
    requires java.management;
    requires javafx.controls;
    requires javafx.swing;
    requires java.desktop;
    requires atlantafx.base;
    requires org.kordamp.ikonli.javafx;
    requires org.kordamp.ikonli.feather;
    requires org.jspecify;

    exports rhombic.desktop to javafx.graphics;
}
