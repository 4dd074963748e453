// What is declared, and then moves nothing.
#include "check/wiring/slips.hpp"
#include "reading/style_words.hpp"
#include "resolving/actions_of.hpp"

#include <algorithm>
#include <set>
#include <string>

namespace rondix {

namespace {

void find_fixed_flags(const Flow& flow, Findings& findings) {
    std::set<std::string> raised, lowered;
    each_action(flow, [&](const FlowAction& action) {
        for (const FlowAlternative& alternative : action.alternatives)
            for (const FlowStep& step : alternative.steps) {
                const StepChange change = change_by(step.kind);
                if (change == StepChange::raises_flag) raised.insert(step.subject.text);
                if (change == StepChange::lowers_flag) lowered.insert(step.subject.text);
            }
    });
    for (const FlowFlag& flag : flow.flags) {
        if (flag.set_by_game || (flag.first ? lowered : raised).contains(flag.id.text)) continue;
        Finding& finding = add_finding(findings, RuleId::flag_fixed, flag.id.place,
                                       "no step " + std::string(flag.first ? "lowers" : "raises") +
                                           " the flag '" + flag.id.text + "'");
        finding.fix = "add such a step, or 'set-by: game' if the game does it";
    }
}

void find_unanswered_events(const Flow& flow, Findings& findings) {
    for (const FlowEvent& event : flow.events)
        if (event.action.alternatives.empty())
            add_finding(findings, RuleId::event_unanswered, event.id.place,
                        "there is no action for the event '" + event.id.text + "'")
                .fix = "add an action, or remove the event";
}

/// Names that some style, box or other place mentions.
class Mentioned {
  public:
    explicit Mentioned(const Flow& flow) {
        for (const std::string_view name : standard_style_names) styles_.emplace(name);
        for (const Theme& theme : flow.themes)
            for (const FlowStyle& style : theme.styles) look_at(style);
        for (const std::vector<FlowScreen>* screens : {&flow.screens, &flow.parts})
            for (const FlowScreen& screen : *screens) look_at(screen);
    }
    bool has_style(const std::string& name) const { return styles_.contains(name); }
    bool has_word(const std::string& word) const { return words_.contains(word); }

  private:
    void look_at(const FlowStyle& style) {
        if (style.like) styles_.insert(style.like->text);
        for (const auto& lines : style.states)
            for (const FlowStyleLine& line : lines)
                for (const Name& word : line.words) words_.insert(word.text);
    }
    void look_at(const std::optional<FlowStyleUse>& use) {
        if (use) look_at(use->style);
    }
    void look_at(const FlowBox& box) { look_at(box.style); }
    void look_at(const FlowScreen& screen) {
        look_at(screen.looks.ground);
        if (screen.looks.heading) look_at(*screen.looks.heading);
        if (screen.looks.layout) look_at(screen.looks.layout->box);
        for (const FlowGroup& group : screen.looks.groups) look_at(group.box);
        for (const FlowControl& control : screen.controls) {
            look_at(control.box);
            for (const FlowPiece& piece : control.pieces) look_at(piece.box);
            if (control.row) look_at(control.row->style);
            if (control.row)
                for (const FlowPiece& piece : control.row->pieces) look_at(piece.box);
        }
    }

    std::set<std::string> styles_, words_;
};

/// Of the flow's own themes; what the built-in one has is there for whoever likes it.
void find_unused_looks(const Flow& flow, Findings& findings) {
    const bool is_plain =
        std::all_of(flow.themes.begin() + 1, flow.themes.end(),
                    [](const Theme& theme) { return theme.styles.empty() && theme.cues.empty(); });
    if (is_plain) return; // to gather what is mentioned costs more than that
    const Mentioned mentioned(flow);
    for (std::size_t i = 1; i < flow.themes.size(); ++i) {
        const Theme& built_in = flow.themes.front();
        for (const FlowStyle& style : flow.themes[i].styles) {
            const bool known =
                std::any_of(built_in.styles.begin(), built_in.styles.end(),
                            [&](const FlowStyle& other) { return other.id.text == style.id.text; });
            if (!known && !mentioned.has_style(style.id.text))
                add_finding(findings, RuleId::style_unused, style.id.place,
                            "no control has the style '" + style.id.text + "'")
                    .fix = "remove it, or use it: 'style: " + style.id.text + "'";
        }
        for (const auto& [cue, file] : flow.themes[i].cues)
            if (!mentioned.has_word(cue.text))
                add_finding(findings, RuleId::cue_unused, cue.place,
                            "no style plays the cue '" + cue.text + "'")
                    .fix = "remove it, or play it in a style: 'cue: " + cue.text + "'";
    }
}

} // namespace

void find_unused(const FlowFile& file, Budget& budget, Findings& findings) {
    budget.look("what is unused", 0, 1);
    find_fixed_flags(file.flow, findings);
    find_unanswered_events(file.flow, findings);
    find_unused_looks(file.flow, findings);
}

} // namespace rondix
