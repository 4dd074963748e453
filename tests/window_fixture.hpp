// A window of `rondix play` under an X server of its own, driven by real key and pointer events.
#pragma once

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

using namespace std::chrono_literals;

/// What SDL's and the display's drivers keep until the end of a program is not ours.
inline const int no_leaks_of_drivers = setenv("ASAN_OPTIONS", "detect_leaks=0", 1);

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
    ~WindowTest() override {
        player_.reset(); // it writes into the folder to the last
        std::filesystem::remove_all(folder_);
    }

    std::string path(const char* name) const { return (folder_ / name).string(); }

    void play(const std::string& flow, std::vector<std::string> more = {},
              const std::string& size = "640x360") {
        std::vector<std::string> words = {tool_path(), "play",     flow,
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

inline const std::string demo = (root() / "examples/tidewick/tidewick.flow.yaml").string();

} // namespace rondix::test
