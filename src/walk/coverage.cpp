#include "rondix/tools/coverage.hpp"

#include "rondix/runtime/apply.hpp"

#include <algorithm>

namespace rondix {

namespace {
constexpr std::size_t nothing = static_cast<std::size_t>(-1);

/// The loading screens that stand in where a flow names none.
bool is_built_in(std::string_view screen) {
    return screen.starts_with("built-in/");
}
} // namespace

Coverage::Coverage(const CompiledFlow& flow)
    : flow_(flow)
    , screens_(flow.screens.size(), nothing)
    , controls_(flow.controls.size(), nothing)
    , events_(flow.events.size(), nothing)
    , done_(flow.requests.size(), nothing)
    , failed_(flow.requests.size(), nothing) {
    const auto add = [&](CoverKind kind, std::string_view screen, std::string name) {
        all_.push_back({kind, std::string(screen), std::move(name), false});
        return all_.size() - 1;
    };
    for (std::size_t s = 0; s < flow.screens.size(); ++s) {
        const Screen& screen = flow.screens[s];
        const std::string_view name = flow.text(screen.id);
        if (screen.question || is_built_in(name)) continue;
        screens_[s] = add(CoverKind::screen, "", std::string(name));
        for (std::uint32_t c = screen.controls.begin; c < screen.controls.end(); ++c)
            if (is_usable_kind(flow.controls[c].kind))
                controls_[c] =
                    add(CoverKind::control, name, std::string(flow.text(flow.controls[c].id)));
    }
    for (std::size_t e = 0; e < flow.events.size(); ++e)
        if (flow.events[e].action != unsaid) // those of the window, which a flow may leave alone
            events_[e] = add(CoverKind::event, "", std::string(flow.text(flow.events[e].id)));
    if (!flow.scenes.empty()) {
        loaded_ = add(CoverKind::answer, "", "loaded");
        load_failed_ = add(CoverKind::answer, "", "load fails");
    }
    for (std::size_t r = 0; r < flow.requests.size(); ++r) {
        const std::string name(flow.text(flow.requests[r].id));
        done_[r] = add(CoverKind::answer, "", "done " + name);
        failed_[r] = add(CoverKind::answer, "", "fails " + name);
    }
}

std::size_t Coverage::touched_by(Move move) const {
    std::size_t thing = nothing;
    switch (move.kind) {
    case MoveKind::press:
    case MoveKind::change: thing = controls_[index(move.control())]; break;
    case MoveKind::event: thing = events_[index(move.as_event())]; break;
    case MoveKind::loaded: thing = loaded_; break;
    case MoveKind::load_failed: thing = load_failed_; break;
    case MoveKind::done: thing = done_[index(move.request())]; break;
    case MoveKind::failed: thing = failed_[index(move.request())]; break;
    case MoveKind::turn:
    case MoveKind::back:
    case MoveKind::menu:
    case MoveKind::key:
    case MoveKind::other_key:
    case MoveKind::moves_on:
    case MoveKind::idle:
    case MoveKind::load_timeout:
    case MoveKind::request_timeout:
    case MoveKind::due:
    case MoveKind::raise:
    case MoveKind::lower:
    case MoveKind::set:
    case MoveKind::start: break;
    }
    return std::min(thing, all_.size());
}

void Coverage::touch(Move move) {
    if (const std::size_t thing = touched_by(move); thing < all_.size()) all_[thing].touched = true;
}

std::size_t Coverage::touched_by(const MenuState& state) const {
    return state.depth() == 0 ? all_.size()
                              : std::min(screens_[index(state.current())], all_.size());
}

void Coverage::touch(const MenuState& state) {
    if (const std::size_t thing = touched_by(state); thing < all_.size())
        all_[thing].touched = true;
}

WalkReport Coverage::add(const Walkthrough& walkthrough) {
    Runner runner(flow_);
    runner.start();
    touch(runner.menu_state());
    WalkPlayer player(runner, walkthrough);
    while (!player.done()) {
        player.step();
        for (const Move move : runner.take_moves()) touch(move);
        touch(runner.menu_state());
    }
    return player.report();
}

std::size_t Coverage::count(CoverKind kind) const {
    return static_cast<std::size_t>(std::count_if(
        all_.begin(), all_.end(), [&](const Cover& one) { return one.kind == kind; }));
}

std::size_t Coverage::touched(CoverKind kind) const {
    return static_cast<std::size_t>(std::count_if(all_.begin(), all_.end(), [&](const Cover& one) {
        return one.kind == kind && one.touched;
    }));
}

} // namespace rondix
