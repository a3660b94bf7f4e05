/** Study files and results as files. */
module rhombic.formats {
    requires transitive rhombic.core;
    requires com.fasterxml.jackson.databind;
    requires org.apache.commons.csv;
    requires org.apache.poi.poi;
    requires org.apache.poi.ooxml;

    exports rhombic.formats.study;
    exports rhombic.formats.results;
    exports rhombic.formats.file;
    exports rhombic.formats.table;
    exports rhombic.formats.picture;
}
