// Conditions that hold always, or never, whatever their flags, settings and lists are.
//
// All of what a condition asks is tried, each setting by its values: a setting cannot be above 50
// and below 20 at once. Conditions that ask too much for that are left alone.
#include "check/wiring/slips.hpp"
#include "reading/setting_values.hpp"
#include "resolving/actions_of.hpp"
#include "resolving/scene_order.hpp"

#include <algorithm>
#include <map>
#include <string>
#include <unordered_map>
#include <vector>

namespace rondix {

namespace {

constexpr std::size_t max_cases = 1 << 16;

using Settings = std::unordered_map<std::string, const FlowSetting*>;

/// Some conditions, and all that they ask: flags, settings and lists, each by the values at which
/// an answer changes.
class Asked {
  public:
    Asked(const SceneOrder& order, const Settings& settings, Budget& budget)
        : order_(order)
        , settings_(settings)
        , budget_(budget) {}

    /// To be kept where it is for as long as this is asked.
    void add(const Condition& condition) {
        if (!condition.parts.empty()) {
            for (const Condition& part : condition.parts) add(part);
            return;
        }
        const bool is_list = condition.kind == Condition::Kind::has_rows;
        const bool of_scene = condition.kind == Condition::Kind::scene_is ||
                              condition.kind == Condition::Kind::scene_has;
        const auto setting =
            is_list || of_scene ? settings_.end() : settings_.find(condition.subject.text);
        Leaf& leaf = leaves_[&condition];
        std::size_t count = 2;
        if (of_scene) {
            leaf.holds = order_.asked(condition);
            count = order_.scenes() + 1; // the last: there is none
        } else if (setting != settings_.end()) {
            leaf.holds = asked_values(*setting->second, condition).value_or(AskedValues{});
            if (setting->second->kind != SettingKind::yes_no)
                count = setting->second->values.size();
        }
        const char what = is_list ? 'l' : of_scene ? 's' : 'f'; // one may be called as another is
        leaf.subject =
            numbers_.try_emplace({what, condition.subject.text}, values_.size()).first->second;
        if (leaf.subject == values_.size()) values_.emplace_back();
        std::vector<std::uint16_t>& values = values_[leaf.subject];
        add_value(values, 0);
        if (leaf.holds.least < count) add_value(values, leaf.holds.least);
        if (leaf.holds.most + 1U < count)
            add_value(values, static_cast<std::uint16_t>(leaf.holds.most + 1));
        if (of_scene) add_value(values, static_cast<std::uint16_t>(count - 1));
    }

    /// Whether `is_so` in one case at least. Where there are too many to try: yes.
    template <class IsSo>
    bool sometimes(IsSo is_so) {
        std::size_t cases = 1;
        for (const auto& values : values_) {
            cases *= values.size();
            if (cases > max_cases) return true;
        }
        now_.resize(values_.size());
        for (std::size_t i = 0; i < cases; ++i) {
            budget_.step("conditions", i, cases);
            std::size_t rest = i;
            for (std::size_t k = 0; k < values_.size(); ++k) {
                now_[k] = values_[k][rest % values_[k].size()];
                rest /= values_[k].size();
            }
            if (is_so()) return true;
        }
        return false;
    }

    /// In the case that is being tried.
    bool holds(const Condition& part) const {
        switch (part.kind) {
        case Condition::Kind::negation: return !holds(part.parts[0]);
        case Condition::Kind::both: return holds(part.parts[0]) && holds(part.parts[1]);
        case Condition::Kind::either: return holds(part.parts[0]) || holds(part.parts[1]);
        case Condition::Kind::flag:
        case Condition::Kind::is:
        case Condition::Kind::above:
        case Condition::Kind::below:
        case Condition::Kind::scene_is:
        case Condition::Kind::scene_has:
        case Condition::Kind::has_rows: break;
        }
        const Leaf& leaf = leaves_.at(&part);
        const std::uint16_t value = now_[leaf.subject];
        return value >= leaf.holds.least && value <= leaf.holds.most;
    }

  private:
    struct Leaf {
        std::size_t subject = 0;
        AskedValues holds{1, 1}; // of a flag or a list: raised, has rows
    };

    static void add_value(std::vector<std::uint16_t>& values, std::uint16_t value) {
        if (std::find(values.begin(), values.end(), value) == values.end()) values.push_back(value);
    }

    const SceneOrder& order_;
    const Settings& settings_;
    Budget& budget_;
    std::unordered_map<const Condition*, Leaf> leaves_;
    std::map<std::pair<char, std::string>, std::size_t> numbers_;
    std::vector<std::vector<std::uint16_t>> values_;
    std::vector<std::uint16_t> now_;
};

/// From its first word to its last.
SourceRange place_of(const Condition& condition) {
    if (condition.parts.empty()) {
        SourceRange place = condition.subject.place;
        if (condition.value.place.known())
            place.end = std::max(place.end, condition.value.place.end);
        return place;
    }
    SourceRange place = place_of(condition.parts.front());
    place.end = std::max(place.end, place_of(condition.parts.back()).end);
    return place;
}

class FixedConditions {
  public:
    FixedConditions(const Flow& flow, Budget& budget, Findings& findings)
        : flow_(flow)
        , order_(flow)
        , budget_(budget)
        , findings_(findings) {
        for (const FlowSetting& setting : flow.settings)
            settings_.emplace(setting.id.text, &setting);
    }

    void find() {
        for (const FlowScreen& screen : flow_.screens) {
            for (const FlowControl& control : screen.controls)
                if (control.when) look_at(*control.when);
            if (screen.closes_when) look_at(*screen.closes_when);
        }
        each_action(flow_, [&](const FlowAction& action) { look_at(action); });
        for (const FlowStart& start : flow_.starts)
            if (start.when) look_at(*start.when);
    }

  private:
    void look_at(const Condition& condition) {
        budget_.look("conditions", 0, 1);
        Asked asked(order_, settings_, budget_);
        asked.add(condition);
        const bool holds = asked.sometimes([&] { return asked.holds(condition); });
        const bool fails = asked.sometimes([&] { return !asked.holds(condition); });
        if (holds && fails) return;
        add_finding(findings_, RuleId::fixed_condition, place_of(condition),
                    holds ? "this condition is always true" : "this condition is never true")
            .fix = "change the condition, or remove it";
    }

    /// Of alternatives also whether those before leave anything to a later one.
    void look_at(const FlowAction& action) {
        Asked asked(order_, settings_, budget_);
        std::vector<const Condition*> before; // what has to fail
        for (const FlowAlternative& alternative : action.alternatives) {
            if (!alternative.when) {
                if (&alternative != &action.alternatives.back()) tell_unreached((&alternative)[1]);
                return;
            }
            const Condition& when = *alternative.when;
            look_at(when);
            asked.add(when);
            const auto is_asked = [&] {
                return std::none_of(before.begin(), before.end(),
                                    [&](const Condition* one) { return asked.holds(*one); });
            };
            // One that never holds has been told.
            if (!before.empty() &&
                !asked.sometimes([&] { return asked.holds(when) && is_asked(); }) &&
                asked.sometimes([&] { return asked.holds(when); }))
                add_finding(
                    findings_, RuleId::fixed_condition, place_of(when),
                    "this alternative is never taken: whenever its condition is true, that of an "
                    "earlier one is")
                    .fix = "move it before the others, or remove it";
            before.push_back(&when);
        }
    }

    /// What stands after one that needs no condition.
    void tell_unreached(const FlowAlternative& alternative) {
        const SourceRange place = alternative.when            ? place_of(*alternative.when)
                                  : alternative.steps.empty() ? SourceRange{}
                                                              : alternative.steps.front().place;
        add_finding(findings_, RuleId::fixed_condition, place,
                    "this alternative is never taken: the one before it has no condition")
            .fix = "move it before the one without a condition, or remove it";
    }

    const Flow& flow_;
    const SceneOrder order_;
    Budget& budget_;
    Findings& findings_;
    Settings settings_;
};

} // namespace

void find_fixed_conditions(const FlowFile& file, Budget& budget, Findings& findings) {
    FixedConditions(file.flow, budget, findings).find();
}

} // namespace rondix
