#include "check/wiring/written.hpp"

namespace rondix {

std::string written(const Condition& condition) {
    const auto part = [&](std::size_t i) { return "(" + written(condition.parts[i]) + ")"; };
    const std::string& subject = condition.subject.text;
    switch (condition.kind) {
    case Condition::Kind::flag: return subject;
    case Condition::Kind::is: return subject + " is " + condition.value.text;
    case Condition::Kind::above: return subject + " above " + condition.value.text;
    case Condition::Kind::below: return subject + " below " + condition.value.text;
    case Condition::Kind::scene_is: return "scene is " + condition.value.text;
    case Condition::Kind::scene_has: return "scene has " + condition.value.text;
    case Condition::Kind::has_rows: return subject + " has rows";
    case Condition::Kind::negation: return "not " + part(0);
    case Condition::Kind::both: return part(0) + " and " + part(1);
    case Condition::Kind::either: return part(0) + " or " + part(1);
    }
    return {};
}

std::string written(const FlowStep& step) {
    std::string text = std::to_string(static_cast<int>(step.kind)) + " " + step.subject.text;
    if (!step.value.text.empty()) text += " " + step.value.text;
    for (const Name& one : step.one_of) text += " " + one.text;
    return text;
}

std::string written(const FlowAction& action) {
    std::string text;
    for (const FlowAlternative& alternative : action.alternatives) {
        if (alternative.when) text += "when " + written(*alternative.when) + ": ";
        if (alternative.ask)
            text += "ask " + alternative.ask->text + " / " + alternative.ask->yes + " / " +
                    alternative.ask->no + ": ";
        for (const FlowStep& step : alternative.steps) text += written(step) + ", ";
        text += "; ";
    }
    return text;
}

} // namespace rondix
