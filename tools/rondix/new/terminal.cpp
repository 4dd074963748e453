// @GAME@, in a terminal: arrows, Return, Backspace, Escape. Five seconds of the first level open
// the second; after ten the game is lost.
#include "terminal.hpp"
#include "game.ids.hpp"
#include "game.packed.hpp"

#include "rondix/runtime/packed_flow.hpp"
#include "rondix/settings_file.hpp"

using namespace rondix;

void log(const Status& status) {
    if (!status) std::fprintf(stderr, "%s\n", std::string(status.words()).c_str());
}

int main() {
    CompiledFlow flow;
    if (!open_packed(std::as_bytes(std::span(packed_flow)), flow) ||
        names_hash(flow) != game::names) {
        std::fprintf(stderr, "the flow is not the one that this program was built with\n");
        return 2;
    }
    Runner menus(flow);
    SettingsFile kept(settings_path(flow), {});
    for (const SettingsNote& note : kept.load(menus))
        std::fprintf(stderr, "%s\n", note.text.c_str());
    menus.start();
    Terminal terminal(menus);
    double played = 0;
    bool running = true;
    while (running) {
        const double seconds = terminal.take_keys();
        if (seconds < 0) break;
        menus.advance(seconds);
        for (const Effect& effect : menus.take_effects()) {
            kept.obey(effect);
            if (effect.kind == EffectKind::load) { // load the scene here; then answer
                played = 0;
                menus.finish(effect.load_ticket(), Answer::done);
            }
            if (effect.kind == EffectKind::quit) running = false;
        }
        const bool plays = runs(flow, menus.menu_state());
        if (plays) played += seconds; // your game goes on here
        menus.set_shown_share(game::controls::play::air, static_cast<float>(1 - played / 10));
        if (played > 5) menus.set_flag(game::flags::first_done, true);
        if (plays && played > 10) menus.post(game::events::lost);
        log(kept.save_when_quiet(menus, seconds));
        if (menus.needs_redraw() || plays)
            terminal.draw(plays ? "your game runs; Escape: the menu" : "");
    }
    log(kept.save(menus));
}
