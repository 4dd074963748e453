// Motion: changes of look that take time and can be turned back midway.
//
// The idea: what is on its way is a share of time, from 0 to 1, and which way it runs. Turning back
// only turns the way round; the share, and with it the picture, stays where it is. Turning to
// something third begins a new way whose start is the picture as it is. So no turn can make a jump,
// and both follow from how they are kept, not from special cases.
#pragma once

#include "rondix/runtime/look.hpp"

namespace rondix {

/// Colours are blended as light is: what cannot be seen lends no colour.
Look blend(const std::array<Look, look_state_count>& looks, const Shares& shares);

/// From a share of the time (0 to 1) to the share of the change that is done. Rising, 0 at 0 and 1
/// at 1.
float eased(Ease ease, float share);

/// One control on its way between states.
class StateChange {
  public:
    /// At once.
    void set(LookState state);
    /// Over time; does nothing when it is on its way there already. True when that is new.
    bool turn_to(LookState state, Transition time);
    void advance(float seconds);

    Shares shares() const;
    LookState target() const { return back_ ? source_ : target_; }
    bool moving() const { return share_ < 1; }

  private:
    Shares from_{1, 0, 0, 0, 0};
    LookState source_ = LookState::rest; ///< what from_ is, when it is one state alone
    LookState target_ = LookState::rest;
    bool pure_ = true; ///< from_ is one state alone
    bool back_ = false;
    float share_ = 1;
    Transition time_;
};

/// One screen on its way in or out.
class ScreenAnimation {
  public:
    void set(bool there);
    /// True when the screen was not to be seen before.
    bool enter(const ScreenTransition& screen_transition);
    void leave(const ScreenTransition& screen_transition);
    void advance(float seconds);

    bool seen() const { return share_ > 0 || entering_; }
    bool moving() const { return entering_ ? share_ < 1 : share_ > 0; }
    /// How far it is in, from 0 to 1.
    float amount() const;
    const ScreenTransition& screen_transition() const { return screen_transition_; }

  private:
    ScreenTransition screen_transition_;
    bool out_curve_ = false; ///< the transition was begun by leaving
    bool entering_ = false;
    float share_ = 0;
};

} // namespace rondix
