#include "play/stand_in.hpp"

namespace rondix::tool {

void StandIn::obey(const Effect& effect) {
    if (effect.kind != EffectKind::load) return;
    loading_ = true;
    ticket_ = effect.ticket;
    passed_ = 0;
}

void StandIn::follow(const Runner& runner) {
    loading_ = runner.situation().phase() == Phase::loading;
    ticket_ = runner.ticket();
    passed_ = 0;
}

void StandIn::advance(double seconds, Runner& runner) {
    if (!loading_ || !answers) return;
    passed_ += seconds;
    const double share = load_time > 0 ? passed_ / load_time : 1;
    if (share < 1 || load_ends == LoadEnds::never) {
        // What hangs stops short of the end.
        runner.load_progress(
            ticket_,
            static_cast<float>(load_ends == LoadEnds::never ? std::min(share, 0.9) : share));
        return;
    }
    loading_ = false;
    if (load_ends == LoadEnds::badly)
        runner.load_failed(ticket_);
    else
        runner.loaded(ticket_);
    if (load_ends == LoadEnds::twice) runner.loaded(ticket_); // which has to be ignored
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
