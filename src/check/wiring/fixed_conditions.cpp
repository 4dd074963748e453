// Conditions that hold always, or never, whatever their flags, settings and lists are.
//
// All of what a condition asks is tried, each setting by its values: a setting cannot be above 50
// and below 20 at once. Conditions that ask too much for that are left alone.
#include "check/wiring/slips.hpp"
#include "flow/compiling/actions_of.hpp"
#include "flow/compiling/setting_values.hpp"

#include <algorithm>
#include <map>
#include <string>
#include <vector>

namespace rondix {

namespace {

constexpr std::size_t most_tries = 1 << 16;

class Tried {
  public:
    Tried(const Flow& flow, const Condition& condition)
        : flow_(flow)
        , condition_(condition) {
        gather(condition);
    }

    /// Whether it holds in one case at least, and fails in one.
    struct Answers {
        bool holds = false, fails = false;
    };
    Answers try_all() {
        std::size_t tries = 1;
        for (const auto& [subject, values] : values_) {
            tries *= values.size();
            if (tries > most_tries) return {true, true};
        }
        Answers answers;
        for (std::size_t i = 0; i < tries; ++i) {
            std::size_t rest = i;
            for (const auto& [subject, values] : values_) {
                now_[subject] = values[rest % values.size()];
                rest /= values.size();
            }
            (holds(condition_) ? answers.holds : answers.fails) = true;
        }
        return answers;
    }

  private:
    const FlowSetting* setting(const Name& name) const {
        for (const FlowSetting& one : flow_.settings)
            if (one.id.text == name.text) return &one;
        return nullptr;
    }

    /// Values that stand for all: those at which an answer changes.
    void gather(const Condition& part) {
        for (const Condition& one : part.parts) gather(one);
        if (!part.parts.empty()) return;
        std::vector<std::uint16_t>& values = values_[part.subject.text];
        const FlowSetting* asked = setting(part.subject);
        const bool is_list = part.kind == Condition::Kind::has_rows;
        values.push_back(0);
        if (!asked || is_list) {
            values.push_back(1);
        } else {
            const AskedValues range = asked_values(*asked, part).value_or(AskedValues{});
            values.push_back(range.least);
            const std::size_t count = asked->kind == SettingKind::yes_no ? 2 : asked->values.size();
            if (range.most + 1u < count)
                values.push_back(static_cast<std::uint16_t>(range.most + 1));
        }
        std::sort(values.begin(), values.end());
        values.erase(std::unique(values.begin(), values.end()), values.end());
    }

    bool holds(const Condition& part) {
        switch (part.kind) {
        case Condition::Kind::negation: return !holds(part.parts[0]);
        case Condition::Kind::both: return holds(part.parts[0]) && holds(part.parts[1]);
        case Condition::Kind::either: return holds(part.parts[0]) || holds(part.parts[1]);
        default: break;
        }
        const std::uint16_t value = now_[part.subject.text];
        const FlowSetting* asked = setting(part.subject);
        if (!asked || part.kind == Condition::Kind::has_rows) return value != 0;
        const AskedValues range = asked_values(*asked, part).value_or(AskedValues{});
        return value >= range.least && value <= range.most;
    }

    const Flow& flow_;
    const Condition& condition_;
    std::map<std::string, std::vector<std::uint16_t>> values_;
    std::map<std::string, std::uint16_t> now_;
};

/// From its first word to its last.
Place place_of(const Condition& condition) {
    if (condition.parts.empty()) {
        Place place = condition.subject.place;
        if (condition.value.place.known())
            place.end = std::max(place.end, condition.value.place.end);
        return place;
    }
    Place place = place_of(condition.parts.front());
    place.end = std::max(place.end, place_of(condition.parts.back()).end);
    return place;
}

class FixedConditions {
  public:
    FixedConditions(const Flow& flow, Findings& findings)
        : flow_(flow)
        , findings_(findings) {}

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
        const Tried::Answers answers = Tried(flow_, condition).try_all();
        if (answers.holds && answers.fails) return;
        add(findings_, Slug::fixed_condition, place_of(condition),
            answers.holds ? "this always holds" : "this never holds")
            .mend = "ask for what can be otherwise, or drop the condition";
    }

    /// Of alternatives also whether those before leave anything to a later one.
    void look_at(const FlowAction& action) {
        std::optional<Condition> before; // what has to fail
        for (const FlowAlternative& alternative : action.alternatives) {
            if (!alternative.when) {
                if (&alternative != &action.alternatives.back()) tell_unreached((&alternative)[1]);
                return;
            }
            look_at(*alternative.when);
            if (before && never_after(*before, *alternative.when)) {
                add(findings_, Slug::fixed_condition, place_of(*alternative.when),
                    "this is never asked where it holds: an alternative before it holds then")
                    .mend = "put it before the others, or drop it";
            }
            before = before ? joined(Condition::Kind::either, *before, *alternative.when)
                            : *alternative.when;
        }
    }

    /// What stands after one that needs no condition.
    void tell_unreached(const FlowAlternative& alternative) {
        const Place place = alternative.when            ? place_of(*alternative.when)
                            : alternative.steps.empty() ? Place{}
                                                        : alternative.steps.front().place;
        add(findings_, Slug::fixed_condition, place,
            "this is never asked: the alternative before it needs no condition")
            .mend = "put it before the one without a condition, or drop it";
    }

    bool never_after(const Condition& before, const Condition& condition) const {
        Condition failed;
        failed.kind = Condition::Kind::negation;
        failed.parts.push_back(before);
        const Condition both = joined(Condition::Kind::both, failed, condition);
        return !Tried(flow_, both).try_all().holds && Tried(flow_, condition).try_all().holds;
    }

    static Condition joined(Condition::Kind kind, const Condition& a, const Condition& b) {
        Condition both;
        both.kind = kind;
        both.parts = {a, b};
        return both;
    }

    const Flow& flow_;
    Findings& findings_;
};

} // namespace

void find_fixed_conditions(const FlowFile& file, Findings& findings) {
    FixedConditions(file.flow, findings).find();
}

} // namespace rondix
