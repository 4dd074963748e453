// What things cost. Read the figures as proportions of one run: machines are noisy.
#include "big_flow.hpp"
#include "check/listing.hpp"
#include "referee/promela.hpp"
#include "rondix/runtime/packed_flow.hpp"
#include "rondix/runtime/runner.hpp"
#include "rondix/tools/check.hpp"
#include "rondix/tools/pack.hpp"

#include <benchmark/benchmark.h>
#include <libfyaml.h>

#include <cstddef>
#include <cstdlib>
#include <cstring>
#include <filesystem>
#include <fstream>

namespace {

using namespace rondix;
using namespace rondix::benchmarks;

FlowFile demo() {
    return load_flow(RONDIX_ROOT "/examples/tidewick/tidewick.flow.yaml");
}

/// One move of each menu state of the demo in turn: what apply() costs, the copy of the row apart.
void apply_a_move(benchmark::State& state) {
    const FlowFile file = demo();
    const CompiledFlow& flow = *file.compiled;
    const Listing listing(flow, 10'000);
    std::vector<std::pair<MenuState, Move>> work;
    std::vector<Move> moves(max_moves(flow));
    MenuState menu_state(flow);
    for (Listing::Number n = 0; n < listing.size(); ++n) {
        listing.get(n, menu_state);
        const std::size_t count = list_moves(flow, menu_state, moves);
        for (std::size_t i = 0; i < count; ++i) work.emplace_back(menu_state, moves[i]);
    }
    std::size_t i = 0;
    for (auto _ : state) {
        menu_state = work[i].first;
        benchmark::DoNotOptimize(apply(flow, menu_state, work[i].second));
        if (++i == work.size()) i = 0;
    }
}
BENCHMARK(apply_a_move);

void copy_a_state(benchmark::State& state) {
    const FlowFile file = demo();
    MenuState from(*file.compiled), to(*file.compiled);
    start_flow(*file.compiled, from);
    for (auto _ : state) {
        to = from;
        benchmark::DoNotOptimize(to);
    }
}
BENCHMARK(copy_a_state);

/// Screens that all open each other, with flags; or, with -1 flags, in a loose ring.
FlowFile circle(const benchmark::State& state) {
    const auto screens = static_cast<std::size_t>(state.range(0));
    if (state.range(1) < 0) return load_flow_text("loose", loose_circle_flow(screens));
    return load_flow_text("dense", dense_flow(screens, static_cast<std::size_t>(state.range(1))));
}

void list_states(benchmark::State& state) {
    const FlowFile file = circle(state);
    std::size_t states = 0, moves = 0;
    const auto keep = state.range(2) != 0 ? Listing::Keep::moves : Listing::Keep::states;
    for (auto _ : state) {
        const Listing listing(*file.compiled, 10'000'000, keep);
        states += listing.size();
        moves += listing.moves();
    }
    state.counters["states"] =
        benchmark::Counter(static_cast<double>(states), benchmark::Counter::kIsRate);
    state.counters["moves"] =
        benchmark::Counter(static_cast<double>(moves), benchmark::Counter::kIsRate);
}
BENCHMARK(list_states)
    ->ArgNames({"screens", "flags", "with moves"})
    ->Args({5, 8, 1})
    ->Args({6, 10, 1})
    ->Args({6, 10, 0})
    ->Args({9, 1, 0})
    ->Args({28, -1, 0})
    ->Unit(benchmark::kMillisecond);

/// SPIN on the same flow, as fast as it goes: its own count of states and its own clock.
void spin_lists_states(benchmark::State& state) {
    const FlowFile file = circle(state);
    const auto folder = std::filesystem::temp_directory_path() / "rondix-benchmark-spin";
    std::filesystem::create_directories(folder);
    std::ofstream(folder / "menus.pml") << test::promela(file.flow, file.flow.devices, false);
    const std::string in = "cd '" + folder.string() + "' && ";
    if (std::system(
            (in + "spin -a menus.pml && cc -O3 -w -DSAFETY -DNOREDUCE -o pan pan.c").c_str()))
        return state.SkipWithError("spin or cc is missing");
    double stored = 0, seconds = 0;
    for (auto _ : state) {
        std::FILE* pipe = popen((in + "./pan -E -w24 -m10000000 2>&1").c_str(), "r");
        char line[512];
        while (std::fgets(line, sizeof line, pipe)) {
            if (std::strstr(line, "states, stored")) stored += std::atof(line);
            const char* elapsed = std::strstr(line, "elapsed time ");
            if (elapsed) seconds += std::atof(elapsed + std::strlen("elapsed time "));
        }
        pclose(pipe);
    }
    state.counters["states"] = stored / seconds;
    std::filesystem::remove_all(folder);
}
BENCHMARK(spin_lists_states)
    ->ArgNames({"screens", "flags"})
    ->Args({6, 10})
    ->Args({9, 1})
    ->Args({28, -1})
    ->Unit(benchmark::kMillisecond)
    ->Iterations(2);

void check_the_demo(benchmark::State& state) {
    const FlowFile file = demo();
    for (auto _ : state) benchmark::DoNotOptimize(prove(file));
}
BENCHMARK(check_the_demo)->Unit(benchmark::kMicrosecond);

/// The whole check, reading apart.
void check_a_tree(benchmark::State& state, std::size_t screens, FlagUse flags) {
    const FlowFile file = load_flow_text("tree", tree_flow(screens, 8, flags));
    CheckResult result;
    for (auto _ : state) result = prove(file);
    if (result.verdict != Verdict::proved) state.SkipWithError("it is not proved");
    state.counters["heads"] = static_cast<double>(result.figures.heads);
    state.counters["tracked"] = static_cast<double>(result.figures.tracked_flags);
}
constexpr FlagUse game_30{30, true, false}, spread_4{4, false, false}, spread_8{8, false, false},
    needed_4{4, false, true}, needed_8{8, false, true};
BENCHMARK_CAPTURE(check_a_tree, 200_screens_30_game_flags, 200, game_30)
    ->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(check_a_tree, 1000_screens_4_flags, 1000, spread_4)
    ->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(check_a_tree, 10000_screens_4_flags, 10000, spread_4)
    ->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(check_a_tree, 10000_screens_8_flags, 10000, spread_8)
    ->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(check_a_tree, 1000_screens_4_flags_all_needed, 1000, needed_4)
    ->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(check_a_tree, 10000_screens_8_flags_all_needed, 10000, needed_8)
    ->Unit(benchmark::kMillisecond);

/// 1,000 screens of 8 buttons: text to tables.
void read_a_flow(benchmark::State& state) {
    const std::string text = tree_flow(1000, 8);
    for (auto _ : state) {
        const FlowFile file = load_flow_text("big", text);
        if (!file.compiled) state.SkipWithError("it does not compile");
    }
    state.SetBytesProcessed(static_cast<std::int64_t>(state.iterations() * text.size()));
}
BENCHMARK(read_a_flow)->Unit(benchmark::kMillisecond);

/// The same bytes through the YAML library's bare events, with text and places asked for.
void bare_events(benchmark::State& state) {
    const std::string text = tree_flow(1000, 8);
    for (auto _ : state) {
        const fy_parse_cfg config{"", FYPCF_QUIET, nullptr, nullptr};
        fy_parser* parser = fy_parser_create(&config);
        fy_parser_set_string(parser, text.data(), text.size());
        std::size_t sum = 0;
        while (fy_event* event = fy_parser_parse(parser)) {
            if (const fy_mark* mark = fy_event_start_mark(event)) sum += mark->input_pos;
            if (event->type == FYET_SCALAR) {
                std::size_t length = 0;
                benchmark::DoNotOptimize(fy_token_get_text(event->scalar.value, &length));
                sum += length;
            }
            fy_parser_event_free(parser, event);
        }
        benchmark::DoNotOptimize(sum);
        fy_parser_destroy(parser);
    }
    state.SetBytesProcessed(static_cast<std::int64_t>(state.iterations() * text.size()));
}
BENCHMARK(bare_events)->Unit(benchmark::kMillisecond);

/// A packed flow of 1,000 screens with 8 buttons each, as a game meets it at start.
void open_a_packed_flow(benchmark::State& state) {
    const FlowFile file = load_flow_text("tree", tree_flow(1000, 8));
    const std::string image = pack(*file.compiled);
    std::vector<std::max_align_t> room(image.size() / sizeof(std::max_align_t) + 1);
    std::memcpy(room.data(), image.data(), image.size());
    const auto bytes = std::as_bytes(std::span(room)).first(image.size());
    CompiledFlow flow;
    for (auto _ : state)
        if (!open_packed(bytes, flow)) state.SkipWithError("the image is refused");
    state.counters["KB"] = static_cast<double>(image.size()) / 1000;
}
BENCHMARK(open_a_packed_flow)->Unit(benchmark::kMillisecond);

} // namespace
