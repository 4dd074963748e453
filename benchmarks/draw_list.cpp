// The draw list beside the Painter, on the demo's title.
#include "draw/screens/listed_flow.hpp"
#include "draw/screens/tour.hpp"
#include "rondix/tools/flow.hpp"

#include <benchmark/benchmark.h>

#include <vector>

namespace {

using namespace rondix;

/// The title in a window of this size, with the focus on its way from one button to the next.
struct Title {
    FlowFile file = load_flow(RONDIX_ROOT "/examples/tidewick/tidewick.flow.yaml");
    draw::Tour tour{*file.compiled, {}};
    draw::ListedFlow listed{*file.compiled};
    explicit Title(const benchmark::State& state) {
        tour.resize({static_cast<int>(state.range(0)), static_cast<int>(state.range(1))});
        tour.go(file.compiled->screen("title"));
        tour.runner.set_motion(true);
        tour.runner.press(Button::down);
        tour.runner.advance(0.05);
        listed.list().draw(tour.runner.canvas(), tour.runner.view());
    }
};

void with_sizes(benchmark::internal::Benchmark* one) {
    one->Args({1280, 720})->Args({2560, 1440})->Unit(benchmark::kMicrosecond);
}

/// As while something moves: all of it anew.
void draw_list_of_the_title(benchmark::State& state) {
    Title title(state);
    const auto items = title.tour.runner.view();
    std::size_t batches = 0, vertices = 0;
    for (auto _ : state) {
        const Drawn& drawn = title.listed.list().draw(title.tour.runner.canvas(), items);
        benchmark::DoNotOptimize(drawn.vertices.data());
        batches = drawn.batches.size();
        vertices = drawn.vertices.size();
    }
    state.counters["calls"] = static_cast<double>(batches);
    state.counters["vertices"] = static_cast<double>(vertices);
}
BENCHMARK(draw_list_of_the_title)->Apply(with_sizes);

/// While nothing changes.
void draw_list_again(benchmark::State& state) {
    Title title(state);
    for (auto _ : state) benchmark::DoNotOptimize(title.listed.list().again().vertices.data());
}
BENCHMARK(draw_list_again)->Apply(with_sizes);

void painter_of_the_title(benchmark::State& state) {
    Title title(state);
    const int width = static_cast<int>(state.range(0)), height = static_cast<int>(state.range(1));
    std::vector<std::uint32_t> pixels(static_cast<std::size_t>(width) *
                                      static_cast<std::size_t>(height));
    for (auto _ : state) {
        title.tour.painter.paint(title.tour.runner.canvas(), title.tour.runner.view(),
                                 {pixels.data(), width, height, width * 4});
        benchmark::DoNotOptimize(pixels.data());
    }
}
BENCHMARK(painter_of_the_title)->Apply(with_sizes);

} // namespace
