// Combinations: the values of flags and settings that some conditions tell apart. Which of them can
// come about is not asked: what a screen looks like is to be right in every one that its conditions
// allow.
#pragma once

#include "rondix/runtime/compiled_flow.hpp"
#include "rondix/runtime/menu_state.hpp"

#include <optional>
#include <set>
#include <vector>

namespace rondix::looks {

class Combinations {
  public:
    /// More values than this are not combined: then each flag and setting is tried by itself, with
    /// all others lowered and with all others raised.
    static constexpr std::size_t max_tried = 4096;

    /// Of the conditions no two combinations give the same answers.
    Combinations(const CompiledFlow& flow, std::vector<ConditionId> conditions);

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
    void try_out(const Choice& choice);
    void put(const Choice& choice, MenuState& state) const;

    const CompiledFlow& flow_;
    std::vector<ConditionId> conditions_;
    MenuState state_;
    std::vector<Variable> variables_;
    std::set<std::vector<bool>> known_; // answers
    std::vector<Found> found_;
};

} // namespace rondix::looks
