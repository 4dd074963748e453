#include "server/leading.hpp"

namespace rondix::server {

namespace {

std::string called(std::string_view what, const Name& name) {
    return "the " + std::string(what) + " `" + name.text + "`";
}

} // namespace

Leading::Leading(const Flow& flow) {
    name(flow.start, "the start");
    for (const FlowStart& start : flow.starts) name(start.with, "the start");
    if (flow.loading.screen) name(*flow.loading.screen, "loads");
    if (flow.loading.failed) name(*flow.loading.failed, "loads that fail");
    for (const FlowScene& scene : flow.scenes) name(scene.root, called("scene", scene.id));
    for (const FlowEvent& event : flow.events) action(event.action, called("event", event.id));
    for (const FlowRequest& request : flow.requests) {
        const std::string from = called("request", request.id);
        if (request.screen) name(*request.screen, from);
        if (request.done) action(*request.done, from);
        if (request.failed) action(*request.failed, from);
    }
    for (const FlowScreen& one : flow.screens) screen(one);
}

void Leading::screen(const FlowScreen& one) {
    const std::string on = one.id.text;
    for (const FlowControl& control : one.controls)
        if (control.press) action(*control.press, "`" + on + "." + control.id.text + "`");
    if (one.back) action(*one.back, "back on `" + on + "`");
    if (one.menu) action(*one.menu, "menu on `" + on + "`");
    for (const FlowKey& key : one.keys)
        action(key.action, "the key `" + key.key.text + "` on `" + on + "`");
    if (one.moves_on) action(one.moves_on->action, "`" + on + "` after a while");
    if (one.idle) action(one.idle->action, "idling on `" + on + "`");
}

void Leading::action(const FlowAction& action, const std::string& from) {
    for (const FlowAlternative& alternative : action.alternatives)
        for (const FlowStep& step : alternative.steps)
            if (step.kind == StepKind::open || step.kind == StepKind::go ||
                step.kind == StepKind::back_to)
                name(step.subject, from);
}

void Leading::name(const Name& name, const std::string& from) {
    if (!name.text.empty()) to_[name.text].push_back({name.place, from});
}

const std::vector<Lead>& Leading::to(std::string_view screen) const {
    static const std::vector<Lead> none;
    const auto found = to_.find(screen);
    return found == to_.end() ? none : found->second;
}

} // namespace rondix::server
