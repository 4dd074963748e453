#include "play/panel.hpp"

#include "rondix/runtime/apply.hpp"
#include "rondix/tools/state_text.hpp"

#include <fmt/format.h>

#include <algorithm>

namespace rondix::tool {

using draw::Drawing;

namespace {

std::string scene_of(const CompiledFlow& flow, const MenuState& now) {
    if (now.scene() == no_scene) return "none";
    std::string name(flow.text(flow[now.scene()].id));
    switch (now.phase()) {
    case Phase::loading: return name + " (loading)";
    case Phase::failed: return name + " (failed)";
    default: return name;
    }
}

std::string game_of(const CompiledFlow& flow, const MenuState& now) {
    if (runs(flow, now)) return "running";
    return paused(flow, now) ? "paused" : "no play screen";
}

std::string waits_of(const Runner& runner) {
    std::string text;
    const CompiledFlow& flow = runner.flow();
    for (std::size_t i = 0; i < flow.events.size(); ++i)
        if (const auto due = runner.time_until_due(EventId(i)))
            text += fmt::format("{}{} in {:.1f} s", text.empty() ? "" : ", ",
                                flow.text(flow.events[i].id), *due);
    if (const auto left = runner.time_until_load_timeout())
        text += fmt::format("{}load times out in {:.0f} s", text.empty() ? "" : ", ", *left);
    return text.empty() ? "nothing" : text;
}

} // namespace

void Panel::draw(const Pixels& window, int left, Session& session, const StandIn& game) {
    buttons_.begin();
    const Runner& runner = session.runner();
    const CompiledFlow& flow = session.flow();
    const MenuState& now = runner.menu_state();
    Drawing drawing(window);
    PanelPage page(drawing, left, window.height, buttons_.scrolled());
    const auto chip = [&](const std::string& text, Action action, bool is_lit, bool enabled) {
        buttons_.add(page.chip_of(text, is_lit, enabled), action);
    };

    page.chips_begin();
    chip("Start again  F5", {Does::restart, 0}, false, true);
    chip("Keys  F1", {Does::help, 0}, false, true);
    chip("Arrange  F8", {Does::arrange, 0}, false, true);
    page.chips_end();

    page.heading("STATE");
    page.pair("screen", std::string(flow.text(flow[now.current()].id)));
    page.pair("stack", stack_text(flow, now));
    page.pair("scene", scene_of(flow, now));
    page.pair("game", game_of(flow, now));
    page.pair("pointer", runner.pointer_shown() ? "shown" : "hidden");
    page.pair("focus", runner.focus() == no_control
                           ? "none"
                           : std::string(flow.text(flow[runner.focus()].id)));
    page.pair("waits", waits_of(runner));

    page.heading(fmt::format("LOADS TAKE {:.1f} s, THEN", game.load_time));
    page.chips_begin();
    for (const LoadEnds ends : {LoadEnds::well, LoadEnds::badly, LoadEnds::never, LoadEnds::twice})
        chip(std::string(name_of(ends)), {Does::load_ends, static_cast<std::uint32_t>(ends)},
             game.load_ends == ends, true);
    chip("shorter", {Does::shorter, 0}, false, game.load_time > 0);
    chip("longer", {Does::longer, 0}, false, true);
    page.chips_end();

    page.heading("EVENTS");
    page.chips_begin();
    for (std::size_t i = 0; i < flow.events.size(); ++i)
        chip(std::string(flow.text(flow.events[i].id)),
             {Does::event, static_cast<std::uint32_t>(i)}, false,
             flow.events[i].action != unsaid && allowed(flow, now, flow.events[i].during));
    page.chips_end();

    if (!flow.flags.empty()) {
        page.heading("FLAGS");
        page.chips_begin();
        for (std::size_t i = 0; i < flow.flags.size(); ++i)
            chip(std::string(flow.text(flow.flags[i].id)),
                 {Does::flag, static_cast<std::uint32_t>(i)}, now.flag(FlagId(i)),
                 flow.flags[i].set_by_game);
        page.chips_end();
    }

    page.heading("LAST MOVES");
    const auto& moves = session.moves();
    const std::size_t first = moves.size() > 12 ? moves.size() - 12 : 0;
    for (std::size_t i = moves.size(); i-- > first;) page.small(moves[i]);
    if (moves.empty()) page.small("none yet");

    buttons_.end(page, window.height);
}

} // namespace rondix::tool
