// Heads: what decides how the top of the stack goes on, whatever lies beneath.
//
// A menu is a stack machine: what a move does depends on the current screen and on the rest of the
// situation, hardly ever on what lies beneath. A head is the current screen with everything that
// does matter: whether it is at the bottom, whether a play screen is, whether something beneath it
// pauses, which of the screens beneath could be reopened from here, and the rest (scene, phase,
// flags, waits).
//
// What a move does to a head is asked of the real apply(): a situation is made that stands for all
// those that the head stands for, the move is applied, and the result is compared with what was
// there. The stand-in has screens at its bottom and right beneath the current one that no flow can
// name, so that every way of leaving shows where it goes.
#pragma once

#include "check/circles.hpp"
#include "rondix/apply.hpp"

#include <string>
#include <unordered_map>
#include <vector>

namespace rondix {

using HeadId = std::uint32_t;
using RestId = std::uint32_t; ///< scene, phase, flags and waits, numbered as they are met

/// How the current screen is left for a lower stack.
struct Way {
    static constexpr std::uint16_t one = 0xFFFF;  ///< it closes: the screen beneath is current
    static constexpr std::uint16_t root = 0xFFFE; ///< all close but the bottom
    std::uint16_t to = one;                       ///< else: all close that are above this screen
    RestId rest = 0;                              ///< how things stand then
    friend bool operator==(const Way&, const Way&) = default;
};

struct Head {
    ScreenId screen{};
    bool bottom = false;
    bool over_play = false;           ///< the screen at the bottom is a play screen
    bool halted = false;              ///< over a play screen: some screen beneath this one pauses
    std::vector<ScreenId> reopenable; ///< open beneath, and on this screen's circle; in order
    RestId rest = 0;
};

/// What one move does to a head.
struct Transition {
    enum class Kind : std::uint8_t {
        stays,  ///< another head in the same place of the stack: `head`
        pushes, ///< `head` comes on top; the screen beneath waits, to go on with the rest of a way
        leaves, ///< by `way`
        resets, ///< a new bottom, whatever was there: `head`
    };
    Move move;
    Kind kind{};
    bool quits = false;
    bool reopens = false;
    HeadId head = 0;
    Way way;
};

class Heads {
  public:
    explicit Heads(const CompiledFlow& flow);

    std::size_t size() const { return heads_.size(); }
    const Head& operator[](HeadId id) const { return heads_[id]; }

    HeadId start();
    /// The head of a situation of the flow itself.
    HeadId head_of(const Situation& situation);
    /// The head in the same place as `id`, with another rest: what stands there when a screen above
    /// it was left.
    HeadId resumed(HeadId id, RestId rest);
    /// Whether a way that leads to the place of `id` ends there.
    bool lands_on(HeadId id, Way way) const;

    /// What every move does that is answered there. Worked out once.
    const std::vector<Transition>& transitions(HeadId id);

    bool in_play(HeadId id) const { return flow_[heads_[id].screen].play; }

  private:
    HeadId number_of(Head head);
    RestId rest_of(const Situation& situation);
    void explore(HeadId id);
    void stand_in(const Head& head, Situation& situation) const;
    Transition compare(const Head& head, const Situation& before, const Situation& after);
    Head on_top_of(const Head& head, ScreenId screen, RestId rest) const;
    Head in_place_of(const Head& head, ScreenId screen, RestId rest) const;
    bool pauses(const Head& head) const;

    const CompiledFlow& flow_;
    const Circles circles_;
    CompiledFlow lab_; // the flow with the stand-ins' screens
    ScreenId play_bottom_{}, menu_bottom_{}, halter_{}, beneath_{};
    /// A screen that some `back to` names, and the screens from which it can be opened: beneath
    /// those it is known whether it is open, so only beneath the others may it stand in unasked.
    struct Sought {
        ScreenId screen;
        std::vector<bool> opened_from;
    };
    std::vector<Sought> sought_;
    std::vector<Head> heads_;
    std::vector<std::vector<Transition>> transitions_;
    std::vector<bool> explored_;
    std::unordered_map<std::u16string, HeadId> numbers_;
    std::vector<std::u16string> rests_;
    std::unordered_map<std::u16string, RestId> rest_numbers_;
    std::vector<Move> room_;
    Situation before_, after_;
};

} // namespace rondix
