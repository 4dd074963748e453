// Combinations: the values of flags and settings that some conditions tell apart. Which of them can
// come about is not asked: what a screen looks like is to be right in every one that its conditions
// allow.
#pragma once

#include "proof/budget.hpp"
#include "rondix/runtime/compiled_flow.hpp"
#include "rondix/runtime/menu_state.hpp"

#include <optional>
#include <set>
#include <vector>

namespace rondix::looks {

/// Those by which controls of a screen are shown or not.
std::vector<ConditionId> conditions_that_hide(const CompiledFlow& flow, ScreenId screen);

class Combinations {
  public:
    /// Of the conditions no two combinations give the same answers. More than `max_tried` values
    /// are not combined: then each flag and setting is tried by itself, and each two of them where
    /// they are few, with all others lowered and with all others raised. Throws Stopped where a
    /// limit of `budget` is reached meanwhile.
    Combinations(const CompiledFlow& flow, std::vector<ConditionId> conditions, Budget& budget,
                 std::size_t max_tried);

    std::size_t count() const { return found_.size(); }
    /// Those in which the most conditions hold come first.
    void put(std::size_t number, MenuState& state) const;

  private:
    struct Value {
        FlagId flag{};
        bool raised = false;
    };
    struct Values { // of one flag, or of all that a setting is asked for; or the scene
        std::vector<Value> flags = {};
        std::optional<SceneId> scene = {};
    };
    using Variable = std::vector<Values>;      // which of them it can have
    using Choice = std::vector<std::uint16_t>; // of each variable, one of its values
    struct Found {
        Choice choice;
        std::size_t failing = 0; // of the conditions
    };

    void add_variables();
    void try_all();
    bool count_on(Choice& choice) const;
    void try_each();
    void try_beside(const Choice& base, std::size_t first, bool pairs);
    void try_out(const Choice& choice);
    void put(const Choice& choice, MenuState& state) const;

    const CompiledFlow& flow_;
    std::vector<ConditionId> conditions_;
    Budget& budget_;
    MenuState state_;
    std::vector<Variable> variables_;
    std::set<std::vector<bool>> known_; // answers
    std::vector<Found> found_;
};

} // namespace rondix::looks
