package rhombic.desktop.frame;

import java.util.List;
import java.util.Map;
import rhombic.chart.Chart;
import rhombic.desktop.diagnose.DiagnosePage;
import rhombic.insight.Shifting;

/** What Diagnose has the window do. */
final class DiagnoseActions implements DiagnosePage.Actions {
    private final MainWindow window;

    DiagnoseActions(MainWindow window) {
        this.window = window;
    }

    @Override
    public void say(String text) {
        window.say(text);
    }

    @Override
    public void heat(Map<String, Double> heat) {
        window.floor().showHeat(heat);
    }

    @Override
    public void limits(List<Shifting.Span> spans) {
        window.strips().setLimits(spans);
    }

    @Override
    public void charts(Map<String, Chart> charts) {
        window.floor().showCharts(charts);
    }

    @Override
    public void follow(long nanos, int body) {
        window.follow(nanos, body);
    }

    @Override
    public void toBuild() {
        window.go(Workspace.BUILD);
    }

    @Override
    public void toWatch() {
        window.go(Workspace.WATCH);
    }
}
