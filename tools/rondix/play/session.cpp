#include "play/session.hpp"

#include "commands.hpp"
#include "draw/screens/tour.hpp"

#include "rondix/tools/move_text.hpp"
#include "rondix/tools/report.hpp"
#include "rondix/tools/walkthrough.hpp"

namespace rondix::tool {

namespace {

/// So many moves are remembered.
constexpr std::size_t max_moves = 20'000;
constexpr double longest_ways = 1; // seconds

std::string errors_of(const FlowFile& file) {
    std::string text;
    for (const Finding& finding : file.findings)
        if (finding.severity() == Severity::error) text += finding_text(finding, file.sources);
    return text;
}

} // namespace

bool Session::open() {
    if (!read()) return false;
    runner().start();
    return true;
}

bool Session::read() {
    FlowFile file = read_flow(path_);
    watched_.add(path_, file);
    readable_ = file.readable;
    trouble_ = errors_of(file);
    if (!file.compiled) return false;
    live_ = std::make_unique<Live>(std::move(file));
    ++readings_;
    return true;
}

bool Session::reload(const std::function<void()>& connect, bool with_proof) {
    watched_.changed(); // as far as it is read now
    std::unique_ptr<Live> old = std::move(live_);
    if (!read()) {
        live_ = std::move(old);
        return false;
    }
    connect();
    dropped_ =
        (with_proof ? take_over(runner(), old->runner) : take_over_unproved(runner(), old->runner))
            .dropped;
    go_on_from_here();
    return true;
}

void Session::show_draw_list(const Pixels& to) {
    Live& live = *live_;
    if (!live.listed) live.listed = std::make_unique<draw::ListedFlow>(*live.file.compiled);
    live.renderer.draw(live.listed->list().draw(live.runner.canvas(), live.runner.view()), to);
}

void Session::restart() {
    moves_.clear();
    from_ = 0;
    runner().start();
}

bool Session::show(ScreenId screen) {
    if (screen == no_screen) return false;
    CheckOptions options;
    options.max_seconds = longest_ways;
    draw::Tour tour(flow(), options);
    SavedState there;
    if (tour.way(screen)) {
        tour.go(screen);
        there = saved(tour.runner);
    } else {
        there = saved(runner());
        there.stack.push_back({std::string(flow().text(flow()[screen].id)), {}});
    }
    restore_unproved(runner(), there);
    go_on_from_here();
    return runner().menu_state().foremost() == screen;
}

std::span<const Move> Session::note_moves() {
    const auto made = runner().take_moves();
    for (const Move move : made) moves_.push_back(move_text(flow(), move));
    if (moves_.size() - from_ >= max_moves / 2) {
        moves_.erase(moves_.begin(), moves_.begin() + static_cast<std::ptrdiff_t>(from_));
        go_on_from_here();
    }
    return made;
}

/// What the moves before have led to is said, so that they can be left out.
void Session::go_on_from_here() {
    runner().take_moves();
    from_ = moves_.size();
    for (std::string& step : steps_from_here(runner())) moves_.push_back(std::move(step));
}

} // namespace rondix::tool
