#include "play/stand_in.hpp"

#include <algorithm>

namespace rondix::tool {

void StandIn::obey(const Effect& effect) {
    const bool load = effect.kind == EffectKind::load;
    if (load) std::erase_if(asked_, [](const Asked& asked) { return asked.load != LoadTicket{}; });
    if (effect.kind == EffectKind::off)
        std::erase_if(asked_,
                      [&](const Asked& asked) { return asked.request == effect.request_ticket(); });
    if (load || effect.kind == EffectKind::request)
        asked_.push_back({effect.load_ticket(), effect.request_ticket(), 0});
}

void StandIn::follow(const Runner& runner) {
    asked_.clear();
    if (runner.load_ticket() != LoadTicket{}) asked_.push_back({runner.load_ticket(), {}, 0});
    for (std::size_t i = 0; i < runner.flow().requests.size(); ++i) {
        const RequestTicket ticket = runner.request_ticket(RequestId(i));
        if (ticket != RequestTicket{}) asked_.push_back({{}, ticket, 0});
    }
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
        runner.report_progress(asked.load, static_cast<float>(done));
        return false;
    }
    for (int times = load_ends == LoadEnds::twice ? 2 : 1; times > 0; --times) {
        const Answer answer = load_ends == LoadEnds::badly ? Answer::failed : Answer::done;
        if (asked.load != LoadTicket{}) // the second answer has to be ignored
            runner.finish(asked.load, answer);
        else
            runner.finish(asked.request, answer);
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
