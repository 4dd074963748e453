// Tidewick Ferry's menus in a terminal: the flow of the game, packed, without SDL. The voyage
// itself is a line of text. Try:  build/release/bin/terminal
#include "terminal.hpp"
#include "tidewick.ids.hpp"
#include "tidewick.packed.hpp"

#include "rondix/runtime/packed_flow.hpp"

using namespace rondix;
namespace ids = tidewick_ferry;

namespace {

/// A load takes a second, as it goes by in a terminal.
struct Load {
    LoadTicket ticket{};
    double done = 1;

    void pass_on(Runner& menus, double seconds) {
        if (done >= 1) return;
        done += seconds;
        menus.report_progress(ticket, static_cast<float>(done));
        if (done >= 1) menus.finish(ticket, Answer::done);
    }
};

ListRow voyage(void*, std::uint32_t row) {
    return row == 0 ? ListRow{"Across the harbour", 0} : ListRow{"Through the fog", 1};
}

ListRow crate(void*, std::uint32_t row) {
    static constexpr std::string_view wares[] = {"Tea", "Rope", "Lamps"};
    return {wares[row % std::size(wares)], 0};
}

} // namespace

int main() {
    CompiledFlow flow;
    if (!open_packed(std::as_bytes(std::span(packed_flow)), flow) ||
        names_hash(flow) != ids::names) {
        std::fprintf(stderr, "the flow is not the one that this program was built with\n");
        return 2;
    }
    Runner menus(flow);
    menus.set_rows(ids::controls::voyages::charts, {2, nullptr, voyage});
    menus.set_rows(ids::controls::cargo::hold, {12, nullptr, crate});
    menus.start();
    Terminal terminal(menus);
    Load load;
    double under_way = 0;
    bool running = true;
    while (running) {
        const double seconds = terminal.take_keys();
        if (seconds < 0) break;
        menus.advance(seconds);
        load.pass_on(menus, seconds);
        for (const Effect& effect : menus.take_effects()) {
            if (effect.kind == EffectKind::load) load = {effect.load_ticket(), 0}, under_way = 0;
            if (effect.kind == EffectKind::request)
                menus.finish(effect.request_ticket(), Answer::done);
            if (effect.kind == EffectKind::quit) running = false;
        }
        const bool runs_on = runs(flow, menus.menu_state());
        if (runs_on) under_way += seconds;
        if (!menus.needs_redraw() && !runs_on) continue;
        terminal.draw(runs_on
                          ? "the ferry is under way, " +
                                std::to_string(static_cast<int>(under_way)) + " s; Escape: the menu"
                          : "");
    }
}
