// The cases of a move: which values of flags its conditions tell apart.
//
// The conditions are read in the order in which apply() reads them, each down both answers of each
// of its tests, as far as the answers matter. A case is what was answered on one way down; no two
// cases overlap, and together they are all values of the flags for which the move could happen.
#pragma once

#include "rondix/runtime/compiled_flow.hpp"

#include <initializer_list>
#include <span>
#include <vector>

namespace rondix {

/// A flag and the value that is asked for, or given.
struct Literal {
    FlagId flag{};
    bool raised = false;
};

using Cube = std::vector<Literal>;

class Cases {
  public:
    /// Of one move no more than `most` are told apart.
    Cases(const CompiledFlow& flow, std::size_t most)
        : flow_(flow)
        , most_(most) {}

    /// What is asked of the scene is known: it is this one from now on.
    void set_scene(SceneId scene) { scene_ = scene; }

    /// Of a move that a control with the condition `when` makes on a screen that closes by itself
    /// when `closes` holds; `actions` are those of which the move does the first that is said.
    /// (It stays until the next is asked about.)
    std::span<const Cube> of_move(ConditionId closes, ConditionId when,
                                  std::initializer_list<ActionId> actions);
    /// Those in which a condition holds.
    std::span<const Cube> in_which(ConditionId when);

    /// The last move asked about has more cases than can be told apart.
    bool overflowed() const { return count_ > most_; }

  private:
    struct Asked {
        ConditionId at = holds;
        std::uint32_t if_holds = 0, if_fails = 0; // what is read next; or one of:
        static constexpr std::uint32_t known = 0xFFFFFFFF, never = 0xFFFFFFFE;
        std::uint32_t after = 0; // which of changed_: what steps before have made of flags
    };

    bool asks_nothing(std::initializer_list<ActionId> actions) const;
    void ask_about_start(std::size_t home, IndexRange steps);
    std::span<const Cube> split();
    void split(ConditionId at, std::uint32_t asked);
    void add_case();

    const CompiledFlow& flow_;
    const std::size_t most_;
    SceneId scene_ = no_scene;
    std::vector<Asked> asked_;  // the conditions; the first is read first
    std::vector<Cube> changed_; // by steps of the same list; the first by none
    std::vector<Cube> cubes_;   // the first count_; the others are kept for their memory
    std::size_t count_ = 0;
    Cube cube_; // the way down to where splitting is
};

} // namespace rondix
