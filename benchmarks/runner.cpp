// What the Runner costs a game: a move by each device, a frame, scrolling. `apply_a_change` is the
// bare core doing what the devices do here, for comparing.
#include "rondix/runtime/runner.hpp"
#include "rondix/tools/flow.hpp"

#include <benchmark/benchmark.h>

#include <string>

namespace {

using namespace rondix;

FlowFile demo() {
    return load_flow(RONDIX_ROOT "/examples/tidewick/tidewick.flow.yaml");
}

/// The demo's options, where a press turns a toggle.
struct Options {
    Options()
        : file(demo())
        , flow(*file.compiled)
        , menus(flow) {
        Bindings bindings(flow);
        for (const DeviceKind kind : {DeviceKind::keyboard, DeviceKind::pad})
            bindings.add(kind, Code{1}, target_of(Button::accept));
        menus.set_bindings(bindings, {});
        menus.start();
        menus.finish(menus.load_ticket(), Answer::done);
        menus.replay(Move::press(flow.control(flow.screen("title"), "options")));
        gulls = flow.control(flow.screen("options"), "gulls");
        menus.advance(1);
        menus.pointer_moves(menus.bounds_of(gulls).middle());
        menus.take_effects();
    }
    FlowFile file;
    const CompiledFlow& flow;
    Runner menus;
    ControlId gulls{};
};

/// Each press is a move: the setting has another value each time.
template <class Press>
void move_by(benchmark::State& state, Press press) {
    Options options;
    const SettingId setting = options.flow[options.gulls].setting;
    std::size_t changed = 0;
    for (auto _ : state) {
        const auto before = options.menus.value_of(setting);
        press(options.menus, options.menus.bounds_of(options.gulls).middle());
        changed += options.menus.value_of(setting) != before ? 1 : 0;
        benchmark::DoNotOptimize(options.menus.take_effects());
        benchmark::DoNotOptimize(options.menus.take_moves());
    }
    if (changed != static_cast<std::size_t>(state.iterations()))
        state.SkipWithError("a press changed nothing");
}

void by_code(Runner& menus, Device device) {
    menus.press_code(device, Code{1});
    menus.release_code(device, Code{1});
}
void by_point(Runner& menus, Point at, Device device) {
    menus.pointer_presses(at, device);
    menus.pointer_releases(at, device);
}

void move_by_keyboard(benchmark::State& state) {
    move_by(state, [](Runner& menus, Point) { by_code(menus, Device::keyboard); });
}
void move_by_pad(benchmark::State& state) {
    move_by(state, [](Runner& menus, Point) { by_code(menus, Device::pad(0)); });
}
void move_by_mouse(benchmark::State& state) {
    move_by(state, [](Runner& menus, Point at) { by_point(menus, at, Device::mouse); });
}
void move_by_finger(benchmark::State& state) {
    move_by(state, [](Runner& menus, Point at) { by_point(menus, at, Device::finger(0)); });
}
BENCHMARK(move_by_keyboard);
BENCHMARK(move_by_pad);
BENCHMARK(move_by_mouse);
BENCHMARK(move_by_finger);

void apply_a_change(benchmark::State& state) {
    Options options;
    MenuState now = options.menus.menu_state();
    std::uint16_t value = 0;
    for (auto _ : state) {
        benchmark::DoNotOptimize(apply(options.flow, now, Move::change(options.gulls, value)));
        value ^= 1U;
    }
}
BENCHMARK(apply_a_change);

void focus_moves(benchmark::State& state) {
    Options options;
    for (auto _ : state) {
        options.menus.press(Button::down);
        options.menus.release(Button::down);
        benchmark::DoNotOptimize(options.menus.take_effects());
    }
}
BENCHMARK(focus_moves);

void frame(benchmark::State& state, bool moving) {
    Options options;
    const ControlId back = options.flow.control(options.flow.screen("options"), "back");
    const ControlId open = options.flow.control(options.flow.screen("title"), "options");
    double moved = 0;
    for (auto _ : state) {
        if (moving && options.menus.time_until_change() != 0.0) { // it has come to rest
            state.PauseTiming();
            const bool is_open = options.menus.menu_state().depth() > 1;
            options.menus.replay(Move::press(is_open ? back : open));
            options.menus.take_effects();
            options.menus.take_moves();
            state.ResumeTiming();
        }
        moved += options.menus.time_until_change() == 0.0 ? 1 : 0;
        options.menus.advance(1.0 / 60);
        benchmark::DoNotOptimize(options.menus.view());
    }
    state.counters["in transition"] = moved / static_cast<double>(state.iterations());
}
void frame_idle(benchmark::State& state) {
    frame(state, false);
}
void frame_in_transition(benchmark::State& state) {
    frame(state, true);
}
BENCHMARK(frame_idle);
BENCHMARK(frame_in_transition);

/// A frame of a list that is scrolled by a line, with so many rows in all.
void scroll_a_list(benchmark::State& state) {
    Options options;
    Runner& menus = options.menus;
    const ScreenId cargo = options.flow.screen("cargo");
    const ControlId hold = options.flow.control(cargo, "hold");
    menus.set_rows(hold, {static_cast<std::uint32_t>(state.range(0)), nullptr,
                          [](void*, std::uint32_t) { return ListRow{"A crate"}; }});
    menus.start();
    menus.finish(menus.load_ticket(), Answer::done);
    menus.replay(Move::press(options.flow.control(options.flow.screen("title"), "cast-off")));
    menus.advance(1);
    menus.set_rows(options.flow.control(options.flow.screen("voyages"), "charts"),
                   {1, nullptr, [](void*, std::uint32_t) { return ListRow{"A voyage"}; }});
    menus.replay(Move::press(options.flow.control(options.flow.screen("voyages"), "charts"), 0));
    menus.finish(menus.load_ticket(), Answer::done);
    menus.replay(Move::key(options.flow.key("cargo")));
    menus.advance(1);
    if (menus.menu_state().current() != cargo) return state.SkipWithError("not at the cargo");
    const Point at = menus.bounds_of(hold).middle();
    float lines = 1;
    int done = 0;
    for (auto _ : state) {
        if (++done % 500 == 0) lines = -lines;
        menus.scroll(at, lines);
        menus.advance(1.0 / 60);
        benchmark::DoNotOptimize(menus.view());
        benchmark::DoNotOptimize(menus.take_effects());
    }
}
BENCHMARK(scroll_a_list)->Arg(50)->Arg(10'000);

} // namespace
