// What stands in actions and conditions, as rows: steps, alternatives, tests, and what they name
// that is no row of its own in the file: the flags of lists and settings, pages, questions.
#pragma once

#include "compiling/compile.hpp"
#include "resolving/directory.hpp"
#include "resolving/scene_order.hpp"

#include <memory>
#include <unordered_map>

namespace rondix {

class ActionCompiler {
  public:
    ActionCompiler(const Flow& flow, Compiled& result);

    TextRef text(std::string_view piece);
    /// Texts that stand side by side in the table of words.
    IndexRange words(const std::vector<Name>& names);
    KeyId key(std::string_view name) { return KeyId(interned(name, out_.keys, keys_)); }
    FlagId add_flag(Flag row, SourceRange place);

    ActionId action(const FlowAction& from);
    ConditionId condition(const Condition& from);
    /// Holds while the flag is raised and the condition, the newest one, holds.
    ConditionId both(FlagId flag, ConditionId condition);

    /// The screen, and the request, whose actions come next; what they name is looked up there
    /// first.
    void begin(const FlowScreen* own, RequestId request = no_request);

    const SceneOrder& order() const { return order_; }
    PagesId pages_of(const FlowControl& control) const { return pages_.at(&control); }
    FlagId rows_of(const FlowControl& list) const { return rows_.at(&list); }

    /// A question that an alternative asks, and where the alternative stands.
    struct Question {
        const FlowAlternative* from;
        std::size_t alternative;
        const FlowScreen* own;
        RequestId request; // whose answer it stands at
    };
    /// Grows while actions are compiled.
    const std::vector<Question>& questions() const { return questions_; }

    /// When all conditions are known: the values of settings at which their answers change.
    void finish_settings();

  private:
    std::uint32_t interned(std::string_view piece, Table<TextRef>& table,
                           std::unordered_map<std::string, std::uint32_t>& known);
    void find_lists_and_pages();
    void add_step(const FlowStep& from);
    void set_turn(const FlowStep& from, Step& row);
    ConditionId chain(const Condition& from, ConditionId yes, ConditionId no,
                      std::vector<ConditionTest>& made);
    FlagId flag_of(const Condition& from);
    FlagId of_scene(const Condition& from);
    FlagId asked(const Condition& from);

    const Flow& flow_;
    const Directory names_;
    const SceneOrder order_;
    Compiled& result_;
    CompiledFlow& out_;
    const FlowScreen* own_ = nullptr;
    RequestId request_ = no_request;
    std::vector<Question> questions_;
    std::vector<std::unique_ptr<FlowAlternative>> kept_; // of the questions
    std::unordered_map<const FlowControl*, FlagId> rows_;
    std::unordered_map<const FlowControl*, PagesId> pages_;
    std::vector<std::vector<SettingAsk>> asks_; // of each setting
    std::unordered_map<std::string, std::uint32_t> keys_, words_;
    std::unordered_map<std::string, FlagId> of_scene_; // by its text
};

} // namespace rondix
