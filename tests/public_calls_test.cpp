// What a game may call with anything at all: ids that no table has, moves that are none, texts that
// are no menu states. Every call answers "none" or false; none of them ends the game.
#include "reference/random_flow.hpp"
#include "rondix/saved_state.hpp"
#include "rondix/tools/check.hpp"
#include "rondix/tools/report.hpp"
#include "rondix/tools/trace_file.hpp"
#include "support.hpp"

#include <functional>
#include <random>
#include <thread>

namespace rondix::test {
namespace {

/// Good ones, those next to the ends of the tables, and the "none" of each kind.
const std::vector<std::uint32_t> numbers = {
    0,      1,      7,      30,      63,      64,         199,        500,       0x7FFF,
    0x8000, 0xFFFE, 0xFFFF, 0x10000, 0x10001, 0x7FFFFFFF, 0xFFFFFFFE, 0xFFFFFFFF};

std::size_t ask_everything(Runner& menus, std::uint32_t n) {
    const auto small = static_cast<std::uint16_t>(n);
    const CompiledFlow& flow = menus.flow();
    std::size_t told = 0;
    const auto see = [&](const auto& answer) { told += sizeof answer; };
    see(menus.focus_of(ScreenId(small)));
    see(menus.accessible_info(ControlId{n}));
    see(menus.accessible_info(menus.focus()));
    see(menus.shown_value(SettingId(small)));
    see(menus.request_ticket(RequestId(small)));
    see(menus.value_of(SettingId(small)));
    see(menus.kept_value_of(SettingId(small)));
    see(menus.text_of(SettingId(small)));
    see(menus.bounds_of(ControlId{n}));
    see(menus.bounds_of(menus.focus()));
    for (const Button way : {Button::up, Button::down, Button::accept, Button(250)})
        see(menus.route(ControlId{n}, way));
    for (const std::uint32_t row : numbers) see(menus.bounds_of_row(ControlId{n}, row));
    see(menus.row_in_focus(ControlId{n}));
    see(menus.rows_of(ControlId{n}));
    see(menus.places_of(ScreenId(small)));
    see(menus.time_until_due(EventId(small)));
    see(menus.is_loaded(SceneId(small)));
    if (menus.menu_state().depth() > 0) {
        see(usable(flow, menus.menu_state(), ControlId{n}));
        see(shown(flow, menus.menu_state(), ControlId{n}));
        see(page_of(flow, menus.menu_state(), PagesId(small)));
    }
    see(first_use(flow, ControlId{n}));
    return told;
}

void do_everything(Runner& menus, std::uint32_t n) {
    const auto small = static_cast<std::uint16_t>(n);
    const auto tiny = static_cast<std::uint8_t>(n);
    const Device devices[] = {Device::keyboard, Device::mouse, Device::pad(tiny),
                              Device::finger(tiny)};
    menus.take_effects();
    for (const Device by : devices) {
        menus.press(Button(tiny), by);
        menus.release(Button(tiny), by);
        menus.press_key(KeyId(small), by);
        menus.release_key(KeyId(small), by);
        menus.press_code(by, Code{n});
        menus.release_code(by, Code{n});
        menus.pointer_presses({static_cast<float>(n), -static_cast<float>(n)}, by);
        menus.pointer_releases({1e30F, NAN}, by);
        menus.take_effects();
    }
    menus.post(EventId(small));
    menus.set_loaded(SceneId(small));
    menus.set_flag(FlagId(small), true);
    menus.set_setting(SettingId(small), small);
    menus.set_text(SettingId(small), "\xFF\xFE");
    menus.set_shown_text(ControlId{n}, "x"), menus.set_shown_value(ControlId{n}, "x");
    menus.set_shown_share(ControlId{n}, static_cast<float>(n));
    menus.set_shown_picture(ControlId{n}, PictureId(small));
    menus.set_rows(ControlId{n}, {});
    menus.choose_row(ControlId{n}, n);
    menus.rebind(DeviceKind::keyboard, Code{n}, Target(tiny));
    menus.finish(LoadTicket{n}, Answer::done), menus.finish(RequestTicket{n}, Answer::done);
    menus.advance(static_cast<double>(n)), menus.take_effects();
    menus.scroll({0, 0}, static_cast<float>(n));
}

TEST(PublicCalls, TakeAnyIds) {
    const FlowFile file = demo_flow();
    for (const bool started : {false, true}) {
        Runner menus(*file.compiled);
        if (started) menus.start();
        for (int round = 0; round < 20; ++round)
            for (const std::uint32_t n : numbers) {
                EXPECT_GT(ask_everything(menus, n), 0u);
                do_everything(menus, n);
                if (!started) {
                    EXPECT_EQ(menus.menu_state().depth(), 0u);
                }
            }
    }
}

TEST(PublicCalls, TakeAnyMoves) {
    const FlowFile file = demo_flow();
    Runner menus(*file.compiled);
    for (const std::uint32_t n : numbers) EXPECT_FALSE(menus.replay(Move::press(ControlId{n})));
    menus.start();
    std::size_t taken = 0;
    for (int kind = 0; kind < 40; ++kind)
        for (const std::uint32_t subject : numbers)
            for (const std::uint16_t value : {0, 1, 2, 100, 0x7FFF, 0xFFFD, 0xFFFE, 0xFFFF}) {
                Move move;
                move.kind = MoveKind(kind), move.subject = subject, move.value = value;
                taken += menus.replay(move) ? 1 : 0;
                EXPECT_TRUE(menus.menu_state().depth() > 0);
                menus.take_effects();
            }
    EXPECT_GT(taken, 10u);
    EXPECT_FALSE(menus.replay(Move::event(EventId(0xFFFF))));
    Move beyond = Move::event(EventId(0));
    beyond.subject = 0x10000; // which is no event, and not the first one either
    EXPECT_FALSE(menus.replay(beyond));
}

TEST(PublicCalls, SeveralChecksMayRunAtOnce) {
    const auto report = [](std::uint32_t number) {
        const FlowFile file = load_flow_text("random", random_flow(number, Shape::rich));
        const CheckResult result = check(file);
        return check_json(file, result) + check_text(file, result);
    };
    constexpr std::uint32_t first = 400, count = 60;
    std::vector<std::string> alone(count), together(count), beside(count);
    for (std::uint32_t i = 0; i < count; ++i) alone[i] = report(first + i);
    const auto all = [&](std::vector<std::string>& reports) {
        for (std::uint32_t i = 0; i < count; ++i) reports[i] = report(first + i);
    };
    std::thread other(all, std::ref(beside));
    all(together);
    other.join();
    EXPECT_EQ(together, alone);
    EXPECT_EQ(beside, alone);
}

TEST(PublicCalls, TakeAnyTextsForStates) {
    const FlowFile file = demo_flow();
    Runner menus(*file.compiled);
    menus.start();
    const std::string good = saved_text(saved(menus));
    SavedState read;
    ASSERT_TRUE(read_saved(good, read));
    std::vector<std::string> texts = {R"({"rondix-state":1,"x":1e999})",
                                      R"({"rondix-saved":1,"x":1e999})",
                                      "1e999",
                                      "[1e999, -1e999]",
                                      std::string(500'000, '['),
                                      "\"\\uD800\"",
                                      "\xFF",
                                      "",
                                      "null",
                                      R"({"rondix-state":1e999})"};
    std::mt19937 random(1);
    for (int i = 0; i < 3000; ++i) {
        std::string text = good;
        for (int change = 0; change < 1 + i % 4; ++change) {
            const std::size_t at = random() % text.size();
            const char* put[] = {"{", "}", "[", "]", "1e999", "\"", ":", ",", "null", "\xC3", "-0"};
            text.replace(at, random() % 3, put[random() % 11]);
        }
        texts.push_back(std::move(text));
    }
    std::size_t refused = 0;
    for (const std::string& text : texts) {
        Status status;
        EXPECT_NO_THROW(status = read_saved(text, read));
        if (!status) {
            ++refused;
            EXPECT_FALSE(status.words().empty());
            EXPECT_TRUE(read.stack.empty());
            continue;
        }
        Runner other(*file.compiled);
        EXPECT_NO_THROW(restore(other, read));
        EXPECT_GT(other.menu_state().depth(), 0u);
    }
    EXPECT_GT(refused, 1000u);
    EXPECT_NO_THROW(load_trace_text("t", "{\"rondix-trace\":1e999,\"t\":1e999}\n"));
}

} // namespace
} // namespace rondix::test
