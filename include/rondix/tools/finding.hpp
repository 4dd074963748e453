// Finding: one thing that reading or checking a flow reports. Data, not text: who shows it decides
// how.
//
// Units: lines and columns count from 1, offsets in bytes from 0. Threads: any.
#pragma once

#include "rondix/tools/names.hpp"

#include <cstdint>
#include <string>
#include <string_view>
#include <vector>

namespace rondix {

/// A stretch of a source file, in bytes. Lines and columns are worked out when it is shown.
struct SourceRange {
    static constexpr std::uint16_t nowhere = 0xFFFF;
    std::uint32_t begin = 0;
    std::uint32_t end = 0;
    std::uint16_t file = nowhere;
    bool known() const { return file != nowhere; }
};

/// A stretch of a source file that is to read otherwise; an empty one is a place to put text in.
struct Edit {
    SourceRange place;
    std::string text;
};

enum class Severity : std::uint8_t { error, warning };

/// What kinds of findings there are. Names, severities and meanings stand in one table:
/// slug_table().
enum class RuleId : std::uint8_t {
    // the input cannot be used
    unreadable,
    not_utf8,
    not_yaml,
    too_large,
    too_deep,
    alias_flood,
    not_a_flow,
    // the flow as it is written
    unknown_key,
    wrong_type,
    missing_key,
    bad_name,
    bad_step,
    bad_condition,
    step_order,
    given_twice,
    unknown_name,
    scene_not_listed,
    like_circle,
    nested_scroll,
    play_unbound,
    request_screen,
    empty_press,
    todo,
    scene_unused,
    request_unused,
    part_unused,
    unknown_mention,
    missing_file,
    // how the flow is wired
    says_otherwise,
    value_differs,
    same_press,
    copied_screen,
    machine_name,
    no_title,
    flag_fixed,
    event_unanswered,
    no_default_key,
    cue_unused,
    style_unused,
    fixed_condition,
    // how the flow behaves
    no_goal,
    no_way_out,
    no_quit,
    never_shown,
    never_pressable,
    reopens,
    idle_step,
    nothing_usable,
    restless_back,
    back_elsewhere,
    endless_wait,
    out_of_reach,
    too_quick,
    leaves_unasked,
    // how the flow looks
    off_canvas,
    outside_safe,
    overlap,
    covered,
    small_target,
    text_too_long,
    tight_text,
    low_contrast,
    faint_focus,
    stretched_picture,
    stranded,
    // what the flow allows
    unused_allow,
    unreadable_allow,
    // walkthroughs
    walk_fails,
};

struct RuleRow {
    RuleId rule;
    std::string_view name; ///< as it is printed: `no-way-out`
    Severity severity;
    std::string_view meaning;
    std::string_view why;     ///< it hurts players
    std::string_view example; ///< a file in examples/broken/, or nothing
};

/// One row for each RuleId, in the order of the enum.
const std::vector<RuleRow>& rule_table();
const RuleRow& row_of(RuleId rule);
/// What a finding is about: who finds it, and in which order things are looked at.
enum class Category : std::uint8_t {
    input,     ///< it cannot be used
    flow,      ///< as it is written
    wiring,    ///< what looks like a slip
    behaviour, ///< what the proof finds
    looks,     ///< the findings of check_looks()
    allow,     ///< what the flow allows
    walk,      ///< a walkthrough
};
constexpr Category category_of(RuleId rule) {
    return rule >= RuleId::walk_fails       ? Category::walk
           : rule >= RuleId::unused_allow   ? Category::allow
           : rule >= RuleId::off_canvas     ? Category::looks
           : rule >= RuleId::no_goal        ? Category::behaviour
           : rule >= RuleId::says_otherwise ? Category::wiring
           : rule >= RuleId::unknown_key    ? Category::flow
                                            : Category::input;
}
std::string_view name_of(Category category);

struct Finding {
    struct Also {
        SourceRange place;
        std::string text;
    };
    RuleId rule{};
    SourceRange place;
    std::string text;
    std::vector<Also> also = {};            ///< further places: "screens are declared here"
    std::vector<std::string> how = {};      ///< the moves that lead to it
    bool is_shortest = true;                ///< there are no fewer; else that was not found out
    std::vector<std::string> here = {};     ///< what the player can still do there
    std::vector<std::string> disabled = {}; ///< the buttons that cannot be used there
    std::size_t lost_after = 0; ///< of the moves: so many of them, and the player is lost
                                ///< already; 0: all, or it is not known
    std::string with = {};      ///< the device that the player has, and no other; or
                                ///< empty: it is so with all that the flow lists
    std::vector<std::string> answers = {}; ///< what is answered from there on, each time, that
                                           ///< keeps the player in, a sentence each
    std::vector<std::string> among = {};   ///< the screens that the player then only goes among
    std::vector<std::string> around = {};  ///< the moves once round
    std::string fix = {};                  ///< what to change
    std::string meant = {};                ///< the right name that is nearest to what is said there
    std::vector<std::string> keys = {};    ///< of an unknown key: those that there are
    std::string state = {};                ///< of looks: the state in which it is so, where it is
                                           ///< not that at rest
    std::vector<Edit> edits = {}; ///< the same in the files, where one fix is the likeliest
    bool safe = false;            ///< the edits change nothing that works

    Severity severity() const { return row_of(rule).severity; }
};

using Findings = std::vector<Finding>;

/// Adds a finding and returns it, to be filled in further.
Finding& add_finding(Findings& findings, RuleId rule, SourceRange place, std::string text);
Finding& add_finding(Findings& findings, RuleId rule, SourceRange place, Said said);

/// In the order of the files; what was found twice in one place is told once.
void put_in_order(Findings& findings);

bool has_errors(const Findings& findings);

} // namespace rondix
