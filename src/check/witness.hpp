// Witness: real situations, found by going forward through the core, that show what can happen: a
// screen that is shown, a control that is pressed.
//
// One situation is kept for each frame and each combination of the flags that its own conditions
// ask for (six flags at most; flags of the game need not be told apart, since the game may change
// them as they are needed). So not everything that can happen is seen, but nearly all of it, in
// time that grows with the screens alone. What is not seen here is looked for exactly (trails.hpp).
#pragma once

#include "proof/frames.hpp"
#include "proof/watch.hpp"

namespace rondix {

class Witness {
  public:
    /// By the moves of a player with these devices, of the game and of the clock.
    Witness(const CompiledFlow& flow, Frames& frames, DeviceSet devices, Watch& watch);

    bool shown(ScreenId screen) const { return shown_[index(screen)]; }
    /// The control could be used; and its press was answered.
    bool usable(ControlId control) const { return usable_[index(control)]; }
    bool answered(ControlId control) const { return answered_[index(control)]; }

  private:
    void find_asked(FrameId frame);
    void meet(FrameId frame, const Situation& situation);
    bool leads_on(FrameId frame, const Branch& branch) const;
    void follow(FrameId frame, std::span<const Situation::Word> packed);
    bool can_make(const Branch& branch) const;
    bool can_arrange(const Branch& branch) const;
    bool arrange(FrameId frame, const Branch& branch, std::span<const Situation::Word> packed);
    void take(const Branch& branch);
    void meet_next();

    const CompiledFlow& flow_;
    Frames& frames_;
    const DeviceSet devices_;
    std::vector<std::vector<FlagId>> asked_; // by the conditions of each frame
    std::vector<std::uint64_t> met_;         // for each frame, the combinations that were met
    std::vector<std::pair<FrameId, std::vector<Situation::Word>>> open_;
    std::vector<bool> shown_, usable_, answered_;
    Situation here_, next_;
};

} // namespace rondix
