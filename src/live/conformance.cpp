// What the proof assumes of a game, and the Runner's record tells.
#include "rondix/conformance.hpp"

#include <algorithm>
#include <array>
#include <cstdio>

namespace rondix {

namespace {

// In the order of Breach::Kind.
constexpr std::array<std::string_view, 9> names = {
    "effects-not-taken", "load-not-answered", "request-not-answered",
    "given-up",          "quit-not-followed", "old-answer",
    "time-stops",        "time-jumps",        "flag-never-set"};

/// More in one look are not told one by one.
constexpr std::size_t most_at_once = 64;

std::string in_seconds(double seconds) {
    char text[40];
    std::snprintf(text, sizeof text, "%.1f s", seconds);
    return text;
}

std::string quoted(std::string_view name) {
    return "'" + std::string(name) + "'";
}

std::string what_is_so(const CompiledFlow& flow, const Breach& breach) {
    const std::string lasting = " for " + in_seconds(breach.seconds);
    switch (breach.kind) {
    case Breach::Kind::effects_not_taken: return "effects have not been taken" + lasting;
    case Breach::Kind::load_not_answered:
        return "the load of " +
               quoted(flow.has(breach.scene) ? flow.text(flow[breach.scene].id) : "") +
               " has not been answered, and told no progress," + lasting;
    case Breach::Kind::request_not_answered:
        return "the request " +
               quoted(flow.has(breach.request) ? flow.text(flow[breach.request].id) : "") +
               " has not been answered" + lasting;
    case Breach::Kind::given_up:
        return "a load or request was given up: it lasted longer than the flow allows";
    case Breach::Kind::quit_not_followed:
        return "the player asked to quit, and the game has gone on" + lasting;
    case Breach::Kind::old_answer: return "an answer had a ticket that is not pending any more";
    case Breach::Kind::time_stops: return "advance() has not been called" + lasting;
    case Breach::Kind::time_jumps:
        return "advance() was given " + in_seconds(breach.seconds) + " more than went by";
    case Breach::Kind::flag_never_set:
        return "the game has never set " +
               quoted(flow.has(breach.flag) ? flow.text(flow[breach.flag].id) : "") +
               ", which the flow leaves to it";
    }
    return {};
}

} // namespace

std::string_view name_of(Breach::Kind kind) {
    const auto number = static_cast<std::size_t>(kind);
    return number < names.size() ? names[number] : std::string_view();
}

std::string breach_text(const CompiledFlow& flow, const Breach& breach) {
    return in_seconds(breach.time) + ": " + what_is_so(flow, breach) + " [" +
           std::string(name_of(breach.kind)) + "]";
}

Conformance::Conformance(const Runner& menus, ConformanceLimits limits)
    : limits_(limits)
    , before_(menus.host_record())
    , requests_(menus.flow().requests.size()) {
    found_.reserve(most_at_once);
}

void Conformance::tell(Breach breach) {
    breach.time = time_;
    if (found_.size() < found_.capacity()) found_.push_back(breach);
}

/// Tells once when what is waited for has not come for as long as `limit`.
void Conformance::watch(Deadline& deadline, std::uint64_t mark, bool waits, double limit,
                        Breach breach) {
    if (!waits || mark != deadline.mark) deadline = {mark, time_, false};
    if (!waits || deadline.told || time_ - deadline.since < limit) return;
    deadline.told = true;
    breach.seconds = time_ - deadline.since;
    tell(breach);
}

std::span<const Breach> Conformance::look(const Runner& menus, double seconds) {
    found_.clear();
    if (seconds > 0) time_ += seconds;
    const HostRecord now = menus.host_record();
    if (now.advanced < before_.advanced) before_ = now; // another Runner has taken over
    using Kind = Breach::Kind;
    watch(effects_, now.effects_taken, now.effects_waiting > 0, limits_.effects,
          {Kind::effects_not_taken});
    // A new ticket, or progress, starts the time anew.
    const auto load = static_cast<std::uint64_t>(menus.load_ticket());
    Breach of_load{Kind::load_not_answered};
    of_load.scene = menus.menu_state().depth() > 0 ? menus.menu_state().scene() : no_scene;
    watch(load_, load << 32 ^ now.progress_reports, load != 0, limits_.answer, of_load);
    for (std::size_t i = 0; i < requests_.size(); ++i) { // (of one that there is not: no ticket)
        Breach of_request{Kind::request_not_answered};
        of_request.request = RequestId(i);
        const auto ticket = static_cast<std::uint64_t>(menus.request_ticket(RequestId(i)));
        watch(requests_[i], ticket, ticket != 0, limits_.answer, of_request);
    }
    if (now.timeouts > before_.timeouts) tell({Kind::given_up});
    if (now.old_answers > before_.old_answers) tell({Kind::old_answer});
    if (now.quits_taken > before_.quits_taken) quit_at_ = time_;
    if (quit_at_ >= 0 && time_ - quit_at_ >= limits_.quit) {
        Breach of_quit{Kind::quit_not_followed};
        of_quit.seconds = time_ - quit_at_;
        tell(of_quit);
        quit_at_ = -1;
    }
    look_at_time(menus, now, seconds);
    before_ = now;
    return found_;
}

/// What went by for the menus, and really.
void Conformance::look_at_time(const Runner& menus, const HostRecord& now, double seconds) {
    const double advanced = now.advanced - before_.advanced;
    const bool is_started = menus.menu_state().depth() > 0;
    if (advanced > 0) ++times_advanced_;
    watch(standstill_, times_advanced_, is_started, limits_.standstill, {Breach::Kind::time_stops});
    const double ahead = advanced - std::max(seconds, 0.0);
    if (!(ahead > limits_.jump)) return;
    Breach of_time{Breach::Kind::time_jumps};
    of_time.seconds = ahead;
    tell(of_time);
}

std::span<const Breach> Conformance::end(const Runner& menus, double minimum) {
    found_.clear();
    if (time_ < minimum) return found_;
    const CompiledFlow& flow = menus.flow();
    for (std::size_t i = 0; i < flow.flags.size(); ++i) {
        const Flag& flag = flow.flags[i];
        if (!flag.set_by_game || flag.kind != FlagKind::plain || menus.was_set(FlagId(i))) continue;
        Breach of_flag{Breach::Kind::flag_never_set};
        of_flag.flag = FlagId(i);
        tell(of_flag);
    }
    return found_;
}

} // namespace rondix
