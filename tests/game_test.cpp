// The game that goes with the demo, as it is built: sailed by keys and a pilot, pressed at random
// for a long time, with loads that fail and voyages that are written down. Without a display.
#include "support.hpp"

#include <array>
#include <cstdio>

#include <unistd.h>

namespace rondix::test {
namespace {

class GameTest : public testing::Test {
  protected:
    GameTest() {
        std::filesystem::remove_all(folder_);
        std::filesystem::create_directories(folder_);
    }
    ~GameTest() override { std::filesystem::remove_all(folder_); }

    std::string path(const char* name) const { return (folder_ / name).string(); }

    /// Runs the game; what it printed.
    std::string play(const std::string& keys, const std::string& options) {
        std::ofstream(path("keys")) << keys;
        return run(
            "SDL_VIDEODRIVER=offscreen SDL_AUDIODRIVER=dummy XDG_RUNTIME_DIR=" + folder_.string() +
            " ASAN_OPTIONS=detect_leaks=0:quarantine_size_mb=8 timeout 900 " RONDIX_GAME
            " --hurry --keys " +
            path("keys") + " --settings " + path("settings.toml") + " --log " + path("log.json") +
            " --trace " + path("trace.jsonl") + " " + options);
    }

    std::string run(const std::string& command) {
        std::FILE* pipe = popen((command + " 2>&1").c_str(), "r");
        std::string text;
        std::array<char, 4096> some{};
        while (const std::size_t count = fread(some.data(), 1, some.size(), pipe))
            text.append(some.data(), count);
        status_ = pclose(pipe);
        return text;
    }

    std::string trace() const { return contents(path("trace.jsonl")); }

    /// Whatever was played can be walked through again.
    void expect_walk() {
        const std::string told =
            run(RONDIX_TOOL " walk " + (root() / "examples/tidewick/tidewick.flow.yaml").string() +
                " " + path("trace.jsonl"));
        EXPECT_EQ(status_, 0) << told;
    }

    int status_ = 0;
    std::filesystem::path folder_ =
        std::filesystem::temp_directory_path() / ("rondix-game-" + std::to_string(getpid()));
};

/// Its menus are drawn by their draw list, the sea by SDL.
TEST_F(GameTest, LinksNothingThatDrawsByItself) {
    const std::string libraries = run("ldd " RONDIX_GAME);
    EXPECT_NE(libraries.find("libfreetype"), std::string::npos) << libraries;
    for (const char* other : {"cairo", "pango", "rsvg"})
        EXPECT_EQ(libraries.find(other), std::string::npos) << libraries;
}

TEST_F(GameTest, SailsFromTheTitleToTheQuay) {
    const std::string told = play("0.5 tap Return\n1.5 tap Return\n", "--pilot --seconds 70");
    EXPECT_EQ(status_, 0) << told;
    for (const char* step : {"load pier", "press cast-off", "set aside pier", "load harbour",
                             "event moored", "front arrival"})
        EXPECT_NE(trace().find(step), std::string::npos) << step << "\n" << told;
    EXPECT_EQ(told.find("breach: "), std::string::npos) << told; // she does what the proof assumes
    expect_walk();
}

TEST_F(GameTest, StandsStillInPauseAndWritesTheVoyageDown) {
    // On the bridge: the menu, write the log; back on the pier with a question less.
    play("0.5 tap Return\n1.5 tap Return\n3 down Up\n9 tap Escape\n10 tap Down\n10.5 tap Return\n"
         "12 tap Down\n12.5 tap Down\n13 tap Down\n13.5 tap Return\n",
         "--seconds 20");
    EXPECT_EQ(status_, 0);
    for (const char* step : {"\"pause\"", "request save", "done save", "bring back pier"})
        EXPECT_NE(trace().find(step), std::string::npos) << step << "\n" << trace();
    EXPECT_NE(contents(path("log.json")).find("\"scene\": \"harbour\""), std::string::npos);
    expect_walk();
    play("0.5 tap Down\n1 tap Return\n", "--seconds 5"); // the next day
    EXPECT_NE(trace().find("press continue"), std::string::npos) << trace();
    expect_walk();
}

TEST_F(GameTest, ASceneThatCannotBeLoadedIsATryAgain) {
    const std::string told = play("0.5 tap Return\n1 tap Down\n1.5 tap Return\n3 tap Return\n",
                                  "--fails fog --seconds 12");
    EXPECT_NE(told.find("was made to fail"), std::string::npos);
    EXPECT_NE(trace().find("load fails"), std::string::npos);
    EXPECT_NE(trace().find("press retry"), std::string::npos) << trace();
    expect_walk();
    std::filesystem::copy(root() / "examples/tidewick", folder_ / "copy",
                          std::filesystem::copy_options::recursive);
    std::ofstream(folder_ / "copy/scenes/harbour.json") << "{ \"size\": [3, ";
    const std::string broken = play("0.5 tap Return\n1.5 tap Return\n",
                                    "--seconds 4 --folder " + (folder_ / "copy").string());
    EXPECT_NE(broken.find("harbour.json' is not JSON"), std::string::npos) << broken;
    EXPECT_NE(trace().find("\"storm-bound\""), std::string::npos);
}

TEST_F(GameTest, BearsWhateverIsPressed) {
    const char* seconds = std::getenv("RONDIX_GAME_SECONDS");
    const std::string told =
        play("", "--random 7 --seconds " + std::string(seconds ? seconds : "40"));
    EXPECT_EQ(status_, 0) << told;
    EXPECT_EQ(told.find("ERROR"), std::string::npos) << told; // of a sanitizer
    EXPECT_EQ(told.find("runtime error"), std::string::npos) << told;
    // It goes on when it is asked to quit, on purpose; else it does what the proof assumes.
    for (std::size_t at = 0; (at = told.find("breach: ", at)) != std::string::npos; ++at) {
        const std::string line = told.substr(at, told.find('\n', at) - at);
        EXPECT_NE(line.find("quit-not-followed"), std::string::npos) << line;
    }
    long early = 0, late = 0;
    const std::size_t at = told.find("memory ");
    ASSERT_NE(at, std::string::npos) << told;
    ASSERT_EQ(std::sscanf(told.c_str() + at, "memory %ld kB, %ld", &early, &late), 2) << told;
    EXPECT_LT(late - early, 40'000) << told; // a second scene, pictures in other sizes
    std::printf("%s", told.substr(at - std::min<std::size_t>(at, 60)).c_str());
    expect_walk();
}

} // namespace
} // namespace rondix::test
