#include "run/motion.hpp"

#include <algorithm>

namespace rondix {

float eased(Ease ease, float share) {
    const float left = 1 - share;
    switch (ease) {
    case Ease::in: return share * share * share;
    case Ease::out: return 1 - left * left * left;
    case Ease::both: return share * share * (3 - 2 * share);
    case Ease::even: break;
    }
    return share;
}

Look blend(const std::array<Look, look_state_count>& looks, const Shares& shares) {
    for (std::size_t i = 0; i < shares.size(); ++i)
        if (shares[i] == 1) return looks[i];
    Look mixed;
    for (const auto number : look_numbers) {
        float sum = 0;
        for (std::size_t i = 0; i < shares.size(); ++i) sum += shares[i] * (looks[i].*number);
        mixed.*number = sum;
    }
    for (const auto member : look_colours) {
        Colour sum{0, 0, 0, 0};
        for (std::size_t i = 0; i < shares.size(); ++i) {
            const Colour& colour = looks[i].*member;
            const float light = shares[i] * colour.opacity;
            sum.red += light * colour.red;
            sum.green += light * colour.green;
            sum.blue += light * colour.blue;
            sum.opacity += light;
        }
        if (sum.opacity > 0) {
            sum.red /= sum.opacity;
            sum.green /= sum.opacity;
            sum.blue /= sum.opacity;
        }
        mixed.*member = sum;
    }
    return mixed;
}

namespace {

Shares only(LookState state) {
    Shares shares{};
    shares[static_cast<std::size_t>(state)] = 1;
    return shares;
}

/// The share of a whole change that this time is; all of it where a change takes no time.
float part_of_change(float seconds, Transition time) {
    return time.ms == 0 ? 1 : seconds * 1000 / static_cast<float>(time.ms);
}

} // namespace

// --- a control's state

void StateChange::set(LookState state) {
    from_ = only(state);
    source_ = target_ = state;
    pure_ = true;
    back_ = false;
    share_ = 1;
}

bool StateChange::turn_to(LookState state, Transition time) {
    if (state == target()) return false;
    if (moving() && pure_ && state == (back_ ? target_ : source_)) {
        back_ = !back_;
        return true;
    }
    const bool from_one_state = !moving();
    from_ = shares();
    source_ = target_;
    pure_ = from_one_state;
    target_ = state;
    back_ = false;
    share_ = 0;
    time_ = time;
    return true;
}

void StateChange::advance(float seconds) {
    if (!moving()) return;
    const float part = part_of_change(seconds, time_);
    share_ += back_ ? -part : part;
    if (back_ ? share_ <= 0 : share_ >= 1) set(target());
}

Shares StateChange::shares() const {
    const float done = eased(time_.ease, share_);
    Shares shares = from_;
    for (float& share : shares) share *= 1 - done;
    shares[static_cast<std::size_t>(target_)] += done;
    return shares;
}

// --- a screen's presence

void ScreenAnimation::set(bool there) {
    entering_ = there;
    share_ = there ? 1 : 0;
}

bool ScreenAnimation::enter(const ScreenTransition& screen_transition) {
    if (entering_) return false;
    entering_ = true;
    if (share_ > 0) return false; // it turns back midway, the way it was going
    screen_transition_ = screen_transition;
    out_curve_ = false;
    if (screen_transition.time.ms == 0) share_ = 1;
    return true;
}

void ScreenAnimation::leave(const ScreenTransition& screen_transition) {
    if (!entering_) return;
    entering_ = false;
    if (share_ < 1) return;
    screen_transition_ = screen_transition;
    out_curve_ = true;
    if (screen_transition.time.ms == 0) share_ = 0;
}

void ScreenAnimation::advance(float seconds) {
    if (!moving()) return;
    const float part = part_of_change(seconds, screen_transition_.time);
    share_ = std::clamp(share_ + (entering_ ? part : -part), 0.0F, 1.0F);
}

float ScreenAnimation::amount() const {
    const Ease ease = screen_transition_.time.ease;
    return out_curve_ ? 1 - eased(ease, 1 - share_) : eased(ease, share_);
}

} // namespace rondix
