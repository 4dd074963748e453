// Nanoseconds an event, in one run. The events go through every screen that all know, and back to
// where they began.
#include "machine.hpp"

#include <benchmark/benchmark.h>

#include <array>

namespace {

using namespace machines;

constexpr std::array round_trip = {
    Event::loaded,  Event::options, Event::back,   Event::crew,     Event::back,   Event::ashore,
    Event::stay,    Event::back,    Event::back,   Event::cast_off, Event::back,   Event::cast_off,
    Event::harbour, Event::menu,    Event::loaded, Event::crew,     Event::menu,   Event::options,
    Event::back,    Event::resume,  Event::menu,   Event::menu,     Event::menu,   Event::retry,
    Event::loaded,  Event::moored,  Event::moored, Event::again,    Event::loaded, Event::moored,
    Event::to_pier,
};

void run(benchmark::State& state, std::unique_ptr<Machine> (*make)()) {
    const auto machine = make();
    const auto plain = by_switch();
    Tally tally, expected;
    for (int i = 0; i < 3; ++i) {
        machine->feed(round_trip.data(), round_trip.size(), tally);
        plain->feed(round_trip.data(), round_trip.size(), expected);
    }
    if (tally.number() != expected.number()) return state.SkipWithError("it tells something else");
    for (auto _ : state) {
        machine->feed(round_trip.data(), round_trip.size(), tally);
        benchmark::DoNotOptimize(tally);
    }
    state.counters["an event"] = benchmark::Counter(
        static_cast<double>(state.iterations() * static_cast<std::int64_t>(round_trip.size())),
        benchmark::Counter::kIsRate | benchmark::Counter::kInvert);
}

BENCHMARK_CAPTURE(run, switch_by_hand, by_switch)->Name("MenuMachine/Switch");
BENCHMARK_CAPTURE(run, msm, by_msm)->Name("MenuMachine/BoostMsm");
BENCHMARK_CAPTURE(run, statechart, by_statechart)->Name("MenuMachine/BoostStatechart");
BENCHMARK_CAPTURE(run, rondix, by_rondix)->Name("MenuMachine/RondixApply");
BENCHMARK_CAPTURE(run, runner, by_rondix_runner)->Name("MenuMachine/RondixRunner");

} // namespace
