// The limits that the tool is given hold for every command and stage, within a tenth of their value
// or half a second; an interrupt ends each within as much; and whoever looks on is told how far it
// is. Flows that cost much, each in a stage of its own. What else the machine does makes a run
// longer and none shorter: one that took too long is run again, twice.
#include "hard_flow.hpp"
#include "tool_runner.hpp"

#include <fmt/format.h>
#include <sys/resource.h>

#include <chrono>
#include <csignal>
#include <fcntl.h>
#include <thread>
#include <tuple>

namespace rondix::test {
namespace {

namespace fs = std::filesystem;

#if defined(RONDIX_SANITIZED)
constexpr double slower = 5; // of all that is measured
constexpr bool is_watched = true;
#else
constexpr double slower = 1;
constexpr bool is_watched = false;
#endif

/// What a run of the tool took.
struct Taken {
    int status = -1; // or, less than zero, the signal that ended it
    double seconds = 0;
    double megabytes = 0;
    std::string output;
};

/// Runs the tool, and interrupts it after a time, if one is given.
Taken run_tool(const std::vector<std::string>& words, double interrupt_after = 0) {
    const fs::path output = scratch() / "output";
    std::vector<std::string> all = {tool_path()};
    all.insert(all.end(), words.begin(), words.end());
    std::vector<char*> arguments;
    arguments.reserve(all.size() + 1);
    for (std::string& word : all) arguments.push_back(word.data());
    arguments.push_back(nullptr);
    const auto began = std::chrono::steady_clock::now();
    const pid_t child = fork();
    if (child == 0) {
        const int file = open(output.c_str(), O_WRONLY | O_CREAT | O_TRUNC, 0600);
        dup2(file, STDOUT_FILENO), dup2(file, STDERR_FILENO);
        execv(arguments[0], arguments.data());
        _exit(127);
    }
    if (interrupt_after > 0) {
        std::this_thread::sleep_for(std::chrono::duration<double>(interrupt_after));
        kill(child, SIGINT);
    }
    int status = 0;
    struct rusage used {};
    wait4(child, &status, 0, &used);
    Taken taken;
    taken.seconds = std::chrono::duration<double>(std::chrono::steady_clock::now() - began).count();
    taken.status = WIFEXITED(status) ? WEXITSTATUS(status) : -WTERMSIG(status);
    taken.megabytes = static_cast<double>(used.ru_maxrss) / 1024;
    taken.output = contents(output);
    fs::remove_all(output.parent_path());
    return taken;
}

/// The same, and again if it took longer than it may: the machine may have been busy.
Taken run_within(double seconds, const std::vector<std::string>& words,
                 double interrupt_after = 0) {
    Taken taken = run_tool(words, interrupt_after);
    for (int again = 0; again < 2 && taken.seconds >= seconds; ++again)
        taken = run_tool(words, interrupt_after);
    return taken;
}

// --- flows that cost much

/// A long way: much to read, to compare and to walk.
std::string long_flow(int screens) {
    std::string text = "rondix: 1\nstart: s0\nscreens:\n";
    for (int i = 0; i < screens; ++i)
        text += fmt::format("  s{0}:\n    title: Screen {0}\n    controls:\n"
                            "      - {{ button: on, text: On, press: {1} }}\n"
                            "      - {{ button: leave, text: Leave, press: quit }}\n",
                            i, i + 1 < screens ? "open s" + std::to_string(i + 1) : "home");
    return text;
}

/// A picture that a library takes long to draw.
std::string slow_picture() {
    std::string text = "<svg xmlns='http://www.w3.org/2000/svg' width='400' height='300'>"
                       "<filter id='f' x='-5' y='-5' width='11' height='11'>";
    for (int i = 0; i < 60; ++i)
        text += "<feTurbulence baseFrequency='0.05' numOctaves='9'/><feGaussianBlur "
                "stdDeviation='90'/>";
    text += "</filter>";
    for (int i = 0; i < 40; ++i) text += "<rect width='400' height='300' filter='url(#f)'/>";
    return text + "</svg>";
}

const std::string with_picture = R"(rondix: 1
start: a
screens:
  a:
    title: A
    controls:
      - { picture: p, file: slow.svg, place: { at: left, size: 400x300 } }
      - { button: leave, text: Leave, press: quit }
)";

class Limits : public testing::Test {
  protected:
    std::string put(const std::string& name, const std::string& text) const {
        std::ofstream(folder_ / name, std::ios::binary) << text;
        return (folder_ / name).string();
    }
    std::string out(const std::string& name) const { return (folder_ / name).string(); }
    void TearDown() override { fs::remove_all(folder_); }

    /// Ends in time, and says so if it did not get through. (It may well get through, in the
    /// moment past the limit that it has to tell what it knows too.) The exit status.
    static int expect_in_time(std::vector<std::string> words, double limit) {
        words.insert(words.end(), {"--max-seconds", fmt::format("{}", limit)});
        const double may_take = limit + std::max(0.5, limit * 0.1) + 0.5 * (slower - 1);
        const Taken taken = run_within(may_take, words);
        const std::string what = words[0] + " " + words[1] + "\n" + taken.output.substr(0, 400);
        EXPECT_LT(taken.seconds, may_take) << what;
        EXPECT_GE(taken.status, 0) << what;
        const auto says = [&](const char* text) {
            return taken.output.find(text) != std::string::npos;
        };
        // An error is an answer, too; and so is that there is nothing to show.
        const int got_through = says("there is no finding") ? 2 : 0;
        if (taken.status != 1) {
            EXPECT_EQ(taken.status, says("undecided") ? 3 : got_through) << what;
        }
        return taken.status;
    }

    const fs::path folder_ = [] {
        fs::path folder = fs::temp_directory_path() / ("rondix-limits-" + std::to_string(getpid()));
        fs::create_directories(folder);
        return folder;
    }();
};

TEST_F(Limits, OfTimeHoldInEveryStageOfTheCheck) {
    const std::string flow = put("long.flow.yaml", long_flow(40'000));
    for (const double limit : {0.2, 1.0, 2.0, 3.0}) expect_in_time({"check", flow}, limit);
    EXPECT_EQ(expect_in_time({"check", put("lock.flow.yaml", lock_flow(16))}, 1), 3);
    put("slow.svg", slow_picture());
    expect_in_time({"check", put("slow.flow.yaml", with_picture)}, 1);
}

TEST_F(Limits, OfTimeHoldForFixes) {
    expect_in_time({"check", put("long.flow.yaml", long_flow(3'000)), "--fix"}, 2);
    expect_in_time({"check", put("lock.flow.yaml", lock_flow(16)), "--fix"}, 1);
}

TEST_F(Limits, OfTimeHoldForEveryCommandThatProvesOrDraws) {
    // (Walks through the lock are made in about a second: the limits keep away from that.)
    for (const auto& [flow, screen, limit] :
         {std::tuple(put("long.flow.yaml", long_flow(20'000)), "s19", 1.0),
          std::tuple(put("lock.flow.yaml", lock_flow(16)), "lock", 0.4)}) {
        expect_in_time({"map", flow, "-o", out("a.svg")}, limit);
        expect_in_time({"draw", flow, "-o", out("pictures")}, limit);
        expect_in_time({"focus", flow, screen}, limit);
        expect_in_time({"strip", flow, "--finding", "1", "-o", out("a.png")}, limit);
        expect_in_time({"cover", flow, "--make", out("walks")}, limit);
        expect_in_time({"walk", flow, "--make", out("walks")}, limit);
    }
}

TEST_F(Limits, OfMemoryHold) {
    if (is_watched) GTEST_SKIP() << "what watches the memory needs some";
    // What the program takes anyway.
    const Taken plain = run_tool({"check", put("a.flow.yaml", long_flow(20)), "--no-looks"});
    for (const std::string& flow :
         {put("lock.flow.yaml", lock_flow(16)), put("long.flow.yaml", long_flow(40'000))}) {
        const Taken taken = run_tool({"check", flow, "--max-megabytes", "100", "--no-looks"});
        EXPECT_LT(taken.megabytes, plain.megabytes + 100 + 80) << taken.output;
        EXPECT_EQ(taken.status, 3) << taken.output;
        EXPECT_NE(taken.output.find("--max-megabytes"), std::string::npos) << taken.output;
    }
}

TEST_F(Limits, AConditionOfAHundredThousandTermsIsToldAtOnce) {
    std::string condition = "f";
    for (int i = 0; i < 100'000; ++i) condition += i % 2 == 0 ? " and f" : " or f";
    const std::string flow =
        put("long.flow.yaml", "rondix: 1\nstart: a\nflags: { f: {} }\nscreens:\n  a:\n"
                              "    controls:\n      - { button: leave, press: quit, when: " +
                                  condition + " }\n");
    const Taken taken = run_within(0.5 * slower, {"check", flow});
    EXPECT_LT(taken.seconds, 0.5 * slower);
    EXPECT_NE(taken.output.find("too long"), std::string::npos) << taken.output.substr(0, 300);
}

TEST_F(Limits, TenThousandScreensAreCompared) {
    const std::string flow = put("long.flow.yaml", long_flow(10'000));
    const Taken taken = run_within(6 * slower, {"check", flow, "--no-looks"});
    EXPECT_EQ(taken.status, 0) << taken.output.substr(0, 300);
    EXPECT_LT(taken.seconds, 6 * slower);
}

TEST_F(Limits, APictureThatTakesTooLongIsAFault) {
    put("slow.svg", slow_picture());
    const Taken taken = run_within(4 * slower, {"check", put("slow.flow.yaml", with_picture)});
    EXPECT_NE(taken.output.find("it takes too long to draw"), std::string::npos) << taken.output;
    EXPECT_EQ(taken.status, 1);
    EXPECT_LT(taken.seconds, 4 * slower);
}

/// Also where it is shown by its draw list, and where it is packed.
TEST_F(Limits, APictureThatTakesTooLongIsNotShownOrPacked) {
    put("slow.svg", slow_picture());
    const std::string flow = put("slow.flow.yaml", with_picture);
    const Taken shown = run_within(8 * slower, {"draw", flow, "--draw-list", "-o", out("sheets")});
    EXPECT_NE(shown.output.find("it takes too long to draw"), std::string::npos) << shown.output;
    EXPECT_LT(shown.seconds, 8 * slower);
    const Taken packed = run_within(
        4 * slower, {"pack", flow, "-o", out("slow.rdx"), "--pictures", out("slow.pictures")});
    EXPECT_NE(packed.output.find("it takes too long to draw"), std::string::npos) << packed.output;
    EXPECT_EQ(packed.status, 2);
    EXPECT_FALSE(std::filesystem::exists(out("slow.pictures")));
}

/// Of eleven runs.
double median_of(const std::vector<std::string>& words) {
    std::array<double, 11> seconds{};
    for (double& one : seconds) one = run_tool(words).seconds;
    std::sort(seconds.begin(), seconds.end());
    return seconds[5];
}

/// Who looks at the limits does so every now and then: the check does not wait for the next time.
TEST_F(Limits, ACheckThatIsDoneWaitsForNothing) {
    const std::string hello = (root() / "examples/hello/hello.flow.yaml").string();
    double longer = 1;
    for (int again = 0; again < 5 && longer >= .015 * slower; ++again)
        longer = median_of({"check", "--no-looks", hello}) - median_of({"--version"});
    EXPECT_LT(longer, .015 * slower);
}

TEST_F(Limits, AnInterruptEndsEveryCommand) {
    const std::string flow = put("lock.flow.yaml", lock_flow(16));
    const std::string large = put("long.flow.yaml", long_flow(20'000));
    put("slow.svg", slow_picture());
    const std::string slow = put("slow.flow.yaml", with_picture);
    const std::vector<std::vector<std::string>> all = {
        {"check", flow},
        {"check", large},
        {"check", flow, "--fix"},
        {"map", large, "-o", out("a.svg")},
        {"draw", large, "-o", out("pictures")},
        {"focus", large, "s19"},
        {"strip", flow, "--finding", "1", "-o", out("a.png")},
        {"cover", large, "--make", out("walks")},
        {"check", slow},
        {"draw", slow, "-o", out("pictures")}};
    for (const auto& words : all) {
        const double may_take = 0.4 + 0.5 * slower;
        const Taken taken = run_within(may_take, words, 0.4);
        EXPECT_LT(taken.seconds, may_take) << words[0] << "\n" << taken.output;
        EXPECT_NE(taken.status, 0) << words[0] << "\n" << taken.output;
    }
}

/// Who begins the program may have blocked all signals, and the program has them so.
TEST_F(Limits, HoldWhereSignalsAreBlocked) {
    put("slow.svg", slow_picture());
    const std::string slow = put("slow.flow.yaml", with_picture);
    sigset_t all, before;
    sigfillset(&all);
    pthread_sigmask(SIG_SETMASK, &all, &before);
    const double may_take = 0.5 + 0.5 * slower;
    const Taken taken =
        run_within(may_take, {"draw", slow, "-o", out("pictures"), "--max-seconds", "0.2"});
    pthread_sigmask(SIG_SETMASK, &before, nullptr);
    EXPECT_LT(taken.seconds, may_take) << taken.output;
    EXPECT_EQ(taken.status, 3) << taken.output;
}

/// The program has a clock of its own: an alarm that was set before rings as well.
TEST_F(Limits, LeaveTheAlarmOfOthersAlone) {
    const std::string flow = put("lock.flow.yaml", lock_flow(16));
    const Ran ran = shell("perl -e 'alarm 1; exec @ARGV' '" + tool_path() + "' check " + flow +
                          " --max-seconds 20; test $? -eq 142 && echo rang");
    EXPECT_NE(ran.output.find("rang"), std::string::npos) << ran.output;
}

TEST_F(Limits, HowFarItIsIsShownOnATerminalAfterASecond) {
    const std::string flow = put("lock.flow.yaml", lock_flow(16));
    const Ran ran =
        shell("script -qec \"'" + tool_path() + "' check " + flow + " --max-seconds 2\" /dev/null");
    EXPECT_NE(ran.output.find("1 s, ways to leave: "), std::string::npos) << ran.output;
    EXPECT_NE(ran.output.find("Ctrl-C"), std::string::npos) << ran.output;
    const std::string quiet = run_tool({"check", flow, "--max-seconds", "2"}).output;
    EXPECT_EQ(quiet.find("Ctrl-C"), std::string::npos);
}

} // namespace
} // namespace rondix::test
