// Conformance: tells, while a game is developed, where it breaks what the proof assumes of it. The
// proof is about flows; a game that never answers a load, or declines to quit, keeps its players in
// all the same.
//
//   rondix::Conformance watch(menus);
//   while (game.is_running()) {
//       menus.advance(game.seconds());
//       for (const rondix::Effect& effect : menus.take_effects()) game.obey(effect);
//       for (const rondix::Breach& breach : watch.look(menus, game.seconds()))
//           log(breach_text(menus.flow(), breach));
//   }
//   for (const rondix::Breach& breach : watch.end(menus)) log(breach_text(menus.flow(), breach));
//
// What is looked for (Breach::Kind) is asked of the Runner alone, so that nothing of the game has
// to be changed. A trace takes what was found as well (Trace::note).
//
// Units: seconds, as they really go by: the game's own clock. Errors: none. Cost: look() takes less
// than a microsecond and allocates nothing; it may be left out of what ships. Threads: that of the
// Runner.
#pragma once

#include "rondix/runtime/runner.hpp"

#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace rondix {

/// One assumption that does not hold.
struct Breach {
    enum class Kind : std::uint8_t {
        effects_not_taken,    ///< the Runner has something to tell, and nobody asks
        load_not_answered,    ///< for long, and without any progress; `scene`
        request_not_answered, ///< `request`
        given_up,             ///< a load or request lasted longer than the flow allows
        quit_not_followed,    ///< the player asked to quit, and the game goes on
        old_answer,           ///< with a ticket that is not pending any more
        time_stops,           ///< advance() is not called while time goes by
        time_jumps,           ///< advance() is given more time than went by
        flag_never_set,       ///< the flow leaves `flag` to the game
    };
    Kind kind{};
    double time = 0;    ///< since the watch began
    double seconds = 0; ///< how long it has lasted, or how far it jumped; 0 where it is a moment
    SceneId scene = no_scene;
    RequestId request = no_request;
    FlagId flag = no_flag;
};

/// "load-not-answered": for filters and traces.
std::string_view name_of(Breach::Kind kind);
/// "12.4 s: the load of 'harbour' has not been answered for 30 s".
std::string breach_text(const CompiledFlow& flow, const Breach& breach);

/// What is still taken for usual, in seconds.
struct ConformanceLimits {
    double effects = 1; ///< until effects are taken
    double answer = 30; ///< until a load is answered or makes progress, and a request is answered
    double quit = 5;    ///< until a game that was asked to quit has ended
    double standstill = 1; ///< without advance()
    double jump = 0.5;     ///< that advance() is ahead of what went by
};

class Conformance {
  public:
    /// Of a Runner that has been started, or will be. Allocates all that it needs.
    explicit Conformance(const Runner& menus, ConformanceLimits limits = {});

    /// Once a frame, after effects were taken: what has come to light since the last call, each
    /// breach once. `seconds` went by since then. The span lasts until the next call.
    std::span<const Breach> look(const Runner& menus, double seconds);
    /// When the game ends: what it never did. `minimum`: a shorter game tells nothing yet.
    std::span<const Breach> end(const Runner& menus, double minimum = 60);

  private:
    /// Something that has to happen within a time.
    struct Deadline {
        std::uint64_t mark = 0; ///< what is waited for; another one starts the time anew
        double since = 0;
        bool told = false;
    };
    void watch(Deadline& deadline, std::uint64_t mark, bool waits, double limit, Breach breach);
    void look_at_time(const Runner& menus, const HostRecord& now, double seconds);
    void tell(Breach breach);

    ConformanceLimits limits_;
    HostRecord before_;
    double time_ = 0;
    double quit_at_ = -1; ///< none is pending
    std::uint64_t times_advanced_ = 0;
    Deadline effects_, load_, standstill_;
    std::vector<Deadline> requests_;
    std::vector<Breach> found_; // never grows
};

} // namespace rondix
