// Nothing is allocated by apply(), nor by a Runner once it is built. Every way into the heap that
// C++ has is counted here; the test first makes sure that the counter counts.
#include "reference/part.hpp"
#include "support.hpp"

#include "draw/screens/listed_flow.hpp"
#include "rondix/runtime/packed_flow.hpp"
#include "rondix/runtime/runner.hpp"
#include "rondix/tools/pack.hpp"

#include <algorithm>
#include <cstddef>
#include <cstdlib>
#include <cstring>
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
    MenuState state(*demo().compiled); // building does allocate
    EXPECT_GT(allocations, before + 2);
    (void)numbers;
}

TEST(Allocation, NoneInApply) {
    const FlowFile file = demo();
    const CompiledFlow& flow = *file.compiled;
    MenuState now(flow), before(flow);
    std::vector<Move> moves(max_moves(flow));
    std::mt19937 random(1);
    const std::size_t first = allocations;
    start_flow(flow, now);
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

TEST(Allocation, NoneInOpeningAPackedFlow) {
    const std::string image = pack(*demo().compiled);
    std::vector<std::max_align_t> room(image.size() / sizeof(std::max_align_t) + 1);
    std::memcpy(room.data(), image.data(), image.size());
    CompiledFlow flow;
    const std::size_t before = allocations;
    const Status status = open_packed(std::as_bytes(std::span(room)).first(image.size()), flow);
    EXPECT_EQ(allocations, before);
    EXPECT_TRUE(status) << status.words();
    EXPECT_GT(flow.screens.size(), 10u);
}

TEST(Allocation, NoneInARunnerOnceItIsBuilt) {
    const FlowFile file = demo();
    const CompiledFlow& flow = *file.compiled;
    Runner runner(flow);
    std::mt19937 random(2);
    std::size_t effects = 0, items = 0, moves = 0;
    Bindings bindings(flow);
    for (const DeviceKind kind : {DeviceKind::keyboard, DeviceKind::pad})
        for (std::uint32_t n = 0; n < bindings.targets(); ++n)
            bindings.add(kind, Code{n}, Target(n));
    runner.set_bindings(bindings, {nullptr, [](void*, DeviceKind, Code code) {
                                       return static_cast<std::uint32_t>(code) % 2 == 0
                                                  ? std::string_view("Space bar")
                                                  : std::string_view("X");
                                   }});
    std::vector<ControlId> lists, labels;
    for (std::uint32_t n = 0; n < flow.controls.size(); ++n) {
        if (flow.controls[n].kind == ControlKind::list) lists.push_back(ControlId{n});
        if (flow.controls[n].shows == Shows::game) labels.push_back(ControlId{n});
    }
    std::size_t unfolded = 0, listened = 0, typed = 0, dragged = 0;
    const std::size_t first = allocations;
    runner.start();
    // Into the options and the hold now and then, so that every kind of control is used.
    const ScreenId wanted[] = {flow.screen("options"), flow.screen("cargo")};
    for (std::size_t i = 0; i < part_of(400'000); ++i) {
        const IndexRange controls = flow[runner.menu_state().foremost()].controls;
        Point point{static_cast<float>(random() % 1280), static_cast<float>(random() % 720)};
        if (controls.count > 0 && random() % 4 != 0)
            point = runner
                        .bounds_of(ControlId{controls.begin +
                                             static_cast<std::uint32_t>(random()) % controls.count})
                        .middle();
        const Device by =
            random() % 2 ? Device::keyboard : Device::pad(static_cast<std::uint8_t>(random() % 3));
        const Device hand =
            random() % 2 ? Device::mouse : Device::finger(static_cast<std::uint8_t>(random() % 3));
        // Off a screen that is wanted only seldom.
        const bool stays =
            std::count(std::begin(wanted), std::end(wanted), runner.menu_state().current()) > 0 &&
            random() % 16 != 0;
        const auto button = static_cast<Button>(random() % button_count);
        switch (random() % 20) {
        case 0:
            if (!stays || button < Button::back) runner.press(button, by);
            break;
        case 1: runner.release(button, by); break;
        case 2:
            if (!stays) runner.press_key(KeyId(0), by), runner.release_key(KeyId(0), by);
            break;
        case 3: runner.press_other_key(by); break;
        case 4: runner.pointer_presses(point, hand), runner.pointer_releases(point, hand); break;
        case 5: runner.post(EventId(random() % flow.events.size())); break;
        case 9: runner.press_code(by, Code(random() % bindings.targets())); break;
        case 10: runner.release_code(by, Code(random() % bindings.targets())); break;
        case 11: typed += runner.type("Bess") ? 1 : 0; break;
        case 12: runner.erase(); break;
        case 13: dragged += runner.scroll(point, 3) ? 1 : 0; break;
        case 14:
            runner.set_rows(lists[random() % lists.size()],
                            {10'000, nullptr, [](void*, std::uint32_t row) {
                                 return ListRow{"A crate", static_cast<std::uint16_t>(row % 2)};
                             }});
            break;
        case 15:
            runner.set_shown_text(labels[random() % labels.size()], "The wind is up");
            runner.set_shown_value(labels[random() % labels.size()], "No fewer than 24 crates");
            runner.set_shown_share(labels[random() % labels.size()], 0.5F);
            break;
        case 16:
            for (std::uint32_t r = 0; r < flow.requests.size(); ++r)
                runner.finish(runner.request_ticket(RequestId(r)),
                              random() % 2 ? Answer::done : Answer::failed);
            break;
        case 17:
            runner.set_setting(SettingId(random() % flow.settings.size()),
                               static_cast<std::uint16_t>(random() % 4));
            break;
        case 18:
            for (int n = 0; n < 4 && runner.focus() != no_control; ++n)
                runner.route(runner.focus(), Button(n));
            break;
        case 6: runner.finish(runner.load_ticket(), Answer::done); break;
        case 7: runner.set_flag(FlagId(0), random() % 2 == 0); break;
        case 8:
            random() % 8 == 0 ? runner.finish(runner.load_ticket(), Answer::failed) : false;
            break;
        default: runner.advance(0.3); break;
        }
        if (i % 50 == 0) {
            runner.resize(static_cast<float>(300 + random() % 2000),
                          static_cast<float>(300 + random() % 2000));
            runner.set_mirrored(random() % 2 == 0);
        }
        unfolded += runner.unfolded() != no_control ? 1 : 0;
        listened += runner.listening() != no_control ? 1 : 0;
        effects += runner.take_effects().size();
        items += runner.view().size();
        moves += runner.take_moves().size();
    }
    EXPECT_EQ(allocations, first);
    EXPECT_GT(effects, at_least(1'000));
    EXPECT_GT(items, at_least(20'000));
    EXPECT_GT(moves, at_least(1'000));
    EXPECT_GT(unfolded, at_least(50)); // every kind of thing was really done
    EXPECT_GT(listened, at_least(50));
    EXPECT_GT(typed, at_least(50));
    EXPECT_GT(dragged, at_least(50));
}

/// Once what is shown has been shown: the demo's title, with a press that goes from button to
/// button and screens that come and go.
TEST(Allocation, NoneInADrawList) {
    const FlowFile file = demo();
    draw::ListedFlow listed(*file.compiled);
    Runner runner(*file.compiled);
    runner.set_text_measurer(listed.list().text_measurer());
    std::size_t vertices = 0;
    const auto play = [&] {
        runner.start();
        for (int i = 0; i < 12; ++i) {
            constexpr Button presses[] = {Button::down, Button::down, Button::accept, Button::back};
            runner.press(presses[i % 4]);
            runner.release(presses[i % 4]);
            for (int frame = 0; frame < 30; ++frame) {
                runner.advance(1.0 / 60);
                vertices += listed.list().draw(runner.canvas(), runner.view()).vertices.size();
            }
            runner.take_effects();
        }
    };
    play();
    EXPECT_GT(vertices, 10'000u);
    const std::size_t before = allocations;
    play();
    EXPECT_EQ(allocations, before);
}

} // namespace
} // namespace rondix::test
