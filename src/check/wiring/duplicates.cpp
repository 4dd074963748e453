// Buttons that do the same, and screens that are copies.
#include "check/wiring/slips.hpp"
#include "check/wiring/written.hpp"

#include <algorithm>
#include <map>
#include <set>
#include <string>
#include <string_view>
#include <unordered_map>
#include <vector>

namespace rondix {

namespace {

bool does_nothing_yet(const FlowAction& action) {
    return std::all_of(action.alternatives.begin(), action.alternatives.end(),
                       [](const FlowAlternative& alternative) {
                           return std::all_of(
                               alternative.steps.begin(), alternative.steps.end(),
                               [](const FlowStep& step) { return step.kind == StepKind::todo; });
                       });
}

bool leads_somewhere(const FlowAction& action) {
    return std::any_of(action.alternatives.begin(), action.alternatives.end(),
                       [](const FlowAlternative& alternative) {
                           return std::any_of(alternative.steps.begin(), alternative.steps.end(),
                                              [](const FlowStep& step) {
                                                  return step.kind == StepKind::open ||
                                                         step.kind == StepKind::go;
                                              });
                       });
}

class Duplicates {
  public:
    Duplicates(const FlowFile& file, Budget& budget, Findings& findings)
        : file_(file)
        , flow_(file.flow)
        , budget_(budget)
        , findings_(findings) {
        const CompiledFlow& compiled = *file.compiled;
        for (std::size_t i = 0; i < compiled.screens.size(); ++i)
            numbers_.emplace(compiled.text(compiled.screens[i].id), ScreenId(i));
    }

    void find() {
        std::size_t done = 0;
        for (const FlowScreen& screen : flow_.screens) {
            budget_.look("buttons that are alike", done++, flow_.screens.size());
            find_buttons(screen);
        }
        find_screens();
    }

  private:
    /// What has to be the same for two buttons to be at hand at once and do the same.
    std::string signature(const FlowScreen& screen, const FlowControl& control) const {
        const CompiledFlow& flow = *file_.compiled;
        const Control& row = flow[flow.control(numbers_.at(screen.id.text), control.id.text)];
        return std::to_string(index(row.pages)) + " " + std::to_string(row.page) + " " +
               (control.when ? written(*control.when) : "") + ": " + written(*control.press);
    }

    void find_buttons(const FlowScreen& screen) {
        std::map<std::string, const FlowControl*> known;
        for (const FlowControl& control : screen.controls) {
            if (control.kind != ControlKind::button || !control.press) continue;
            if (does_nothing_yet(*control.press)) continue;
            const auto [first, is_new] = known.emplace(signature(screen, control), &control);
            if (is_new) continue;
            const FlowControl& other = *first->second;
            Finding& finding =
                add_finding(findings_, RuleId::same_press, control.press->place,
                            "'" + control.id.text + "' does the same as '" + other.id.text + "'");
            finding.also.push_back({other.press->place, "'" + other.id.text + "' is here"});
            finding.fix = "give it an action of its own, or remove it";
        }
    }

    /// What a copy has in common with what it was copied from: its buttons, and where they lead.
    std::string links(const FlowScreen& screen) const {
        std::string text;
        std::size_t buttons = 0;
        bool leads = false;
        for (const FlowControl& control : screen.controls) {
            if (!is_usable_kind(control.kind)) continue;
            ++buttons;
            text += control.id.text + ": ";
            if (control.setting) text += control.setting->text;
            if (control.press) {
                text += written(*control.press);
                leads = leads || leads_somewhere(*control.press);
            }
            text += "\n";
        }
        return buttons >= 2 && leads ? text : "";
    }

    /// Where what both have stands once in the file, it was meant so.
    static bool share(const FlowScreen& a, const FlowScreen& b) {
        std::set<std::pair<std::uint32_t, std::uint32_t>> places;
        for (const FlowControl& one : a.controls)
            if (one.id.place.known()) places.emplace(one.id.place.file, one.id.place.begin);
        return std::any_of(b.controls.begin(), b.controls.end(), [&](const FlowControl& other) {
            return places.contains({other.id.place.file, other.id.place.begin});
        });
    }

    void find_screens() {
        std::map<std::string, std::vector<const FlowScreen*>> known;
        std::size_t done = 0;
        for (const FlowScreen& screen : flow_.screens) {
            budget_.look("screens that are alike", done++, flow_.screens.size());
            const std::string text = links(screen);
            if (text.empty()) continue;
            std::vector<const FlowScreen*>& alike = known[text];
            alike.push_back(&screen);
            if (alike.size() == 1 || share(*alike.front(), screen)) continue;
            const std::string& other = alike.front()->id.text;
            Finding& finding = add_finding(findings_, RuleId::copied_screen, screen.id.place,
                                           "'" + screen.id.text + "' has the same buttons as '" +
                                               other + "', and they all lead to the same screens");
            finding.also.push_back({alike.front()->id.place, "'" + other + "' is here"});
            finding.fix =
                "change where its buttons lead; if they are to be the same, write 'extends: " +
                other + "'";
        }
    }

    const FlowFile& file_;
    const Flow& flow_;
    Budget& budget_;
    Findings& findings_;
    std::unordered_map<std::string_view, ScreenId> numbers_; // by name
};

} // namespace

void find_duplicates(const FlowFile& file, Budget& budget, Findings& findings) {
    Duplicates(file, budget, findings).find();
}

} // namespace rondix
