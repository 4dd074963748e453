// Traces: what was written while a flow ran can be walked through again, whatever happened.
#include "reference/random_flow.hpp"
#include "rondix/tools/trace_file.hpp"
#include "rondix/trace.hpp"
#include "support.hpp"

#include <csignal>
#include <random>

#include <sys/resource.h>
#include <unistd.h>

namespace rondix::test {
namespace {

class TraceTest : public testing::Test {
  protected:
    TraceTest() {
        std::filesystem::remove_all(folder_);
        std::filesystem::create_directories(folder_);
    }
    ~TraceTest() override { std::filesystem::remove_all(folder_); }

    std::string path() const { return (folder_ / "t.jsonl").string(); }

    /// A second of frames, with input of all kinds and answers of the game.
    void play(Runner& menus, Trace& trace, std::mt19937& random, int frames) {
        const CompiledFlow& flow = menus.flow();
        std::vector<Move> room(max_moves(flow));
        for (int i = 0; i < frames; ++i) {
            menus.advance(0.05);
            for (std::size_t some = random() % 3; some > 0; --some) {
                switch (random() % 4) {
                case 0: menus.press(Button(random() % button_count), Device::pad(0)); break;
                case 1:
                    menus.pointer_presses(
                        {static_cast<float>(random() % 1280), static_cast<float>(random() % 720)});
                    menus.pointer_releases(
                        {static_cast<float>(random() % 1280), static_cast<float>(random() % 720)});
                    break;
                case 2: menus.finish(menus.load_ticket(), Answer::done); break;
                default: {
                    const std::size_t count = list_moves(flow, menus.menu_state(), room);
                    if (count > 0) menus.replay(room[random() % count]);
                }
                }
            }
            trace.note(menus, menus.take_effects(), 0.05);
        }
    }

    void expect_walk(const CompiledFlow& flow, const std::string& file, std::size_t& moves) {
        const Walkthrough walk = load_walkthrough(file);
        ASSERT_TRUE(walk.readable) << finding_text(walk.findings.at(0), {walk.source});
        const WalkReport report = replay(flow, walk);
        EXPECT_TRUE(report.passed) << walk_text(walk, report) << contents(file);
        for (const WalkedStep& step : report.steps) moves += !step.expectation;
    }

    std::filesystem::path folder_ =
        std::filesystem::temp_directory_path() / ("rondix-trace-" + std::to_string(getpid()));
};

TEST_F(TraceTest, CanBeWalkedThroughAgain) {
    std::mt19937 random(5);
    std::size_t moves = 0;
    for (std::uint32_t number = 80'000; number < 80'000 + how_many(200); ++number) {
        const std::string text = random_flow(number, Shape::rich);
        SCOPED_TRACE(text);
        const FlowFile file = good_flow(text);
        Runner menus(*file.compiled);
        menus.start();
        Trace trace(path());
        play(menus, trace, random, static_cast<int>(number % 20)); // switched on in the middle
        trace.begin(menus);
        play(menus, trace, random, 40);
        trace.end();
        expect_walk(*file.compiled, path(), moves);
        if (testing::Test::HasFailure()) break;
    }
    std::printf("%zu moves walked through again\n", moves);
    EXPECT_GT(moves, 2000u);
}

TEST_F(TraceTest, OfTheDemoNeverGrowsBeyondItsLimit) {
    const FlowFile file = demo_flow();
    Runner menus(*file.compiled);
    menus.start();
    std::mt19937 random(9);
    Trace trace(path(), 60'000);
    trace.begin(menus);
    std::size_t largest = 0;
    for (int i = 0; i < 200; ++i) {
        play(menus, trace, random, 20);
        const std::size_t old = std::filesystem::exists(path() + ".old")
                                    ? std::filesystem::file_size(path() + ".old")
                                    : 0;
        largest = std::max(largest, std::filesystem::file_size(path()) + old);
    }
    trace.end();
    EXPECT_LT(largest, 66'000u); // the line that fills it may be longer than the rest
    EXPECT_GT(largest, 50'000u);
    std::size_t moves = 0;
    expect_walk(*file.compiled, path() + ".old", moves);
    expect_walk(*file.compiled, path(), moves);
    EXPECT_GT(moves, 100u);
}

TEST_F(TraceTest, GoesOnAfterAStartAndAfterAGap) {
    const FlowFile file = good_flow(R"(
rondix: 1
start: title
screens:
  title:
    controls:
      - { button: more, press: open more }
      - { button: leave, press: quit }
  more: {}
)");
    Runner menus(*file.compiled);
    menus.start();
    Trace trace(path());
    trace.begin(menus);
    const Move more = Move::press(file.compiled->control(file.compiled->screen("title"), "more"));
    menus.replay(more);
    trace.note(menus, menus.take_effects(), 1);
    menus.start();
    trace.note(menus, menus.take_effects(), 1);
    for (int i = 0; i < 40; ++i) { // more moves in one frame than the Runner keeps
        EXPECT_TRUE(menus.replay(more));
        EXPECT_TRUE(menus.replay(Move::back()));
        menus.take_effects();
    }
    EXPECT_TRUE(menus.replay(more));
    trace.note(menus, menus.take_effects(), 1);
    EXPECT_TRUE(menus.replay(Move::back()));
    trace.note(menus, menus.take_effects(), 1);
    trace.end();
    const TraceFile read = load_trace(path());
    ASSERT_TRUE(read.readable);
    EXPECT_EQ(
        std::count_if(read.lines.begin(), read.lines.end(), [](auto& line) { return line.gap; }),
        2);
    std::size_t moves = 0;
    expect_walk(*file.compiled, path(), moves);
    const std::string shown = trace_text(read);
    EXPECT_NE(shown.find("moves are missing here"), std::string::npos) << shown;
    EXPECT_NE(shown.find("on from: title > more"), std::string::npos) << shown;
}

TEST_F(TraceTest, SaysWhereTheFlowGoesAnotherWay) {
    const FlowFile file = demo_flow();
    Runner menus(*file.compiled);
    menus.start();
    Trace trace(path());
    trace.begin(menus);
    menus.finish(menus.load_ticket(), Answer::done);
    trace.note(menus, menus.take_effects(), 0.1);
    trace.end();
    // Another screen comes, or nothing is loaded: not what the trace says.
    for (const char* wrong :
         {"\"now\":[\"bridge\"]", "\"effects\":[\"quit\"],\"now\":[\"title\"]"}) {
        std::string text = contents(path());
        const std::size_t at = text.find("\"now\":[\"title\"]");
        ASSERT_NE(at, std::string::npos) << text;
        std::string changed = text;
        if (std::string_view(wrong).starts_with("\"now\""))
            changed.replace(at, 15, wrong);
        else
            changed += R"({"t":1,"moves":["game raises saved-voyage"],"effects":["quit"]})"
                       "\n";
        const Walkthrough walk = load_walkthrough_text("t.jsonl", changed);
        ASSERT_TRUE(walk.readable);
        const WalkReport report = replay(*file.compiled, walk);
        EXPECT_FALSE(report.passed);
        ASSERT_EQ(report.failures.size(), 1u);
        EXPECT_NE(report.failures[0].text.find("expected"), std::string::npos);
    }
}

TEST_F(TraceTest, AFileThatCannotBeWrittenDoesNoHarm) {
    const FlowFile file = demo_flow();
    Runner menus(*file.compiled);
    menus.start();
    for (const std::string& where :
         {(folder_ / "no" / "where.jsonl").string(), std::string("/dev/full")}) {
        Trace trace(where);
        trace.begin(menus);
        menus.finish(menus.load_ticket(), Answer::done);
        trace.note(menus, menus.take_effects(), 0.1);
        EXPECT_FALSE(trace.is_on());
        EXPECT_EQ(trace.status().code(), StatusCode::not_written);
        EXPECT_NE(trace.status().words().find("cannot write '" + where), std::string::npos);
    }
}

/// The disk is full just when the file would be set aside: it stays off, and says why.
TEST_F(TraceTest, StaysOffWhenThereIsNoRoom) {
    const FlowFile file = demo_flow();
    Runner menus(*file.compiled);
    menus.start();
    constexpr std::size_t half = 2500;
    rlimit before{};
    getrlimit(RLIMIT_FSIZE, &before);
    rlimit small = before;
    small.rlim_cur = half;
    const auto old_handler = std::signal(SIGXFSZ, SIG_IGN);
    setrlimit(RLIMIT_FSIZE, &small);
    std::mt19937 random(4);
    Trace trace(path(), 2 * half);
    trace.begin(menus);
    const bool was_on = trace.is_on();
    for (int i = 0; i < 100 && trace.is_on(); ++i) play(menus, trace, random, 5);
    setrlimit(RLIMIT_FSIZE, &before);
    std::signal(SIGXFSZ, old_handler);
    EXPECT_TRUE(was_on);
    EXPECT_FALSE(trace.is_on());
    EXPECT_NE(trace.status().words().find("cannot write"), std::string::npos);
    EXPECT_FALSE(std::filesystem::exists(path() + ".old"));
    std::size_t moves = 0;
    expect_walk(*file.compiled, path(), moves); // as far as it goes
}

TEST_F(TraceTest, AWalkthroughMayBeginWithABraceToo) {
    const Walkthrough walk =
        load_walkthrough_text("w.yaml", "{ rondix-walk: 1, walk: [loaded, press options] }\n");
    ASSERT_TRUE(walk.readable);
    EXPECT_TRUE(replay(*demo_flow().compiled, walk).passed);
}

TEST_F(TraceTest, WhatIsPrintedIsFitForATerminal) {
    const TraceFile trace = load_trace_text(
        "t.jsonl", R"({"rondix-trace":1,"from":{"rondix-state":1,"game":"\u001b[2Jx","stack":[]}})"
                   "\n"
                   R"({"moves":["\u0007 bell"],"effects":["a\nb"],"now":["title"]})"
                   "\n");
    ASSERT_TRUE(trace.readable);
    for (const std::string& text : {trace_text(trace)}) {
        EXPECT_EQ(text.find('\x1b'), std::string::npos);
        EXPECT_EQ(text.find('\a'), std::string::npos);
        EXPECT_EQ(std::count(text.begin(), text.end(), '\n'), 4) << text;
    }
}

TEST_F(TraceTest, ALineThatWasCutOffIsLeftOut) {
    const FlowFile file = demo_flow();
    Runner menus(*file.compiled);
    menus.start();
    Trace trace(path());
    trace.begin(menus);
    std::mt19937 random(2);
    play(menus, trace, random, 10);
    trace.end();
    const std::string whole = contents(path());
    std::size_t cut = 0;
    for (std::size_t length = 0; length < whole.size(); length += 13) {
        const TraceFile read = load_trace_text("t.jsonl", whole.substr(0, length));
        EXPECT_EQ(read.readable, read.findings.empty());
        cut += read.readable && read.cut_off;
        std::string damaged = whole;
        damaged[length] = static_cast<char>(random());
        const Walkthrough walk = load_walkthrough_text("t.jsonl", damaged); // harmless, at least
        if (walk.readable) replay(*file.compiled, walk);
    }
    EXPECT_GT(cut, 5u);
    EXPECT_EQ(load_trace_text("x", "").findings.at(0).text, "this trace has no beginning");
    EXPECT_EQ(load_trace_text("x", "{\"t\":1}\n").findings.at(0).text,
              "this trace has no beginning");
    EXPECT_EQ(load_trace_text("x", "{\"rondix-trace\":7}\n").findings.at(0).text,
              "this is no trace, or one of an unsupported version");
}

TEST_F(TraceTest, AWalkthroughGoesOnFromAnyPlace) {
    // Random moves; then a step that says where one stands, and more moves: walked from there on.
    std::size_t walked = 0;
    for (std::uint32_t seed = 1; seed <= how_many(200); ++seed) {
        const FlowFile file = load_flow_text("random", random_flow(seed, Shape::rich));
        if (!file.compiled) continue;
        std::mt19937 random(seed);
        Runner menus(*file.compiled);
        menus.start();
        std::vector<Move> room(max_moves(*file.compiled));
        std::vector<std::string> steps;
        const auto go = [&](int moves) {
            for (int i = 0; i < moves; ++i) {
                const std::size_t count = list_moves(*file.compiled, menus.menu_state(), room);
                if (count == 0) return;
                const Move move = room[random() % count];
                const std::string text = move_text(*file.compiled, move);
                if (move.kind == MoveKind::due || !menus.replay(move)) continue;
                menus.take_effects();
                menus.take_moves();
                steps.push_back(text);
            }
        };
        go(8);
        steps = steps_from_here(menus);
        go(4);
        steps.push_back("expect: { stack: [" + [&] {
            std::string all;
            for (const std::string& one : open_screens(*file.compiled, menus.menu_state()))
                all += (all.empty() ? "" : ", ") + one;
            return all;
        }() + "] }");
        const Walkthrough walk = load_walkthrough_text("walk", write_walkthrough("from", steps));
        ASSERT_TRUE(walk.readable) << write_walkthrough("from", steps);
        const WalkReport report = replay(*file.compiled, walk);
        EXPECT_TRUE(report.passed) << seed << "\n"
                                   << write_walkthrough("from", steps) << "\n"
                                   << (report.failures.empty() ? "" : report.failures[0].text);
        walked += report.passed ? 1 : 0;
    }
    EXPECT_GT(walked, how_many(200) / 2);
}

} // namespace
} // namespace rondix::test
