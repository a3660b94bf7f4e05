/** Study files and results as files. */
module rhombic.formats {
    requires transitive rhombic.core;
    requires com.fasterxml.jackson.databind;
    requires com.fasterxml.jackson.core;
    requires org.apache.commons.csv;
    requires org.apache.pdfbox;
    requires org.apache.pdfbox.io;
    requires org.apache.fontbox;
    requires org.apache.commons.logging;
    requires java.desktop;
    requires java.logging;
    requires org.slf4j;
    requires org.apache.poi.poi;
    requires org.apache.poi.ooxml;
    requires com.github.pjfanning.excelstreamingreader;

    exports rhombic.formats.study;
    exports rhombic.formats.results;
    exports rhombic.formats.file;
    exports rhombic.formats.table;
    exports rhombic.formats.picture;
    exports rhombic.formats.report;
    exports rhombic.formats.events;
}
