// rondix play: the flow in a window.
#include "commands.hpp"
#include "moves_of.hpp"
#include "outputs.hpp"
#include "play/player.hpp"
#include "progress_reporter.hpp"

#include "rondix/tools/report.hpp"

#include <fmt/format.h>

#include <memory>

namespace rondix::tool {

namespace {

constexpr int least_side = 160;
constexpr int max_side = 8192;

struct Options {
    PlayOptions play;
    Size size;
    bool no_panel = false;
    std::size_t finding = 0;
    CheckOptions check; // for the finding
};

int run(Options& options) {
    PlayOptions& play = options.play;
    play.panel = !options.no_panel;
    if (options.size.width > 0) play.width = options.size.width, play.height = options.size.height;
    Walkthrough script;
    if (!play.script.empty()) {
        auto walk = load_good_walkthrough(play.script);
        if (!walk) return cannot_be_used;
        script = std::move(*walk);
    } else if (options.finding > 0) {
        ProgressReporter progress(options.check);
        int status = proved;
        const auto finding =
            finding_numbered(read_flow(play.flow), options.finding, options.check, status);
        if (!finding) return status;
        script = walk_into(*finding);
        play.script = script.source.name();
    }
    Session session(play.flow);
    if (!session.open()) {
        fmt::print(stderr, "{}", session.trouble());
        return session.readable() ? errors_found : cannot_be_used;
    }
    note_inputs(session.file());
    if (!may_write({play.record, play.trace, play.shot})) return cannot_be_used;
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

Run add_play(Command& command) {
    const auto options = std::make_shared<Options>();
    PlayOptions& play = options->play;
    command.text("FLOW", play.flow, "the flow file; saving it reloads it")
        .needed()
        .means(Means::flow);
    command.size("--size", options->size, least_side, max_side,
                 "of the game's part size of the window, such as 1280x720");
    command.flag("--no-panel", options->no_panel, "only the game's part");
    command.seconds("--load-time", play.load_time, 30.0, "seconds that a load takes");
    command.seconds("--seconds", play.seconds, 1e6,
                    "end after this many seconds; 0: when the window is closed");
    command.text("--script", play.script, "play this walkthrough and check its expectations")
        .means(Means::walkthrough);
    add_finding_number(command, options->finding,
                       "play the moves into this finding: the N-th of those that have moves");
    add_limits(command, options->check);
    command.seconds("--pace", play.pace, 60.0, "seconds between the steps of the script");
    command
        .text("--arrange", play.arrange,
              "begin with the menus standing still, to be changed, where this control is")
        .means(Means::control);
    command.flag("--draw-list", play.draw_list,
                 "show the menus by their draw list, as a renderer of a game does; F10 changes it");
    command.text("--shot", play.shot, "write a picture of the window (PNG) at the end")
        .means(Means::file);
    command.text("--record", play.record, "record the moves into this file, as a walkthrough")
        .means(Means::file);
    command.text("--trace", play.trace, "write a trace into this file, for 'rondix walk'")
        .means(Means::file);
    command
        .text("--settings", play.settings,
              "keep the player's settings and keys in this file (TOML)")
        .means(Means::file);
    command.flag("--speak", play.speaks, "print what a screen reader would say");
    command.footer(
        "F1 in the window lists every key. Without a display the window is kept in memory.");
    command.describes("Show the flow in a window, with stand-ins for what the game would show. "
                      "Saving the flow reloads it, and the place in the menus is kept. F8 stands "
                      "the menus still, to be changed where they are seen.");
    command.example("rondix play game.flow.yaml", "play the flow");
    command.example("rondix play game.flow.yaml --script walks/lost.walk.yaml",
                    "watch a walkthrough");
    return [options] { return run(*options); };
}

} // namespace rondix::tool
