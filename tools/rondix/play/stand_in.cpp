#include "play/stand_in.hpp"

#include <algorithm>

namespace rondix::tool {

void StandIn::obey(const Effect& effect) {
    const bool load = effect.kind == EffectKind::load;
    if (load) std::erase_if(asked_, [](const Asked& asked) { return asked.load; });
    if (effect.kind == EffectKind::off)
        std::erase_if(asked_, [&](const Asked& asked) { return asked.ticket == effect.ticket; });
    if (load || effect.kind == EffectKind::request) asked_.push_back({effect.ticket, load, 0});
}

void StandIn::follow(const Runner& runner) {
    asked_.clear();
    if (runner.menu_state().phase() == Phase::loading) asked_.push_back({runner.ticket(), true, 0});
    for (std::size_t i = 0; i < runner.flow().requests.size(); ++i)
        if (const auto ticket = runner.ticket_of(RequestId(i)))
            asked_.push_back({*ticket, false, 0});
}

void StandIn::advance(double seconds, Runner& runner) {
    if (!answers) return;
    std::vector<Asked> waiting;
    waiting.swap(asked_); // an answer may bring further requests
    for (Asked& asked : waiting) {
        asked.passed += seconds;
        if (!answer(asked, runner)) asked_.push_back(asked);
    }
}

/// False: not yet.
bool StandIn::answer(const Asked& asked, Runner& runner) const {
    const double share = load_time > 0 ? asked.passed / load_time : 1;
    if (share < 1 || load_ends == LoadEnds::never) {
        // What hangs stops short of the end.
        const double done = load_ends == LoadEnds::never ? std::min(share, 0.9) : share;
        runner.load_progress(asked.ticket, static_cast<float>(done));
        return false;
    }
    for (int times = load_ends == LoadEnds::twice ? 2 : 1; times > 0; --times) {
        if (load_ends == LoadEnds::badly) // the second answer has to be ignored
            asked.load ? runner.load_failed(asked.ticket) : runner.failed(asked.ticket);
        else
            asked.load ? runner.loaded(asked.ticket) : runner.done(asked.ticket);
    }
    return true;
}

std::string_view name_of(LoadEnds ends) {
    switch (ends) {
    case LoadEnds::badly: return "fail";
    case LoadEnds::never: return "hang";
    case LoadEnds::twice: return "answer twice";
    case LoadEnds::well: break;
    }
    return "succeed";
}

} // namespace rondix::tool
