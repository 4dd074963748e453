// The window of `rondix play` under a real X server, driven by real key and pointer events. What is
// done is read from the walkthrough that it records; what is seen, from the server.
#include "window_fixture.hpp"

namespace rondix::test {
namespace {

TEST_F(WindowTest, AVoyageByKeysAndPointer) {
    play(demo);
    expect_last("loaded");
    key("Return"); // cast off
    expect_last("press cast-off");
    key("Return"); // round the harbour
    expect_last("loaded");
    key("Escape");
    expect_last("menu");
    for (int i = 0; i < 3; ++i) key("Down");
    key("Return");
    expect_last("press options");
    key("BackSpace");
    expect_last("back");
    key("Escape"); // resume
    expect_last("menu");
    key("ctrl+1"); // the game reports run-aground
    expect_last("due run-aground");
    const FlowFile file = load_flow(demo);
    Painter painter(*file.compiled);
    Runner places(*file.compiled);
    places.set_text_measurer(painter.text_measurer());
    places.resize(640, 360);
    const auto middle_of = [&](const char* screen, const char* control) {
        return places.canvas().to_pixel(
            places.bounds_of(file.compiled->control(file.compiled->screen(screen), control))
                .middle());
    };
    const auto press = [&](const char* screen, const char* control) {
        const Point at = middle_of(screen, control);
        click(static_cast<int>(at.x), static_cast<int>(at.y));
    };
    press("aground", "retry");
    expect_last("loaded");
    key("Escape");
    expect_last("menu");
    press("pause", "leave");
    expect_last("loaded");
    key("Up"); // from the first button round to the last
    key("Return");
    expect_last("press ashore");
    key("Down");
    key("Return");
    expect_last("press leave"); // which quits; the window stays
    key("BackSpace");
    expect_last("back");
    const Walkthrough walk = load_walkthrough(path("record.walk.yaml"));
    const WalkReport report = replay(*file.compiled, walk);
    EXPECT_TRUE(report.passed); // what was recorded can be replayed
    EXPECT_GE(report.steps.size(), 18u);
}

TEST_F(WindowTest, ThePanelAndItsKeysStandInForTheGame) {
    play(demo, {}, "640x700"); // high enough for the whole panel
    expect_last("loaded");
    click(640 + 80, 491); // the flag, in the panel
    expect_last("game raises saved-voyage");
    key("ctrl+shift+1");
    expect_last("game lowers saved-voyage");
    key("Return");
    expect_last("press cast-off");
    key("F3"); // loads fail
    key("Return");
    expect_last("load fails");
    key("F3");     // they hang
    key("Return"); // try again
    expect_last("press retry");
    std::this_thread::sleep_for(600ms);
    expect_last("press retry");
    key("F3"); // it is answered after all, and twice
    expect_last("loaded");
    const std::size_t before = moves().size();
    std::this_thread::sleep_for(300ms);
    EXPECT_EQ(moves().size(), before); // the second answer was ignored
    click(640 + 70, 365);              // the event, in the panel
    expect_last("due run-aground");
    key("F5"); // start again
    expect_last("loaded");
    EXPECT_EQ(moves().size(), 3u); // the two lists got their rows
}

TEST_F(WindowTest, TheWindowShowsWhatDrawDraws) {
    const FlowFile file = load_flow(demo);
    play(demo, {"--no-panel"});
    run("xdotool mousemove 700 500");
    expect_last("loaded");
    const auto shows = [&](const std::string& screen) {
        const auto wanted = drawn(file, screen);
        EXPECT_EQ(wanted.size(), 640u * 360);
        return until([&] { return seen(640, 360) == wanted; });
    };
    EXPECT_TRUE(shows("title"));
    key("Down");
    key("Up"); // the pointer's arrow is gone, and the focus is where it was
    key("Return");
    expect_last("press cast-off");
    EXPECT_TRUE(shows("voyages"));
    key("Down");
    key("Return"); // into the fog, as the shortest way to pause goes
    expect_last("loaded");
    EXPECT_TRUE(shows("bridge"));
    key("Escape");
    expect_last("menu");
    EXPECT_TRUE(shows("pause"));
}

TEST_F(WindowTest, SavingTheFileReloadsItAndKeepsThePlace) {
    const std::string hello = contents(root() / "examples/hello/hello.flow.yaml");
    const std::string flow = path("mine.flow.yaml");
    const auto save = [&](const std::string& text) { std::ofstream(flow) << text; };
    save(hello);
    play(flow, {"--no-panel"});
    key("Return");
    expect_last("loaded");
    key("Escape");
    expect_last("menu");
    std::this_thread::sleep_for(500ms);
    const auto before = seen(640, 360);
    save(hello + "styles: { screen: { fill: \"#803020\" } }\n");
    EXPECT_TRUE(until([&] { return seen(640, 360) != before; }));
    std::this_thread::sleep_for(300ms);
    const auto red = seen(640, 360);
    const auto count = [](const std::vector<std::uint32_t>& pixels, std::uint32_t colour) {
        return std::count(pixels.begin(), pixels.end(), colour);
    };
    EXPECT_GT(count(red, 0x803020), 2000); // the ground of the pause screen: the place is kept
    save(hello + "styles: { screen: { fil: red } }\n");
    EXPECT_TRUE(until([&] { return seen(640, 360) != red; })); // the mistake is shown
    EXPECT_GT(count(seen(640, 360), 0x803020), 500);           // over the last good flow
    save(hello + "styles: { screen: { fill: \"#803020\" } }\n");
    EXPECT_TRUE(until([&] { return seen(640, 360) == red; }));
    key("Escape"); // and it still plays
    expect_last("menu");
}

/// The aim is a fifth of a second for the demo; the test allows for a machine that is shared.
TEST_F(WindowTest, ASavedFileIsSeenSoon) {
    const auto folder = folder_ / "copy";
    std::filesystem::copy(root() / "examples/tidewick", folder,
                          std::filesystem::copy_options::recursive);
    play((folder / "tidewick.flow.yaml").string(), {"--no-panel"});
    expect_last("loaded");
    std::this_thread::sleep_for(500ms);
    const auto pixel = [&] { return seen(60, 360).back(); }; // in the lower left corner
    std::string theme = contents(folder / "tidewick.theme.yaml");
    const std::size_t at = theme.find("image: art/harbour.svg");
    ASSERT_NE(at, std::string::npos);
    std::vector<double> times;
    for (int i = 0; i < 5; ++i) {
        const auto before = pixel();
        theme.replace(at, 22, i % 2 == 0 ? "fill: \"#704020\"       " : "image: art/harbour.svg");
        std::ofstream(folder / "tidewick.theme.yaml") << theme;
        const auto saved = std::chrono::steady_clock::now();
        while (pixel() == before && std::chrono::steady_clock::now() - saved < 5s) {
        }
        const std::chrono::duration<double> passed = std::chrono::steady_clock::now() - saved;
        times.push_back(passed.count());
        std::this_thread::sleep_for(400ms);
    }
    std::sort(times.begin(), times.end());
    std::cout << "seen after " << times[2] * 1000 << " ms in the middle, " << times[4] * 1000
              << " ms at most\n";
    EXPECT_LT(times[2], 1.0);
}

TEST_F(WindowTest, EndsByItselfWithAPicture) {
    Child played({RONDIX_TOOL, "play", demo, "--size", "640x360", "--seconds", "0.7", "--shot",
                  path("shot.png")});
    EXPECT_EQ(played.wait(), 0);
    EXPECT_GT(std::filesystem::file_size(path("shot.png")), 5000u);
}

TEST(Window, PlaysAScriptWithoutADisplay) {
    unsetenv("DISPLAY");
    const std::string walk = (root() / "examples/tidewick/walks/run-aground.walk.yaml").string();
    Child good({RONDIX_TOOL, "play", demo, "--script", walk, "--pace", "0"});
    EXPECT_EQ(good.wait(), 0);
    const std::string wrong = testing::TempDir() + "rondix-wrong.walk.yaml";
    std::ofstream(wrong) << "rondix-walk: 1\nwalk: [loaded, expect: { screen: pause }]\n";
    Child bad({RONDIX_TOOL, "play", demo, "--script", wrong, "--pace", "0"});
    EXPECT_EQ(bad.wait(), 1);
    Child unreadable({RONDIX_TOOL, "play", "no-such.flow.yaml"});
    EXPECT_EQ(unreadable.wait(), 2);
}

TEST(Window, WhatCannotBeWrittenIsAFailure) {
    unsetenv("DISPLAY");
    for (const char* what : {"--trace", "--record", "--shot", "--settings"}) {
        Child child({RONDIX_TOOL, "play", demo, what, demo + "/file", "--script",
                     (root() / "examples/tidewick/walks/run-aground.walk.yaml").string(), "--pace",
                     "0"});
        EXPECT_EQ(child.wait(), 2) << what;
    }
}

} // namespace
} // namespace rondix::test
