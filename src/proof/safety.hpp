// Safety: of screens to which more flags matter than can be told apart one by one, those on which
// nobody is lost, with all flags that anything asks for as sets.
#pragma once

#include "proof/proof.hpp"
#include "proof/symbolic_forcing.hpp"
#include "proof/symbolic_hopeless.hpp"

#include <array>
#include <optional>

namespace rondix {

class Safety {
  public:
    /// What `proof` knows to be lost is told there, and no reason to call other screens lost.
    Safety(const CompiledFlow& flow, const Proof& proof, Witnesses& witnesses, Budget& budget)
        : flow_(flow)
        , proof_(proof)
        , witnesses_(witnesses)
        , budget_(budget) {}

    /// Nobody is stuck there, waits for ever, or cannot leave the game. False: somebody may.
    bool nobody_is_lost_on(ScreenId screen);
    /// How many flags that took.
    std::size_t flags() { return reach_ ? reach_->rules().heads.tracked().size() : 0; }

    enum Question : std::uint8_t { stuck, endless, captive };
    /// Moves to a menu state of the screen from which there is no hope, or that does not seem to be
    /// won and of which `is_lost` says that it is; nothing: none was found. Where all is lost
    /// before they are there, up to that.
    std::optional<Witness> way_to_lost(Question question, ScreenId screen,
                                       const std::function<bool(const MenuState&)>& is_lost);

  private:
    using Goals = std::vector<Diagrams::Id>;
    void ask();
    void ask_all();
    void ask(Question question, const Goals& goals);
    Witness up_to_lost(Question question, const Witness& whole) const;
    std::optional<Witness> way_to(FrameId frame, Diagrams::Id set,
                                  const std::function<bool(const MenuState&)>& is_good);
    std::vector<FlagId> flags_to_follow() const;
    static void add(FlagId flag, bool matters, std::vector<FlagId>& flags);
    template <class Each>
    void each_asked(bool by_what_leads_there, Each each) const;
    bool silence_matters() const;
    Goals goals(bool play, std::initializer_list<const HeadSet*> told);

    const CompiledFlow& flow_;
    const Proof& proof_;
    Witnesses& witnesses_;
    Budget& budget_;
    bool is_asked_ = false, is_known_ = false;
    SymbolicReach* reach_ = nullptr;
    std::array<std::optional<SymbolicForcing>, 3> games_; // of each question that matters
    std::array<Goals, 3> hopeless_;                       // of each frame
};

} // namespace rondix
