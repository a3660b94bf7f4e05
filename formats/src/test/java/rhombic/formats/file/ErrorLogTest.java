package rhombic.formats.file;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ErrorLogTest {
    @TempDir Path folder;

    @Test
    void oneSentenceForThePersonAndTheRestForTheFile() throws Exception {
        ErrorLog log = new ErrorLog(folder.resolve("100 % new/state"));
        String told = log.tell(new IllegalStateException("the chest is empty"));
        assertTrue(told.contains("IllegalStateException") && told.contains(log.file().toString()), told);
        assertFalse(told.contains("\n"));
        log.tell(new ArithmeticException("by zero"));
        String written = Files.readString(log.file());
        assertTrue(written.contains("the chest is empty") && written.contains("at " + ErrorLogTest.class.getName()), written);
        assertTrue(written.contains("by zero"), written);
    }

    @Test
    void whatFailsAgainAndAgainDoesNotFillTheDisk() throws Exception {
        ErrorLog log = new ErrorLog(folder);
        for (int i = 0; i < 200; i++) {
            log.tell(new IllegalStateException("frame"));
        }
        assertEquals(100, Files.readAllLines(log.file()).stream().filter(line -> line.contains("IllegalStateException: frame")).count());
    }

    @Test
    void whereNothingCanBeWrittenItStillTells() throws Exception {
        Path blocked = Files.writeString(folder.resolve("blocked"), "");
        assertTrue(new ErrorLog(blocked).tell(new OutOfMemoryError()).startsWith("The memory is full"));
    }
}
