/** Study files and results as files. */
module rhombic.formats {
    requires transitive rhombic.core;
    requires com.fasterxml.jackson.databind;
    requires org.apache.commons.csv;

    exports rhombic.formats.study;
    exports rhombic.formats.results;
    exports rhombic.formats.file;
}
