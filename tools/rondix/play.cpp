// rondix play: the flow in a window.
#include "commands.hpp"
#include "play/player.hpp"

#include "rondix/report.hpp"

#include <fmt/format.h>

#include <memory>

namespace rondix::tool {

namespace {

constexpr int least_side = 160;
constexpr int most_side = 8192;

struct Options {
    PlayOptions play;
    std::string size;
    bool no_panel = false;
};

int run(Options& options) {
    PlayOptions& play = options.play;
    play.panel = !options.no_panel;
    if (!options.size.empty())
        read_size(options.size, least_side, most_side, play.width, play.height);
    Walkthrough script;
    if (!play.script.empty()) {
        script = load_walkthrough(play.script);
        for (const Finding& finding : script.findings)
            fmt::print(stderr, "{}", finding_text(finding, {script.source}));
        if (!script.readable || has_errors(script.findings)) return cannot_be_used;
    }
    Session session(play.flow);
    if (!session.open()) {
        fmt::print(stderr, "{}", session.trouble());
        return session.readable() ? errors_found : cannot_be_used;
    }
    const CompiledFlow& flow = session.flow();
    const std::string title = flow.game.length > 0 ? std::string(flow.text(flow.game)) : play.flow;
    Stage stage(title, play.width, play.height, play.panel ? Panel::width : 0);
    if (!stage.fault().empty()) {
        fmt::print(stderr, "error: no window can be opened: {}\n", stage.fault());
        return cannot_be_used;
    }
    return Player(play, session, stage).run(play.script.empty() ? nullptr : &script);
}

} // namespace

Run add_play(CLI::App& app) {
    const auto options = std::make_shared<Options>();
    PlayOptions& play = options->play;
    app.add_option("FLOW", play.flow, "the flow file; saving it reloads it")->required();
    app.add_option("--size", options->size, "of the game's part of the window, such as 1280x720")
        ->check([](const std::string& text) {
            PlayOptions ignored;
            return read_size(text, least_side, most_side, ignored.width, ignored.height);
        });
    app.add_flag("--no-panel", options->no_panel, "the game's part alone");
    app.add_option("--load-time", play.load_time, "seconds that a load takes")
        ->check(CLI::Range(0.0, 30.0))
        ->capture_default_str();
    app.add_option("--seconds", play.seconds, "end after this time")->check(CLI::Range(0.0, 1e6));
    app.add_option("--script", play.script, "play this walkthrough, and compare what it expects");
    app.add_option("--pace", play.pace, "seconds between the steps of the script")
        ->check(CLI::Range(0.0, 60.0))
        ->capture_default_str();
    app.add_option("--shot", play.shot, "write a picture of the window (PNG) when it ends");
    app.add_option("--record", play.record,
                   "write the moves that were made into this file, as a walkthrough");
    app.add_option("--trace", play.trace,
                   "write everything that happens into this file, for 'rondix walk'");
    app.add_option("--settings", play.settings,
                   "keep the player's settings and keys in this file (TOML)");
    app.add_flag("--speak", play.speaks,
                 "print what a voice would say: the screen, the focus, what changed");
    app.footer("F1 in the window lists every key. Without a display the window is kept in memory.");
    return [options] { return run(*options); };
}

} // namespace rondix::tool
