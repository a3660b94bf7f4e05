/** Rhombic without a window. */
module rhombic.cli {
    requires rhombic.formats;
    requires info.picocli;
    requires org.jspecify;

    opens rhombic.cli to info.picocli;
}
