#include "reference/naive.hpp"

#include <algorithm>
#include <deque>

namespace naive {

using namespace rondix;

namespace {

FlowControl plain_button(const char* name, StepKind kind) {
    FlowControl control;
    control.kind = ControlKind::button;
    control.id.text = name;
    control.press = FlowAction{{}, {{std::nullopt, {{kind, {}, {}}}}}};
    return control;
}

} // namespace

Reference::Page Reference::screen(const std::string& name) const {
    Page page;
    for (const FlowScreen& from : flow_.screens) {
        if (from.id.text != name) continue;
        page.play = from.play.value_or(false);
        page.pauses = from.pauses.value_or(true);
        page.back = from.back;
        page.menu = from.menu;
        page.controls = from.controls;
        for (const FlowKey& key : from.keys) {
            if (key.key.text == "any")
                page.any = key.action;
            else
                page.keys.push_back(key);
        }
        return page;
    }
    page.back = FlowAction{}; // built in: a loading screen, or one that says that a load failed
    if (name == "built-in/load-failed") {
        page.controls = {plain_button("retry", StepKind::retry),
                         plain_button("home", StepKind::home)};
        if (flow_.can_quit) page.controls.push_back(plain_button("quit", StepKind::quit));
    }
    return page;
}

Plain Reference::start() const {
    Plain plain;
    for (const FlowFlag& flag : flow_.flags)
        if (flag.first) plain.raised.insert(flag.id.text);
    home(plain);
    return plain;
}

void Reference::load(const std::string& scene, Plain& plain) const {
    plain.scene = scene;
    plain.phase = "loading";
    plain.waiting.clear();
    plain.stack = {flow_.loading.screen ? flow_.loading.screen->text : "built-in/loading"};
}

void Reference::home(Plain& plain) const {
    for (const FlowScene& scene : flow_.scenes)
        if (scene.id.text == flow_.starts_with.text) return load(scene.id.text, plain);
    plain.scene.clear();
    plain.phase = "none";
    plain.waiting.clear();
    plain.stack = {flow_.starts_with.text};
}

void Reference::back_to(const std::string& name, Plain& plain) const {
    while (plain.stack.size() > 1 && plain.stack.back() != name) plain.stack.pop_back();
}

bool Reference::holds(const Condition& condition, const Plain& plain) const {
    switch (condition.kind) {
    case Condition::Kind::flag: return plain.raised.contains(condition.flag.text);
    case Condition::Kind::negation: return !holds(condition.parts[0], plain);
    case Condition::Kind::both:
        return holds(condition.parts[0], plain) && holds(condition.parts[1], plain);
    case Condition::Kind::either:
        return holds(condition.parts[0], plain) || holds(condition.parts[1], plain);
    }
    return false;
}

bool Reference::runs(const Plain& plain) const {
    if (!screen(plain.stack[0]).play) return false;
    for (std::size_t i = 1; i < plain.stack.size(); ++i)
        if (screen(plain.stack[i]).pauses) return false;
    return true;
}

bool Reference::allowed(During during, const Plain& plain) const {
    if (during == During::play) return runs(plain);
    if (during == During::menu) return !runs(plain);
    return true;
}

bool Reference::usable(const FlowControl& control, const Plain& plain) const {
    return control.kind == ControlKind::button && (!control.when || holds(*control.when, plain));
}

void Reference::act(const FlowAction& action, Step& step) const {
    for (const FlowAlternative& alternative : action.alternatives) {
        if (alternative.when && !holds(*alternative.when, step.next)) continue;
        step.answered = true;
        for (const FlowStep& one : alternative.steps) {
            Plain& now = step.next;
            const std::string& name = one.subject.text;
            const bool open = std::count(now.stack.begin(), now.stack.end(), name) > 0;
            const Plain before = now;
            step.last = one.place.begin;
            step.works = true;
            switch (one.kind) {
            case StepKind::open:
                step.reopens = open;
                if (open)
                    back_to(name, now);
                else
                    now.stack.push_back(name);
                break;
            case StepKind::go:
                step.reopens = open;
                if (open) {
                    back_to(name, now);
                    break;
                }
                // Bound to the bottom: a play screen, and the loading screen of a load on its way.
                if (now.stack.size() > 1 || (!in_play(now) && now.phase != "loading"))
                    now.stack.pop_back();
                now.stack.push_back(name);
                break;
            case StepKind::back:
                if (now.stack.size() > 1) now.stack.pop_back();
                step.works = now != before;
                break;
            case StepKind::back_to:
                back_to(name, now);
                step.works = open;
                break;
            case StepKind::resume:
                if (screen(now.stack[0]).play) now.stack.resize(1);
                step.works = now != before;
                break;
            case StepKind::load:
                load(name, now);
                step.resets = true;
                break;
            case StepKind::retry:
                step.works = step.resets = !now.scene.empty();
                if (!now.scene.empty()) load(std::string(now.scene), now);
                break;
            case StepKind::home:
                home(now);
                step.resets = true;
                break;
            case StepKind::quit: step.quits = true; break;
            case StepKind::raise: now.raised.insert(name); break;
            case StepKind::lower: now.raised.erase(name); break;
            case StepKind::tell:
            case StepKind::todo: break;
            }
        }
        return;
    }
}

std::vector<Step> Reference::steps(const Plain& plain) const {
    std::vector<Step> all;
    const auto begin = [&](std::string text, bool players) -> Step& {
        return all.emplace_back(Step{std::move(text), plain, false, false, false, players});
    };
    const Page page = screen(plain.stack.back());
    for (const FlowControl& control : page.controls)
        if (usable(control, plain) && control.press)
            act(*control.press, begin("press " + control.id.text, true));
    Step& back = begin("back", true);
    if (page.back)
        act(*page.back, back);
    else if (page.any)
        act(*page.any, back);
    else if (plain.stack.size() > 1) {
        back.next.stack.pop_back();
        back.answered = true;
    }
    Step& menu = begin("menu", true);
    if (page.menu)
        act(*page.menu, menu);
    else if (page.any)
        act(*page.any, menu);
    for (const FlowKey& key : page.keys) act(key.action, begin("key " + key.key.text, true));
    if (page.any) act(*page.any, begin("any key", true));

    if (plain.phase == "loading") {
        Step& good = begin("loaded", false);
        good.answered = true;
        good.next.phase = "loaded";
        for (const FlowScene& scene : flow_.scenes)
            if (scene.id.text == plain.scene) good.next.stack = {scene.root.text};
        Step bad{"load fails", plain, true};
        bad.next.phase = "failed";
        bad.next.stack = {flow_.loading.failed ? flow_.loading.failed->text
                                               : "built-in/load-failed"};
        all.push_back(bad);
        bad.text = "load given up";
        if (flow_.loading.give_up_ms > 0) all.push_back(bad);
    }
    for (const FlowEvent& event : flow_.events) {
        if (!allowed(event.during, plain)) continue;
        const std::string& name = event.id.text;
        Step& report = begin("event " + name, false);
        if (event.after_ms == 0)
            act(event.action, report);
        else
            report.answered = report.next.waiting.insert(name).second;
        if (!plain.waiting.contains(name)) continue;
        Step& due = begin("due " + name, false);
        due.next.waiting.erase(name);
        act(event.action, due);
        due.answered = true;
    }
    for (const FlowFlag& flag : flow_.flags) {
        if (!flag.set_by_game) continue;
        const bool raised = plain.raised.contains(flag.id.text);
        Step& change = begin((raised ? "game lowers " : "game raises ") + flag.id.text, false);
        change.answered = true;
        if (raised)
            change.next.raised.erase(flag.id.text);
        else
            change.next.raised.insert(flag.id.text);
    }
    return all;
}

std::optional<std::map<Plain, Known>> Reference::list(std::size_t most) const {
    std::map<Plain, Known> all;
    std::deque<Plain> open{start()};
    all[open.front()] = {};
    while (!open.empty()) {
        const Plain plain = open.front();
        open.pop_front();
        Known& known = all[plain];
        for (const Step& step : steps(plain))
            if (step.answered) known.steps.push_back(step);
        const std::size_t far = known.distance + 1;
        for (const Step& step : known.steps)
            if (all.try_emplace(step.next, Known{far, never, never, false, {}}).second)
                open.push_back(step.next);
        if (all.size() > most) return std::nullopt;
    }
    measure(all);
    return all;
}

/// Distances to the goals, by asking every situation again and again until nothing changes.
void Reference::measure(std::map<Plain, Known>& all) const {
    const auto settle = [&](std::size_t Known::*distance, auto counts) {
        for (bool changed = true; changed;) {
            changed = false;
            for (auto& [plain, known] : all)
                for (const Step& step : known.steps) {
                    if (!counts(step)) continue;
                    const std::size_t there = step.quits ? 0 : all.at(step.next).*distance;
                    if (there == never || there + 1 >= known.*distance) continue;
                    known.*distance = there + 1;
                    changed = true;
                }
        }
    };
    for (auto& [plain, known] : all)
        if (in_play(plain)) known.way_out = 0;
    settle(&Known::way_out, [](const Step& step) {
        return step.players || step.text == "loaded" || step.text == "load fails";
    });
    for (auto& [plain, known] : all)
        if (known.way_out == never) known.leaving = 0; // a trap is told as one
    settle(&Known::leaving,
           [](const Step& step) { return step.players || step.text == "load fails"; });
    for (auto& [plain, known] : all)
        known.blocked = known.way_out == never && is_blocked(plain, all);
}

namespace {

bool begins_with(const Plain& plain, const Plain& beneath) {
    const std::size_t height = beneath.stack.size() - 1;
    return plain.stack.size() > height &&
           std::equal(plain.stack.begin(), plain.stack.begin() + static_cast<long>(height),
                      beneath.stack.begin());
}

} // namespace

/// Everything that the player can come to while what lies beneath stays as it is.
bool Reference::is_blocked(const Plain& plain, const std::map<Plain, Known>& all) const {
    std::set<Plain> seen{plain};
    std::deque<Plain> open{plain};
    while (!open.empty()) {
        const Plain now = open.front();
        open.pop_front();
        for (const Step& step : all.at(now).steps) {
            if (!step.players && step.text != "loaded" && step.text != "load fails") continue;
            const bool loads = step.resets || !step.players;
            if (loads && all.at(step.next).way_out == never) continue;
            if (loads || !begins_with(step.next, plain)) return false;
            if (seen.insert(step.next).second) open.push_back(step.next);
        }
    }
    return true;
}

std::map<Plain, Presses> Reference::presses(const std::map<Plain, Known>& all) const {
    std::map<Plain, Presses> presses;
    presses[start()].from_start = 0;
    const auto lower = [](std::size_t& least, std::size_t length, std::size_t more, bool& changed) {
        if (length == never || length + more >= least) return;
        least = length + more;
        changed = true;
    };
    for (bool changed = true; changed;) {
        changed = false;
        for (const auto& [plain, known] : all) {
            Presses& here = presses[plain];
            if (in_play(plain)) here.to_play = here.way_out = 0;
            for (const Step& step : known.steps) {
                const std::size_t cost = step.players ? 1 : 0;
                Presses& next = presses[step.next];
                lower(next.from_start, here.from_start, cost, changed);
                if (!step.players && step.text != "loaded" && step.text != "load fails") continue;
                lower(here.to_play, next.to_play, cost, changed);
                lower(here.to_quit, step.quits ? 0 : next.to_quit, cost, changed);
                lower(here.way_out, step.quits ? 0 : next.way_out, cost, changed);
            }
        }
    }
    return presses;
}

bool Reference::can_cancel(const Plain& plain) const {
    std::set<Plain> seen{plain};
    std::deque<Plain> open{plain};
    while (!open.empty()) {
        const Plain now = open.front();
        open.pop_front();
        if (in_play(now)) return true;
        for (const Step& step : steps(now)) {
            if (!step.answered || !step.players) continue;
            if (step.quits) return true;
            if (seen.insert(step.next).second) open.push_back(step.next);
        }
    }
    return false;
}

bool Reference::nothing_usable(const Plain& plain) const {
    for (const FlowControl& control : screen(plain.stack.back()).controls)
        if (usable(control, plain)) return false;
    for (const Step& step : steps(plain))
        if (step.text == "back")
            return !step.quits && !step.resets && step.next.stack == plain.stack;
    return true;
}

bool Reference::back_rests(const Plain& plain) const {
    std::set<Plain> seen;
    Plain now = plain;
    while (now.stack.size() > 1 && now.stack.size() >= plain.stack.size()) {
        const Page page = screen(now.stack.back());
        if (page.back && page.back->alternatives.empty()) return true;
        if (!seen.insert(now).second) return false;
        for (const Step& step : steps(now))
            if (step.text == "back") {
                if (step.quits) return true;
                now = step.next;
                break;
            }
    }
    return true;
}

} // namespace naive
