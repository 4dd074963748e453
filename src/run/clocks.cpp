// Time in the Runner: delayed answers, the limit of a load, held directions, settling. Time is
// counted in whole microseconds, and what falls due within one step is done in the order of its
// time, so that the same input gives the same result however the frames are cut.
#include "rondix/runner.hpp"

#include <algorithm>
#include <cmath>
#include <limits>

namespace rondix {

namespace {
constexpr std::int64_t forever = std::numeric_limits<std::int64_t>::max();
constexpr std::int64_t micros_of_ms(std::uint32_t ms) {
    return std::int64_t{ms} * 1000;
}
} // namespace

void Runner::advance(double seconds) {
    if (now_.depth() == 0 || !(seconds > 0)) return;
    Micros left = std::llround(std::min(seconds, 1e9) * 1e6);
    while (true) {
        const Micros step = std::min(left, next_deadline());
        let_pass(step);
        left -= step;
        if (fire_one()) continue;
        if (left == 0) break;
        if (step > 0) continue;
        let_pass(left); // something is due, but there is no room for its effects: it stays due
        break;
    }
    repeat_direction();
    advance_pictures(seconds);
}

/// Starts the clocks that this move starts.
void Runner::update_clocks(const Outcome& outcome, Move move) {
    if (outcome.loads) {
        ticket_ = Ticket{static_cast<std::uint32_t>(ticket_) + 1};
        loading_for_ = 0;
        progress_ = 0;
    }
    if (move.kind == MoveKind::event && now_.waits(move.as_event()))
        until_due_[move.subject] = micros_of_ms(flow_[move.as_event()].after_ms);
}

Runner::Micros Runner::next_deadline() const {
    Micros next = forever;
    for (std::size_t i = 0; i < flow_.events.size(); ++i)
        if (now_.waits(EventId(i)) && allowed(flow_, now_, flow_.events[i].during))
            next = std::min(next, until_due_[i]);
    if (now_.phase() == Phase::loading && flow_.loading.give_up_ms > 0)
        next = std::min(next, micros_of_ms(flow_.loading.give_up_ms) - loading_for_);
    return std::max<Micros>(next, 0);
}

void Runner::let_pass(Micros time) {
    for (std::size_t i = 0; i < flow_.events.size(); ++i)
        if (now_.waits(EventId(i)) && allowed(flow_, now_, flow_.events[i].during))
            until_due_[i] = std::max<Micros>(until_due_[i] - time, 0);
    if (now_.phase() == Phase::loading) loading_for_ += time;
    since_change_ += time;
    until_repeat_ -= time;
    if (notice_left_ > 0 && notice_left_ <= time) stale_ = true;
    notice_left_ = std::max<Micros>(notice_left_ - time, 0);
}

/// Does one thing that is due. False when nothing is, or when there is no room for its effects.
bool Runner::fire_one() {
    for (std::size_t i = 0; i < flow_.events.size(); ++i) {
        const EventId event = EventId(i);
        if (now_.waits(event) && until_due_[i] == 0 && allowed(flow_, now_, flow_.events[i].during))
            return perform(Move::due(event));
    }
    const Micros limit = micros_of_ms(flow_.loading.give_up_ms);
    if (now_.phase() == Phase::loading && limit > 0 && loading_for_ >= limit)
        return perform(Move::give_up());
    return false;
}

/// Once a step at the most, so that a long frame does not run away with the focus.
void Runner::repeat_direction() {
    if (!repeating_ || until_repeat_ > 0 || in_play(flow_, now_)) return;
    const Button direction = *repeating_;
    move_focus(direction);
    until_repeat_ = static_cast<Micros>(next_repeat * 1e6);
}

std::optional<double> Runner::time_until_change() const {
    if (now_.depth() == 0) return std::nullopt;
    if (pictures_move()) return 0;
    Micros next = next_deadline();
    if (notice_left_ > 0) next = std::min(next, notice_left_);
    if (repeating_) next = std::min(next, std::max<Micros>(until_repeat_, 0));
    if (next == forever) return std::nullopt;
    return static_cast<double>(next) * 1e-6;
}

std::optional<double> Runner::time_until_due(EventId event) const {
    if (index(event) >= until_due_.size() || !now_.waits(event)) return std::nullopt;
    return static_cast<double>(until_due_[index(event)]) * 1e-6;
}

std::optional<double> Runner::time_until_give_up() const {
    if (now_.depth() == 0 || now_.phase() != Phase::loading || flow_.loading.give_up_ms == 0)
        return std::nullopt;
    return static_cast<double>(micros_of_ms(flow_.loading.give_up_ms) - loading_for_) * 1e-6;
}

} // namespace rondix
