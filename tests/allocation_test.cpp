// Nothing is allocated by apply(), nor by a Runner once it is built. Every way into the heap that
// C++ has is counted here; the test first makes sure that the counter counts.
#include "support.hpp"

#include "rondix/runner.hpp"

#include <cstdlib>
#include <new>
#include <random>

namespace {
std::size_t allocations = 0;

void* counted(std::size_t size) {
    ++allocations;
    if (void* room = std::malloc(size == 0 ? 1 : size)) return room;
    throw std::bad_alloc();
}
} // namespace

void* operator new(std::size_t size) {
    return counted(size);
}
void* operator new[](std::size_t size) {
    return counted(size);
}
void operator delete(void* room) noexcept {
    std::free(room);
}
void operator delete[](void* room) noexcept {
    std::free(room);
}
void operator delete(void* room, std::size_t) noexcept {
    std::free(room);
}
void operator delete[](void* room, std::size_t) noexcept {
    std::free(room);
}

namespace rondix::test {
namespace {

FlowFile demo() {
    return load_flow((root() / "examples/tidewick/tidewick.flow.yaml").string());
}

TEST(Allocation, TheCounterCounts) {
    const std::size_t before = allocations;
    std::vector<int> numbers(100);
    EXPECT_EQ(allocations, before + 1);
    Situation situation(*demo().compiled); // building does allocate
    EXPECT_GT(allocations, before + 2);
    (void)numbers;
}

TEST(Allocation, NoneInApply) {
    const FlowFile file = demo();
    const CompiledFlow& flow = *file.compiled;
    Situation now(flow), before(flow);
    std::vector<Move> moves(most_moves(flow));
    std::mt19937 random(1);
    const std::size_t first = allocations;
    start(flow, now);
    std::size_t answered = 0;
    for (int i = 0; i < 20'000; ++i) {
        before = now;
        const std::size_t count = list_moves(flow, now, moves);
        answered += apply(flow, now, moves[random() % count]).answered;
        if (i % 100 == 0) now.unpack(before.packed());
    }
    EXPECT_EQ(allocations, first);
    EXPECT_GT(answered, 5'000u);
}

TEST(Allocation, NoneInARunnerOnceItIsBuilt) {
    const FlowFile file = demo();
    const CompiledFlow& flow = *file.compiled;
    Runner runner(flow);
    std::mt19937 random(2);
    std::size_t effects = 0, items = 0, moves = 0;
    const std::size_t first = allocations;
    runner.start();
    for (int i = 0; i < 20'000; ++i) {
        const Point point{static_cast<float>(random() % 1280), static_cast<float>(random() % 720)};
        const auto button = static_cast<Button>(random() % button_count);
        switch (random() % 10) {
        case 0: runner.press(button); break;
        case 1: runner.release(button); break;
        case 2: runner.press_key(KeyId(0)), runner.release_key(KeyId(0)); break;
        case 3: runner.press_other_key(); break;
        case 4: runner.pointer_presses(point), runner.pointer_releases(point); break;
        case 5: runner.tell(EventId(random() % flow.events.size())); break;
        case 6: runner.loaded(runner.ticket()); break;
        case 7: runner.set_flag(FlagId(0), random() % 2 == 0); break;
        case 8: random() % 8 == 0 ? runner.load_failed(runner.ticket()) : false; break;
        default: runner.advance(0.3); break;
        }
        if (i % 50 == 0) {
            runner.resize(static_cast<float>(300 + random() % 2000),
                          static_cast<float>(300 + random() % 2000));
            runner.set_mirrored(random() % 2 == 0);
        }
        effects += runner.take_effects().size();
        items += runner.view().size();
        moves += runner.take_moves().size();
    }
    EXPECT_EQ(allocations, first);
    EXPECT_GT(effects, 1'000u);
    EXPECT_GT(items, 20'000u);
    EXPECT_GT(moves, 1'000u);
}

} // namespace
} // namespace rondix::test
