// How the proof grows: families of flows, each with some numbers, as a table for the docs. Times
// are of check() without looks; memory is the most that a process of its own had in use.
#include "reference/family_flow.hpp"
#include "reference/game_flow.hpp"
#include "rondix/tools/check.hpp"

#include <fmt/format.h>

#include <sys/resource.h>
#include <sys/wait.h>
#include <unistd.h>

#include <algorithm>
#include <chrono>
#include <cstdlib>
#include <functional>
#include <vector>

namespace {

using namespace rondix;

struct Taken {
    double seconds = 0;
    double megabytes = 0;
    std::size_t open = 0;
    bool settled = false;
};

Taken take(const std::string& text) {
    int ends[2];
    if (pipe(ends) != 0) std::abort();
    const pid_t child = fork();
    if (child == 0) {
        const FlowFile file = load_flow_text("family", text);
        CheckOptions options;
        options.max_seconds = 60;
        const auto began = std::chrono::steady_clock::now();
        const CheckResult result = prove(file, options);
        Taken taken;
        taken.seconds =
            std::chrono::duration<double>(std::chrono::steady_clock::now() - began).count();
        struct rusage used {};
        getrusage(RUSAGE_SELF, &used);
        taken.megabytes = static_cast<double>(used.ru_maxrss) / 1024;
        taken.open = result.open.size();
        taken.settled = file.compiled && result.stop == Stop::nothing;
        const bool written = write(ends[1], &taken, sizeof taken) == sizeof taken;
        _exit(written ? 0 : 1);
    }
    Taken taken;
    close(ends[1]);
    if (read(ends[0], &taken, sizeof taken) != sizeof taken) taken.seconds = -1;
    close(ends[0]);
    waitpid(child, nullptr, 0);
    return taken;
}

void row(const std::string& name, int numbers, const std::function<std::string(unsigned)>& flow) {
    std::vector<Taken> all;
    for (int i = 1; i <= numbers; ++i) all.push_back(take(flow(static_cast<unsigned>(i))));
    std::sort(all.begin(), all.end(),
              [](const Taken& a, const Taken& b) { return a.seconds < b.seconds; });
    double most = 0;
    std::size_t open = 0, undecided = 0;
    for (const Taken& one : all) {
        most = std::max(most, one.megabytes);
        open += one.open > 0 ? 1 : 0;
        undecided += one.settled ? 0 : 1;
    }
    fmt::print("| {} | {:.0f} ms | {:.0f} ms | {:.0f} MB | {} | {} |\n", name,
               all[all.size() / 2].seconds * 1000, all.back().seconds * 1000, most, open,
               undecided);
    std::fflush(stdout);
}

} // namespace

int main(int count, char** words) {
    const int numbers = count > 1 ? std::atoi(words[1]) : 20;
    fmt::print("| family | median | worst of {} | memory | with something open | undecided |\n"
               "|---|---|---|---|---|---|\n",
               numbers);
    const auto family = [&](const std::string& name, const test::Family& one) {
        row(name, numbers, [&](unsigned number) { return test::family_flow(one, number); });
    };
    for (const int screens : {10, 100, 300, 1000, 3000})
        family(fmt::format("{} screens, 30 flags of the game, 3 in 10 buttons ask", screens),
               {.screens = screens, .game_flags = 30});
    for (const int flags : {8, 16, 30, 64})
        family(fmt::format("100 screens, {} flags that steps change", flags),
               {.screens = 100, .own_flags = flags});
    for (const int flags : {16, 30, 64})
        for (const double share : {0.1, 0.6})
            family(fmt::format("100 screens, {} flags that steps change, {:.0f} in 10 ask", flags,
                               share * 10),
                   {.screens = 100, .own_flags = flags, .share = share});
    family("200 screens, 64 flags, half of them the game's",
           {.screens = 200, .game_flags = 32, .own_flags = 32});
    family("200 screens, 64 flags, half of them the game's, 6 in 10 ask",
           {.screens = 200, .game_flags = 32, .own_flags = 32, .share = 0.6});
    family("1,000 screens, 30 flags that steps change", {.screens = 1000, .own_flags = 30});
    row("1,000 screens, 64 flags that steps change, 6 in 10 ask (3 flows)", std::min(numbers, 3),
        [](unsigned number) {
            return test::family_flow({.screens = 1000, .own_flags = 64, .share = 0.6}, number);
        });
    family("3,000 screens, 8 flags that steps change", {.screens = 3000, .own_flags = 8});
    family("100 screens, 16 flags that steps change, a way back to the start on a condition",
           {.screens = 100, .own_flags = 16, .way_on = true});
    family("100 screens, 30 flags that steps change, 6 in 10 ask, a way back on a condition",
           {.screens = 100, .own_flags = 30, .share = 0.6, .way_on = true});
    for (const int levels : {20, 200})
        family(fmt::format("4 screens, a setting of {} levels", levels),
               {.screens = 4, .share = 0.6, .trap = false, .levels = levels});
    family("17 screens, a setting of 12 levels", {.screens = 17, .share = 0.6, .levels = 12});
    family("100 screens, 8 flags that steps change, a setting of 30 levels",
           {.screens = 100, .own_flags = 8, .levels = 30});
    for (const int screens : {5, 10, 20})
        row(fmt::format("menus of whole games, {} screens and ten more", screens), numbers,
            [&](unsigned number) { return test::game_flow(screens, number); });
    for (const int tabs : {8, 12, 16, 24})
        row(fmt::format("{} tabs that all open each other", tabs), 1,
            [&](unsigned) { return test::tabs_flow(tabs); });
}
