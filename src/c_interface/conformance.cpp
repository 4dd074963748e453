// rondix/c/conformance.h: whether a game keeps its part, in C.
#include "c_interface/runner_handle.hpp"

#include "rondix/conformance.hpp"

using namespace rondix;
using namespace rondix::c;

struct rondix_conformance {
    const CompiledFlow& flow;
    Conformance watch;
    std::span<const Breach> found;
};

static_assert(static_cast<unsigned>(RONDIX_EFFECTS_NOT_TAKEN) ==
              static_cast<unsigned>(Breach::Kind::effects_not_taken));
static_assert(static_cast<unsigned>(RONDIX_LOAD_NOT_ANSWERED) ==
              static_cast<unsigned>(Breach::Kind::load_not_answered));
static_assert(static_cast<unsigned>(RONDIX_REQUEST_NOT_ANSWERED) ==
              static_cast<unsigned>(Breach::Kind::request_not_answered));
static_assert(static_cast<unsigned>(RONDIX_GIVEN_UP) ==
              static_cast<unsigned>(Breach::Kind::given_up));
static_assert(static_cast<unsigned>(RONDIX_QUIT_NOT_FOLLOWED) ==
              static_cast<unsigned>(Breach::Kind::quit_not_followed));
static_assert(static_cast<unsigned>(RONDIX_OLD_ANSWER) ==
              static_cast<unsigned>(Breach::Kind::old_answer));
static_assert(static_cast<unsigned>(RONDIX_TIME_STOPS) ==
              static_cast<unsigned>(Breach::Kind::time_stops));
static_assert(static_cast<unsigned>(RONDIX_TIME_JUMPS) ==
              static_cast<unsigned>(Breach::Kind::time_jumps));
static_assert(static_cast<unsigned>(RONDIX_FLAG_NEVER_SET) ==
              static_cast<unsigned>(Breach::Kind::flag_never_set));

namespace {

ConformanceLimits limits_of(const rondix_conformance_limits* said) {
    ConformanceLimits limits;
    if (!said) return limits;
    if (said->effects > 0) limits.effects = said->effects;
    if (said->answer > 0) limits.answer = said->answer;
    if (said->quit > 0) limits.quit = said->quit;
    if (said->standstill > 0) limits.standstill = said->standstill;
    if (said->jump > 0) limits.jump = said->jump;
    return limits;
}

rondix_id about(const Breach& breach) {
    if (breach.scene != no_scene) return out(breach.scene);
    return breach.request != no_request ? out(breach.request) : out(breach.flag);
}

} // namespace

extern "C" {

rondix_conformance* rondix_conformance_new(const rondix_runner* runner,
                                           const rondix_conformance_limits* limits) {
    return made<rondix_conformance>([&] {
        return new rondix_conformance{
            runner->menus.flow(), Conformance(runner->menus, limits_of(limits)), {}};
    });
}

void rondix_conformance_free(rondix_conformance* watch) {
    delete watch;
}

size_t rondix_conformance_look(rondix_conformance* watch, const rondix_runner* runner,
                               double seconds) {
    watch->found = watch->watch.look(runner->menus, seconds);
    return watch->found.size();
}

size_t rondix_conformance_end(rondix_conformance* watch, const rondix_runner* runner,
                              double minimum) {
    watch->found = watch->watch.end(runner->menus, minimum);
    return watch->found.size();
}

bool rondix_conformance_breach(const rondix_conformance* watch, size_t number,
                               rondix_breach* breach) {
    if (number >= watch->found.size()) return false;
    const Breach& one = watch->found[number];
    breach->kind = static_cast<std::uint32_t>(one.kind);
    breach->time = one.time;
    breach->seconds = one.seconds;
    breach->about = about(one);
    tell(RONDIX_DONE, breach_text(watch->flow, one), &breach->words);
    return true;
}

rondix_text rondix_breach_kind_name(uint32_t breach_kind) {
    const auto kind = in_enum(breach_kind, Breach::Kind::flag_never_set);
    return out(kind ? name_of(*kind) : "");
}

} // extern "C"
