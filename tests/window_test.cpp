// The window of `rondix play` under a real X server, driven by real key and pointer events. What is
// done is read from the walkthrough that it records; what is seen, from the server.
#include "support.hpp"

#include "draw/cairo.hpp"
#include "rondix/painter.hpp"
#include "rondix/tools/screen_pictures.hpp"
#include "rondix/tools/walkthrough.hpp"

#include <X11/Xlib.h>
#include <X11/Xutil.h>

#include <chrono>
#include <csignal>
#include <iostream>
#include <map>
#include <sys/wait.h>
#include <thread>
#include <unistd.h>

namespace rondix::test {
namespace {

using namespace std::chrono_literals;

/// What SDL's and the display's drivers keep until the end of a program is not ours.
const int no_leaks_of_drivers = setenv("ASAN_OPTIONS", "detect_leaks=0", 1);

/// A program that runs beside the test and ends with it.
class Child {
  public:
    explicit Child(std::vector<std::string> words, int pass_on = -1) {
        pid_ = fork();
        if (pid_ != 0) return;
        if (pass_on >= 0) dup2(pass_on, 3);
        std::vector<char*> arguments;
        for (std::string& word : words) arguments.push_back(word.data());
        arguments.push_back(nullptr);
        execvp(arguments[0], arguments.data());
        _exit(127);
    }
    ~Child() { end(); }
    Child(const Child&) = delete;
    Child& operator=(const Child&) = delete;

    /// Exit status; -1 when it had to be ended.
    int end() {
        if (pid_ <= 0) return -1;
        kill(pid_, SIGTERM);
        return wait();
    }
    int wait() {
        int status = 0;
        waitpid(pid_, &status, 0);
        pid_ = 0;
        return WIFEXITED(status) ? WEXITSTATUS(status) : -1;
    }

  private:
    pid_t pid_ = 0;
};

/// An X server of our own, on a display that is free.
class Server {
  public:
    Server() {
        int ends[2];
        EXPECT_EQ(pipe(ends), 0);
        child_.emplace(std::vector<std::string>{"Xvfb", "-displayfd", "3", "-screen", "0",
                                                "1400x900x24", "-nolisten", "tcp", "-noreset"},
                       ends[1]);
        close(ends[1]);
        std::string number; // it comes in pieces, and ends with its line
        for (char c = 0; read(ends[0], &c, 1) == 1 && c != '\n';) number += c;
        close(ends[0]);
        EXPECT_FALSE(number.empty()) << "Xvfb did not start";
        display = ":" + number;
        setenv("DISPLAY", display.c_str(), 1);
    }
    ~Server() { unsetenv("DISPLAY"); }
    std::string display;

  private:
    std::optional<Child> child_;
};

class WindowTest : public testing::Test {
  protected:
    WindowTest() {
        folder_ = std::filesystem::path(testing::TempDir()) /
                  ("rondix-window-" + std::to_string(getpid()));
        std::filesystem::create_directories(folder_);
        setenv("SDL_AUDIODRIVER", "dummy", 1);
    }
    ~WindowTest() override { std::filesystem::remove_all(folder_); }

    std::string path(const char* name) const { return (folder_ / name).string(); }

    void play(const std::string& flow, std::vector<std::string> more = {},
              const std::string& size = "640x360") {
        std::vector<std::string> words = {RONDIX_TOOL, "play",     flow,
                                          "--size",    size,       "--load-time",
                                          "0.2",       "--record", path("record.walk.yaml")};
        words.insert(words.end(), more.begin(), more.end());
        player_.emplace(words);
        ASSERT_TRUE(until([] { return run("xdotool search --onlyvisible --name .") == 0; }));
        // There is no window manager that would give it the keys. It is moved until it stays, for
        // it is put in its place by the program itself as well.
        std::this_thread::sleep_for(200ms);
        ASSERT_TRUE(until([] {
            run("xdotool search --onlyvisible --name . windowmove 0 0 windowfocus");
            std::this_thread::sleep_for(100ms);
            return run("xdotool search --onlyvisible --name . getwindowgeometry | grep -q "
                       "'Position: 0,0'") == 0;
        }));
    }

    static int run(const std::string& command) {
        return std::system((command + " >/dev/null 2>&1").c_str());
    }
    static void key(const std::string& name) {
        std::this_thread::sleep_for(250ms); // past the settling time
        run("xdotool key " + name);
    }
    static void click(int x, int y) {
        std::this_thread::sleep_for(250ms);
        run("xdotool mousemove " + std::to_string(x) + " " + std::to_string(y) + " click 1");
    }

    template <class Is>
    static bool until(Is is) {
        for (int i = 0; i < 200; ++i) {
            if (is()) return true;
            std::this_thread::sleep_for(25ms);
        }
        return false;
    }

    std::vector<std::string> moves() const {
        std::vector<std::string> all;
        if (!std::filesystem::exists(path("record.walk.yaml"))) return all;
        for (const WalkStep& step : load_walkthrough(path("record.walk.yaml")).steps)
            all.push_back(step.text);
        return all;
    }
    void expect_last(const std::string& move) {
        if (HasFailure()) return; // the rest would only take time
        EXPECT_TRUE(until([&] {
            const auto all = moves();
            return !all.empty() && all.back() == move;
        })) << "waited for "
            << move << " in:" << all_moves();
    }

    std::string all_moves() const {
        std::string text;
        for (const std::string& move : moves()) text += " · " + move;
        return text;
    }

    /// The upper left corner of the server's screen.
    std::vector<std::uint32_t> seen(int width, int height) const {
        Display* display = XOpenDisplay(server_.display.c_str());
        if (!display) return {};
        XImage* image =
            XGetImage(display, DefaultRootWindow(display), 0, 0, static_cast<unsigned>(width),
                      static_cast<unsigned>(height), AllPlanes, ZPixmap);
        std::vector<std::uint32_t> pixels;
        for (int y = 0; y < height; ++y)
            for (int x = 0; x < width; ++x)
                pixels.push_back(static_cast<std::uint32_t>(XGetPixel(image, x, y)) & 0xFFFFFF);
        XDestroyImage(image);
        XCloseDisplay(display);
        return pixels;
    }

    /// What `rondix draw` draws of a screen.
    static std::vector<std::uint32_t> drawn(const FlowFile& file, const std::string& screen) {
        std::vector<std::uint32_t> pixels;
        draw_screens(
            file, {.sizes = {{640, 360}}, .screens = {screen}}, [&](const ScreenPicture& p) {
                std::size_t at = 0;
                struct Reading {
                    const std::string& bytes;
                    std::size_t& at;
                } reading{p.bytes, at};
                const draw::Held<cairo_surface_t> surface(
                    cairo_image_surface_create_from_png_stream(
                        [](void* closure, unsigned char* data, unsigned length) {
                            auto& from = *static_cast<Reading*>(closure);
                            if (from.at + length > from.bytes.size())
                                return CAIRO_STATUS_READ_ERROR;
                            std::copy_n(from.bytes.data() + from.at, length, data);
                            from.at += length;
                            return CAIRO_STATUS_SUCCESS;
                        },
                        &reading));
                const auto* data = cairo_image_surface_get_data(surface.get());
                for (int y = 0; y < 360; ++y)
                    for (int x = 0; x < 640; ++x)
                        pixels.push_back(
                            reinterpret_cast<const std::uint32_t*>(
                                data + y * cairo_image_surface_get_stride(surface.get()))[x] &
                            0xFFFFFF);
                return true;
            });
        return pixels;
    }

    Server server_;
    std::filesystem::path folder_;
    std::optional<Child> player_;
};

const std::string demo = (root() / "examples/tidewick/tidewick.flow.yaml").string();

/// Title, cast off, loading, bridge, pause, options and back, aground, start again, quit to pier,
/// ashore.
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
