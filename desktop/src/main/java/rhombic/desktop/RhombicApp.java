package rhombic.desktop;

import atlantafx.base.theme.PrimerLight;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import javafx.application.Application;
import javafx.application.ConditionalFeature;
import javafx.application.Platform;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.control.Label;
import javafx.scene.layout.StackPane;
import javafx.scene.text.Font;
import javafx.stage.Stage;
import org.jspecify.annotations.Nullable;
import rhombic.desktop.frame.FileAsker;
import rhombic.desktop.frame.MainWindow;
import rhombic.desktop.work.RecentFiles;
import rhombic.desktop.work.Workbench;
import rhombic.formats.file.ErrorLog;
import rhombic.formats.file.Journal;
import rhombic.study.Study;

/** The application: one window. Arguments: a study file, and {@code --shot=FILE} with what to show in it. */
public final class RhombicApp extends Application {
    private static final int WIDTH = 1280;
    private static final int HEIGHT = 800;
    private static final Duration REHEARSAL = Duration.ofSeconds(3);

    private @Nullable MainWindow window;

    public static void main(String[] args) {
        launch(args);
    }

    @Override
    public void start(Stage stage) {
        prepare();
        stage.setTitle("Rhombic");
        stage.setMinWidth(1000);
        stage.setMinHeight(700);
        if (!Platform.isSupported(ConditionalFeature.SCENE3D)) {
            stage.setScene(scene(new StackPane(no3D()), WIDTH, HEIGHT));
            stage.show();
            return;
        }
        boolean forShot = getParameters().getNamed().containsKey("shot");
        Path state = forShot
                ? Path.of(System.getProperty("java.io.tmpdir"), "rhombic-shot-" + ProcessHandle.current().pid())
                : ErrorLog.stateFolder();
        MainWindow made = new MainWindow(new Workbench(Study.empty()), FileAsker.dialogs(stage), new Journal(state),
                new RecentFiles(state));
        made.tellErrors(new ErrorLog(state));
        window = forShot ? made : runIn(made);
        stage.setScene(scene(made.root(), WIDTH, HEIGHT));
        stage.setOnCloseRequest(e -> {
            e.consume();
            made.closing(stage::close);
        });
        stage.show();
        List<String> files = getParameters().getUnnamed();
        if (!files.isEmpty()) {
            if (!made.open(Path.of(files.getFirst())) && forShot) {
                Shot.refuse(files.getFirst() + " can't be opened; ./rhombic check tells why");
            }
        } else {
            Platform.runLater(() -> made.floor().fit(Set.of()));
        }
        made.floor().requestFocus();
        if (forShot) {
            new Shot(stage, made, getParameters().getNamed()).take();
        }
    }

    /** The window as it is used: what computes is run in while nobody waits. */
    static MainWindow runIn(MainWindow made) {
        made.outlook().rehearse(REHEARSAL);
        return made;
    }

    /** Fonts and the control theme. */
    public static void prepare() {
        for (String weight : List.of("400Regular", "500Medium", "600SemiBold")) {
            Font.loadFont(resource("fonts/IBMPlexSans_" + weight + ".ttf"), 13);
        }
        Application.setUserAgentStylesheet(new PrimerLight().getUserAgentStylesheet());
    }

    public static Scene scene(Parent root, double width, double height) {
        Scene scene = new Scene(root, width, height);
        scene.getStylesheets().add(resource("rhombic.css"));
        return scene;
    }

    private static String resource(String name) {
        return Objects.requireNonNull(RhombicApp.class.getResource("/rhombic/desktop/" + name), name).toExternalForm();
    }

    private static Label no3D() {
        Label label = new Label("""
                Rhombic can't draw in 3D here: the graphics driver offers no OpenGL 2 or better to the window.

                Start it with ./rhombic, which asks for software drawing where there is no graphics card, \
                or install the packages libgl1-mesa-dri and libgtk-3-0.
                Without a window everything can still be run: ./rhombic run STUDY""");
        label.setWrapText(true);
        label.setMaxWidth(560);
        return label;
    }

    @Override
    public void stop() {
        if (window != null) {
            window.close();
        }
    }
}
