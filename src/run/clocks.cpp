// Time in the Runner: delayed answers, the limit of a load, held directions, settling. Time is
// counted in whole microseconds, and what falls due within one step is done in the order of its
// time, so that the same input gives the same result however the frames are cut.
#include "run/runner_core.hpp"

#include "run/filled_texts.hpp"
#include "run/input_slots.hpp"

#include <algorithm>
#include <cmath>
#include <limits>
#include <utility>

namespace rondix {

namespace {
constexpr std::int64_t forever = std::numeric_limits<std::int64_t>::max();
constexpr std::int64_t micros_of_ms(std::uint32_t ms) {
    return std::int64_t{ms} * 1000;
}
} // namespace

/// A time that the player is given, as long as the player's setting stretches it. How long a press
/// has to be held, or an answer is delayed, is none.
RunnerCore::Micros RunnerCore::limit_of(std::uint32_t ms) const {
    if (flow_.stretch == no_setting) return micros_of_ms(ms);
    const Setting& setting = flow_[flow_.stretch];
    const double times = static_cast<double>(setting.from) +
                         static_cast<double>(setting.by) * value_of(flow_.stretch);
    return std::llround(static_cast<double>(micros_of_ms(ms)) * times);
}

void RunnerCore::advance(double seconds) {
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
    show_time_left();
    advance_pictures(seconds);
}

/// Starts the clocks that this move starts.
void RunnerCore::update_clocks(const Outcome& outcome, Move move) {
    if (outcome.loads) {
        load_.ask(++tickets_);
        progress_ = 0;
    }
    if (move.kind == MoveKind::event && now_.waits(move.as_event()))
        until_due_[move.subject] = micros_of_ms(flow_[move.as_event()].after_ms);
}

RunnerCore::Micros RunnerCore::next_deadline() const {
    Micros next = forever;
    for (std::size_t i = 0; i < flow_.events.size(); ++i)
        if (now_.waits(EventId(i)) && allowed(flow_, now_, flow_.events[i].during))
            next = std::min(next, until_due_[i]);
    if (const auto now = countdown()) next = std::min(next, now->left);
    const Screen& foremost = flow_[now_.foremost()];
    if (foremost.idle != unsaid && !holds_something())
        next = std::min(next, limit_of(foremost.idle_ms) - since_input_);
    if (holding_ != no_control)
        next = std::min(next, micros_of_ms(flow_[holding_].hold_ms) - holding_for_);
    if (listening_ != no_control)
        next = std::min(next, static_cast<Micros>(Runner::listening_time * 1e6) - listening_for_);
    return std::max<Micros>(next, 0);
}

/// While a control is held, nobody is idle.
bool RunnerCore::holds_something() const {
    return holding_ != no_control ||
           std::any_of(std::begin(fingers_), std::end(fingers_),
                       [](auto& finger) { return finger.on != no_control; });
}

void RunnerCore::let_pass(Micros time) {
    for (std::size_t i = 0; i < flow_.events.size(); ++i)
        if (now_.waits(EventId(i)) && allowed(flow_, now_, flow_.events[i].during))
            until_due_[i] = std::max<Micros>(until_due_[i] - time, 0);
    load_.since += time;
    for (Wait& wait : requests_) wait.since += time;
    since_change_ += time;
    since_input_ = holds_something() ? 0 : since_input_ + time;
    time_ += time;
    held_for_ += time;
    if (holding_ != no_control) {
        holding_for_ += time;
        needs_redraw_ = true; // how far it is can be seen
    }
    if (listening_ != no_control) listening_for_ += time;
    until_repeat_ -= time;
    if (notice_left_ > 0 && notice_left_ <= time) needs_redraw_ = true;
    notice_left_ = std::max<Micros>(notice_left_ - time, 0);
}

/// Does one thing that is due. False when nothing is, or when there is no room for its effects.
bool RunnerCore::fire_one() {
    if (listening_ != no_control &&
        listening_for_ >= static_cast<Micros>(Runner::listening_time * 1e6))
        end_listening();
    return fire_hold() || fire_answer() || fire_event() || fire_limit() || fire_screen();
}

/// A press that had to be held was held for long enough.
bool RunnerCore::fire_hold() {
    if (holding_ == no_control || holding_for_ < micros_of_ms(flow_[holding_].hold_ms))
        return false;
    const ControlId control = holding_;
    for (Finger& finger : fingers_)
        if (finger.on == control) let_go_of(std::exchange(finger, Finger{}));
    holding_ = no_control;
    turn_states(false);
    const Acting acting(acting_, holding_by_);
    return usable(flow_, now_, control) && perform_one(Move::press(control));
}

/// An answer that came while it could not take effect.
bool RunnerCore::fire_answer() {
    if (load_.answer && load_can_end(flow_, now_))
        return perform_one(load_.answer == Answer::done ? Move::loaded() : Move::load_failed());
    const RequestId request = flow_[now_.current()].request;
    if (request == no_request || !requests_[index(request)].answer) return false;
    return perform_one(requests_[index(request)].answer == Answer::done ? Move::done(request)
                                                                        : Move::failed(request));
}

bool RunnerCore::fire_event() {
    for (std::size_t i = 0; i < flow_.events.size(); ++i) {
        const EventId event = EventId(i);
        if (now_.waits(event) && until_due_[i] == 0 && allowed(flow_, now_, flow_.events[i].during))
            return perform_one(Move::due(event));
    }
    return false;
}

/// What has been waited for too long.
bool RunnerCore::fire_limit() {
    const Micros limit = limit_of(flow_.loading.timeout_ms);
    if (load_can_end(flow_, now_) && limit > 0 && load_.since >= limit)
        return give_up(Move::load_timeout());
    const RequestId request = flow_[now_.current()].request;
    if (request == no_request) return false;
    const Micros most = limit_of(flow_[request].timeout_ms);
    const Wait& wait = requests_[index(request)];
    return wait.asked && most > 0 && wait.since >= most && give_up(Move::request_timeout(request));
}

bool RunnerCore::give_up(Move timeout) {
    const bool made = perform_one(timeout);
    record_.timeouts += made ? 1 : 0;
    return made;
}

/// What the current screen, or the question over it, does by itself.
bool RunnerCore::fire_screen() {
    const Screen& screen = flow_[now_.foremost()];
    if (screen.moves_on != unsaid && !moved_on_ && since_change_ >= limit_of(screen.moves_on_ms)) {
        moved_on_ = true; // once, should it stay
        if (perform_one(Move::moves_on())) return true;
        moved_on_ = false;
        return false;
    }
    if (screen.idle == unsaid || since_input_ < limit_of(screen.idle_ms)) return false;
    since_input_ = 0;
    return perform_one(Move::idle());
}

/// The focus itself does not run ever faster.
bool RunnerCore::repeats_fast() const {
    const ControlId control = focus();
    if (control == no_control || held_for_ <= static_cast<Micros>(Runner::faster_after * 1e6))
        return false;
    const ControlKind kind = flow_[control].kind;
    return kind == ControlKind::slider || kind == ControlKind::list;
}

/// Once a step at the most, so that a long frame does not run away with the focus.
void RunnerCore::repeat_direction() {
    if (!repeating_ || until_repeat_ > 0 || in_play(flow_, now_)) return;
    const Button direction = *repeating_;
    const Acting acting(acting_, repeating_by_);
    move_focus(direction);
    until_repeat_ =
        static_cast<Micros>((repeats_fast() ? Runner::fast_repeat : Runner::next_repeat) * 1e6);
}

/// Until the screen in front moves on, or what it waits for is given up.
std::optional<RunnerCore::Countdown> RunnerCore::countdown() const {
    if (now_.depth() == 0) return std::nullopt;
    std::optional<Countdown> nearest;
    const auto add = [&](std::uint32_t limit_ms, Micros since) {
        const Micros whole = limit_of(limit_ms), left = std::max<Micros>(whole - since, 0);
        if (!nearest || left < nearest->left) nearest = {left, whole};
    };
    const Screen& foremost = flow_[now_.foremost()];
    if (foremost.moves_on != unsaid && !moved_on_) add(foremost.moves_on_ms, since_change_);
    if (load_can_end(flow_, now_) && flow_.loading.timeout_ms > 0)
        add(flow_.loading.timeout_ms, load_.since);
    const RequestId request = flow_[now_.current()].request;
    if (request != no_request && flow_[request].timeout_ms > 0 && requests_[index(request)].asked)
        add(flow_[request].timeout_ms, requests_[index(request)].since);
    return nearest;
}

std::optional<double> RunnerCore::time_left() const {
    const auto now = countdown();
    return now ? std::optional(static_cast<double>(now->left) * 1e-6) : std::nullopt;
}

/// As a person counts them: the last second is 1.
std::uint32_t RunnerCore::seconds_left() const {
    const auto now = countdown();
    return now ? static_cast<std::uint32_t>((now->left + 999'999) / 1'000'000) : 0;
}

std::optional<double> RunnerCore::time_until_change() const {
    if (now_.depth() == 0) return std::nullopt;
    if (pictures_move() || holding_ != no_control) return 0;
    Micros next = next_deadline();
    if (const auto now = countdown(); now && filled_->some_tell_time())
        next = std::min(next, (now->left + 999'999) % 1'000'000 + 1);
    if (notice_left_ > 0) next = std::min(next, notice_left_);
    if (repeating_) next = std::min(next, std::max<Micros>(until_repeat_, 0));
    if (next == forever) return std::nullopt;
    return static_cast<double>(next) * 1e-6;
}

std::optional<double> RunnerCore::time_until_due(EventId event) const {
    if (index(event) >= until_due_.size() || !now_.waits(event)) return std::nullopt;
    return static_cast<double>(until_due_[index(event)]) * 1e-6;
}

std::optional<double> RunnerCore::time_until_load_timeout() const {
    if (now_.depth() == 0 || now_.phase() != Phase::loading || flow_.loading.timeout_ms == 0)
        return std::nullopt;
    return static_cast<double>(limit_of(flow_.loading.timeout_ms) - load_.since) * 1e-6;
}

} // namespace rondix
