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
        page.urgent = from.urgent.value_or(false);
        page.closes_when = from.closes_when;
        if (from.moves_on) page.moves_on = from.moves_on->action;
        if (from.idle) page.idle = from.idle->action;
        page.back = from.back;
        page.menu = from.menu;
        page.controls = from.controls;
        page.groups = from.looks.groups;
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
    if (name == "built-in/start") {
        page.moves_on.emplace();
        for (const FlowStart& start : flow_.starts) {
            bool scene = false;
            for (const FlowScene& one : flow_.scenes) scene |= one.id.text == start.with.text;
            page.moves_on->alternatives.push_back(
                {start.when, {{scene ? StepKind::load : StepKind::go, start.with, {}}}, {}});
        }
    }
    return page;
}

Plain Reference::start() const {
    Plain plain;
    for (const FlowFlag& flag : flow_.flags)
        if (flag.first) plain.raised.insert(flag.id.text);
    for (const FlowSetting& setting : flow_.settings) set(setting, setting.first, plain);
    home(plain);
    return plain;
}

void Reference::load(const std::string& scene, Plain& plain) const {
    plain.scene = scene;
    plain.phase = "loading";
    plain.waiting.clear();
    plain.stack = {
        Level{flow_.loading.screen ? flow_.loading.screen->text : "built-in/loading", {}, {}}};
}

void Reference::home(Plain& plain) const {
    for (const FlowScene& scene : flow_.scenes)
        if (scene.id.text == flow_.starts_with.text) return load(scene.id.text, plain);
    plain.scene.clear();
    plain.phase = "none";
    plain.waiting.clear();
    plain.stack = {Level{flow_.starts.empty() ? flow_.starts_with.text : "built-in/start", {}, {}}};
}

void Reference::back_to(const std::string& name, Plain& plain) const {
    while (plain.stack.size() > 1 && plain.top() != name) plain.stack.pop_back();
}

// --- settings: what conditions ask about them, worked out value by value

const FlowSetting* Reference::setting(const std::string& name) const {
    for (const FlowSetting& setting : flow_.settings)
        if (setting.id.text == name) return &setting;
    return nullptr;
}

bool Reference::asked_holds(const Condition& condition, int value) const {
    const FlowSetting& asked = *setting(condition.subject.text);
    const double number = asked.from + asked.by * value;
    switch (condition.kind) {
    case Condition::Kind::is:
        return asked.values[static_cast<std::size_t>(value)].text == condition.value.text;
    case Condition::Kind::above: return number > std::stod(condition.value.text);
    case Condition::Kind::below: return number < std::stod(condition.value.text);
    default: return value == 1;
    }
}

std::string Reference::asked(const Condition& condition) const {
    int least = -1, most = -1;
    const auto count = static_cast<int>(setting(condition.subject.text)->values.size());
    for (int value = 0; value < count; ++value) {
        if (!asked_holds(condition, value)) continue;
        if (least < 0) least = value;
        most = value;
    }
    return condition.subject.text + " " + std::to_string(least) + "-" + std::to_string(most);
}

namespace {

/// Every condition of a flow, whole.
template <class Each>
void each_condition(const Flow& flow, Each each) {
    const auto of_action = [&](const FlowAction& action) {
        for (const FlowAlternative& alternative : action.alternatives)
            if (alternative.when) each(*alternative.when);
    };
    const auto maybe = [&](const std::optional<FlowAction>& action) {
        if (action) of_action(*action);
    };
    for (const FlowStart& start : flow.starts)
        if (start.when) each(*start.when);
    for (const FlowEvent& event : flow.events) of_action(event.action);
    for (const FlowRequest& request : flow.requests) maybe(request.done), maybe(request.failed);
    for (const FlowScreen& screen : flow.screens) {
        maybe(screen.back);
        maybe(screen.menu);
        if (screen.closes_when) each(*screen.closes_when);
        if (screen.moves_on) of_action(screen.moves_on->action);
        if (screen.idle) of_action(screen.idle->action);
        for (const FlowKey& key : screen.keys) of_action(key.action);
        for (const FlowControl& control : screen.controls) {
            if (control.when) each(*control.when);
            maybe(control.press);
        }
    }
}

template <class Each>
void each_part(const Condition& condition, Each each) {
    if (condition.parts.empty()) each(condition);
    for (const Condition& part : condition.parts) each_part(part, each);
}

} // namespace

std::vector<const Condition*> Reference::asks_of(const FlowSetting& asked) const {
    if (!conditions_) {
        conditions_.emplace();
        each_condition(flow_, [&](const Condition& whole) {
            each_part(whole, [&](const Condition& part) {
                if (part.kind != Condition::Kind::has_rows && setting(part.subject.text))
                    conditions_->push_back(&part);
            });
        });
    }
    std::vector<const Condition*> asks;
    for (const Condition* condition : *conditions_)
        if (condition->subject.text == asked.id.text) asks.push_back(condition);
    return asks;
}

void Reference::set(const FlowSetting& setting, int value, Plain& plain) const {
    for (const Condition* condition : asks_of(setting)) {
        if (asked_holds(*condition, value))
            plain.raised.insert(asked(*condition));
        else
            plain.raised.erase(asked(*condition));
    }
}

/// The values at which some answer changes, and the first.
std::vector<int> Reference::turns_of(const FlowSetting& setting) const {
    std::vector<int> turns{0};
    for (int value = 1; value < static_cast<int>(setting.values.size()); ++value)
        for (const Condition* condition : asks_of(setting))
            if (asked_holds(*condition, value) != asked_holds(*condition, value - 1)) {
                turns.push_back(value);
                break;
            }
    return turns;
}

bool Reference::holds(const Condition& condition, const Plain& plain) const {
    switch (condition.kind) {
    case Condition::Kind::negation: return !holds(condition.parts[0], plain);
    case Condition::Kind::both:
        return holds(condition.parts[0], plain) && holds(condition.parts[1], plain);
    case Condition::Kind::either:
        return holds(condition.parts[0], plain) || holds(condition.parts[1], plain);
    case Condition::Kind::has_rows:
        return plain.raised.contains(condition.subject.text + " has rows");
    default: break;
    }
    if (setting(condition.subject.text)) return plain.raised.contains(asked(condition));
    return plain.raised.contains(condition.subject.text);
}

// --- what follows

bool Reference::runs(const Plain& plain) const {
    if (!screen(plain.stack[0].screen).play) return false;
    for (std::size_t i = 0; i < plain.stack.size(); ++i) {
        if (!plain.stack[i].question.empty()) return false;
        if (i > 0 && screen(plain.stack[i].screen).pauses) return false;
    }
    return true;
}

bool Reference::allowed(During during, const Plain& plain) const {
    if (during == During::play) return runs(plain);
    if (during == During::menu) return !runs(plain);
    return true;
}

/// The pages that a control stands on, by way of the groups that it stands in.
const FlowControl* Reference::pages_of(const Page& page, const FlowControl& control,
                                       int& number) const {
    std::string group = control.box.group ? control.box.group->text : "";
    while (!group.empty()) {
        for (const FlowControl& pages : page.controls)
            for (std::size_t i = 0; i < pages.pages.size(); ++i)
                if (pages.pages[i].text == group) return number = static_cast<int>(i), &pages;
        std::string outer;
        for (const FlowGroup& one : page.groups)
            if (one.id.text == group && one.box.group) outer = one.box.group->text;
        group = outer;
    }
    return nullptr;
}

bool Reference::shown(const FlowControl& control, const Plain& plain) const {
    if (plain.asks()) return true;
    if (control.hides && control.when && !holds(*control.when, plain)) return false;
    const Page page = screen(plain.top());
    int number = 0;
    const FlowControl* pages = pages_of(page, control, number);
    if (!pages) return true;
    const auto turned = plain.stack.back().pages.find(pages->id.text);
    return (turned == plain.stack.back().pages.end() ? 0 : turned->second) == number;
}

bool Reference::usable(const FlowControl& control, const Plain& plain) const {
    if (control.kind < ControlKind::button || !shown(control, plain)) return false;
    if (control.kind == ControlKind::list && !plain.raised.contains(control.id.text + " has rows"))
        return false;
    return !control.when || holds(*control.when, plain);
}

std::vector<FlowControl> Reference::controls(const Plain& plain) const {
    if (!plain.asks()) return screen(plain.top()).controls;
    FlowControl no = plain_button("no", StepKind::tell), yes = no;
    yes.id.text = "yes";
    return {no, yes};
}

const FlowRequest* Reference::request_of(const std::string& screen) const {
    for (const FlowRequest& request : flow_.requests) {
        const std::string own = "built-in/request/" + request.id.text;
        if ((request.screen ? request.screen->text : own) == screen) return &request;
    }
    return nullptr;
}

// --- what happens

void Reference::act(const FlowAction& action, Step& step, std::size_t which) const {
    for (const FlowAlternative& alternative : action.alternatives) {
        if (alternative.when && !holds(*alternative.when, step.next)) continue;
        step.answered = true;
        if (alternative.ask)
            step.next.stack.back().question = alternative.ask->text;
        else
            do_steps(alternative.steps, step, which);
        return;
    }
}

void Reference::open(const std::string& name, Step& step) const {
    Plain& now = step.next;
    step.opens = name;
    for (const Level& level : now.stack)
        if (level.screen == name) {
            step.reopens = true;
            return back_to(name, now);
        }
    if (makes_room_) now.stack.pop_back();
    now.stack.push_back(Level{name, {}, {}});
}

void Reference::do_steps(const std::vector<FlowStep>& steps, Step& step, std::size_t which) const {
    for (const FlowStep& one : steps) {
        Plain& now = step.next;
        const std::string& name = one.subject.text;
        const bool is_open = std::any_of(now.stack.begin(), now.stack.end(),
                                         [&](const Level& level) { return level.screen == name; });
        const Plain before = now;
        step.last = one.place.begin;
        step.works = true;
        switch (one.kind) {
        case StepKind::open: open(name, step); break;
        case StepKind::go:
            // Bound to the bottom: a play screen, and the loading screen of a load on its way.
            if (!is_open && !makes_room_ &&
                (now.stack.size() > 1 || (!screen(now.top()).play && now.phase != "loading")))
                now.stack.pop_back();
            open(name, step);
            break;
        case StepKind::back:
            if (now.stack.size() > 1) now.stack.pop_back();
            step.works = now != before;
            break;
        case StepKind::back_to:
            back_to(name, now);
            step.works = is_open;
            break;
        case StepKind::resume:
            if (screen(now.stack[0].screen).play) now.stack.resize(1);
            step.works = now != before;
            break;
        case StepKind::load:
            load(one.one_of.empty() ? name
                                    : one.one_of[std::min(which, one.one_of.size() - 1)].text,
                 now);
            step.resets = step.leaves = true;
            break;
        case StepKind::retry:
            step.works = step.resets = step.leaves = !now.scene.empty();
            if (!now.scene.empty()) load(std::string(now.scene), now);
            break;
        case StepKind::home:
            home(now);
            step.resets = step.leaves = true;
            break;
        case StepKind::quit: step.quits = step.leaves = true; break;
        case StepKind::request:
            for (const FlowRequest& request : flow_.requests)
                if (request.id.text == name) {
                    const bool reopened = step.reopens;
                    open(request.screen ? request.screen->text : "built-in/request/" + name, step);
                    step.reopens = reopened;
                    step.asks = name;
                }
            break;
        case StepKind::set:
        case StepKind::reset: {
            const FlowSetting& changed = *setting(name);
            int value = changed.first;
            for (std::size_t i = 0; one.kind == StepKind::set && i < changed.values.size(); ++i)
                if (changed.values[i].text == one.value.text) value = static_cast<int>(i);
            set(changed, value, now);
            if (changed.keep_within_ms > 0) step.keep = &changed;
            break;
        }
        case StepKind::turn:
            for (const FlowControl& control : screen(now.top()).controls) {
                if (control.kind != ControlKind::pages || control.id.text != name) continue;
                const auto count = static_cast<int>(control.pages.size());
                int& page = now.stack.back().pages[name];
                if (one.value.text == "next") page = (page + 1) % count;
                if (one.value.text == "previous") page = (page + count - 1) % count;
                for (int i = 0; i < count; ++i)
                    if (control.pages[static_cast<std::size_t>(i)].text == one.value.text) page = i;
                if (page == 0) now.stack.back().pages.erase(name);
            }
            break;
        case StepKind::raise: now.raised.insert(name); break;
        case StepKind::lower: now.raised.erase(name); break;
        case StepKind::tell:
        case StepKind::todo: break;
        }
    }
}

/// The screen that waits closes in any case; what opens takes its place.
void Reference::answer(const FlowRequest& request, bool good, Step& step) const {
    const FlowRequest* answered = answered_by(step.next.stack.back().question);
    if (answered && answered->id.text == request.id.text) return;
    step.next.stack.back().question.clear();
    const auto& action = good ? request.done : request.failed;
    finish(request, step, [&] {
        if (action) act(*action, step);
    });
    step.answered = true;
}

/// The request whose answer asks this question, or null.
const FlowRequest* Reference::answered_by(const std::string& question) const {
    for (const FlowRequest& request : flow_.requests)
        for (const auto* action : {&request.done, &request.failed})
            if (*action)
                for (const FlowAlternative& alternative : (*action)->alternatives)
                    if (alternative.ask && alternative.ask->text == question) return &request;
    return nullptr;
}

template <class Do>
void Reference::finish(const FlowRequest& request, Step& step, Do act) const {
    const std::string waiting = step.next.top();
    makes_room_ = true;
    act();
    makes_room_ = false;
    if (step.next.top() == waiting && !step.next.asks() && step.asks != request.id.text)
        step.next.stack.pop_back();
}

void Reference::add_control_moves(const FlowControl& control, const Plain& plain,
                                  std::vector<Step>& all) const {
    const auto begin = [&](const std::string& text) -> Step& {
        Step& step = all.emplace_back();
        step.text = text;
        step.next = plain;
        step.players = true;
        return step;
    };
    if (control.kind == ControlKind::button || control.kind == ControlKind::list) {
        std::size_t rows = 1;
        for (const FlowAlternative& alternative : control.press->alternatives)
            for (const FlowStep& step : alternative.steps)
                rows = std::max(rows, step.one_of.size());
        for (std::size_t row = 0; row < rows; ++row)
            act(*control.press,
                begin("press " + control.id.text +
                      (rows > 1 ? " row " + std::to_string(row + 1) : "")),
                row);
        return;
    }
    const FlowSetting& changed = *setting(control.setting->text);
    for (const int value : turns_of(changed)) {
        const std::string word = changed.kind == SettingKind::text
                                     ? "a text"
                                     : changed.values[static_cast<std::size_t>(value)].text;
        Step& step = begin("change " + control.id.text + " to " + word);
        set(changed, value, step.next);
        if (changed.keep_within_ms > 0) step.keep = &changed;
        step.answered = true;
    }
}

namespace {

template <class Each>
void each_ask(const Flow& flow, Each each) {
    const auto of_action = [&](const FlowAction& action) {
        for (const FlowAlternative& alternative : action.alternatives)
            if (alternative.ask) each(alternative);
    };
    const auto maybe = [&](const std::optional<FlowAction>& action) {
        if (action) of_action(*action);
    };
    for (const FlowEvent& event : flow.events) of_action(event.action);
    for (const FlowRequest& request : flow.requests) maybe(request.done), maybe(request.failed);
    for (const FlowScreen& screen : flow.screens) {
        maybe(screen.back);
        maybe(screen.menu);
        if (screen.moves_on) of_action(screen.moves_on->action);
        if (screen.idle) of_action(screen.idle->action);
        for (const FlowKey& key : screen.keys) of_action(key.action);
        for (const FlowControl& control : screen.controls) maybe(control.press);
    }
}

/// A move that is being tried.
Step& begin(std::vector<Step>& all, std::string text, const Plain& plain, bool players) {
    Step& step = all.emplace_back();
    step.text = std::move(text);
    step.next = plain;
    step.players = players;
    return step;
}

/// The player answers a question, or goes back from it: it is gone, whatever comes next.
Step& answer_question(std::vector<Step>& all, std::string text, const Plain& plain) {
    Step& step = begin(all, std::move(text), plain, true);
    step.next.stack.back().question.clear();
    step.answered = true;
    return step;
}

} // namespace

void Reference::add_players_moves(const Plain& plain, std::vector<Step>& all) const {
    if (plain.asks()) {
        const std::string question = plain.stack.back().question;
        for (const char* text : {"press no", "press yes", "back"}) {
            Step& step = answer_question(all, text, plain);
            const bool yes = std::string(text) == "press yes";
            step.agreed = std::string(text) != "back";
            const auto go_on = [&] {
                each_ask(flow_, [&](const FlowAlternative& alternative) {
                    if (yes && alternative.ask->text == question)
                        do_steps(alternative.steps, step, 0);
                });
            };
            if (const FlowRequest* request = answered_by(question))
                finish(*request, step, go_on);
            else
                go_on();
        }
        begin(all, "menu", plain, true);
        return;
    }
    const Page page = screen(plain.top());
    for (const FlowControl& control : page.controls)
        if (usable(control, plain)) add_control_moves(control, plain, all);
    for (const FlowControl& control : page.controls) {
        if (control.kind != ControlKind::pages) continue;
        for (const char* to : {"next", "previous"}) {
            Step& turn = begin(all, "turn " + control.id.text + " " + to, plain, true);
            turn.answered =
                control.pages.size() > 1 && (!control.when || holds(*control.when, plain));
            FlowStep step{StepKind::turn, control.id, {}, {to, {}}, {}};
            if (turn.answered) do_steps({step}, turn, 0);
            turn.last = never;
        }
    }
    Step& back = begin(all, "back", plain, true);
    if (page.back)
        act(*page.back, back);
    else if (page.any)
        act(*page.any, back);
    else if (plain.stack.size() > 1) {
        back.next.stack.pop_back();
        back.answered = true;
    }
    Step& menu = begin(all, "menu", plain, true);
    if (page.menu)
        act(*page.menu, menu);
    else if (page.any)
        act(*page.any, menu);
    for (const FlowKey& key : page.keys)
        act(key.action, begin(all, "key " + key.key.text, plain, true));
    if (page.any) act(*page.any, begin(all, "any key", plain, true));
}

void Reference::add_answers(const Plain& plain, std::vector<Step>& all) const {
    bool urgent = false;
    for (std::size_t i = 1; i < plain.stack.size(); ++i)
        urgent |= screen(plain.stack[i].screen).urgent;
    if (plain.phase == "loading" && !urgent) {
        Step& good = begin(all, "loaded", plain, false);
        good.answered = good.answer = true;
        good.next.phase = "loaded";
        for (const FlowScene& scene : flow_.scenes)
            if (scene.id.text == plain.scene) good.next.stack = {Level{scene.root.text, {}, {}}};
        for (const char* text : {"load fails", "load given up"}) {
            if (std::string(text) == "load given up" && flow_.loading.give_up_ms == 0) continue;
            Step& bad = begin(all, text, plain, false);
            bad.answered = true;
            bad.answer = bad.bad_answer = std::string(text) == "load fails";
            bad.next.phase = "failed";
            bad.next.stack = {
                Level{flow_.loading.failed ? flow_.loading.failed->text : "built-in/load-failed",
                      {},
                      {}}};
        }
    }
    if (const FlowRequest* request = request_of(plain.top())) {
        Step& good = begin(all, "done " + request->id.text, plain, false);
        good.answer = true;
        answer(*request, true, good);
        Step& bad = begin(all, "fails " + request->id.text, plain, false);
        bad.answer = bad.bad_answer = true;
        answer(*request, false, bad);
        if (request->give_up_ms > 0)
            answer(*request, false, begin(all, "given up " + request->id.text, plain, false));
    }
}

/// What the current screen, or the question over it, does by itself.
void Reference::add_own_moves(const Plain& plain, std::vector<Step>& all) const {
    const Page page = screen(plain.top());
    if (page.closes_when && plain.stack.size() > 1 && holds(*page.closes_when, plain)) {
        Step& closes = begin(all, "closes by itself", plain, false);
        closes.next.stack.pop_back();
        closes.answered = closes.by_itself = true;
    }
    if (plain.asks()) {
        if (!plain.stack.back().question.starts_with("keep ")) return;
        Step& ends = answer_question(all, "moves on", plain);
        ends.players = false;
        ends.by_itself = true;
        return;
    }
    const auto move_on = [&](const std::optional<FlowAction>& action, const char* text) {
        if (!action) return;
        Step& step = begin(all, text, plain, false);
        step.by_itself = true;
        act(*action, step);
    };
    move_on(page.moves_on, "moves on");
    move_on(page.idle, "idle");
}

void Reference::add_games_moves(const Plain& plain, std::vector<Step>& all) const {
    for (const FlowEvent& event : flow_.events) {
        const std::string& name = event.id.text;
        const bool now = allowed(event.during, plain);
        if (plain.waiting.contains(name)) {
            if (!now) continue;
            Step& due = begin(all, "due " + name, plain, false);
            due.next.waiting.erase(name);
            act(event.action, due);
            due.answered = true;
        } else if (now && event.after_ms == 0) {
            act(event.action, begin(all, "event " + name, plain, false));
        } else if (now || event.waits) {
            Step& report = begin(all, "event " + name, plain, false);
            report.answered = true;
            report.next.waiting.insert(name);
        }
    }
    const auto turn_round = [&](const std::string& name) {
        const bool raised = plain.raised.contains(name);
        Step& change = begin(all, (raised ? "game lowers " : "game raises ") + name, plain, false);
        change.answered = true;
        if (raised)
            change.next.raised.erase(name);
        else
            change.next.raised.insert(name);
    };
    for (const FlowFlag& flag : flow_.flags)
        if (flag.set_by_game) turn_round(flag.id.text);
    for (const FlowScreen& screen : flow_.screens)
        for (const FlowControl& control : screen.controls)
            if (control.kind == ControlKind::list) turn_round(control.id.text + " has rows");
    for (const FlowSetting& changed : flow_.settings) {
        if (asks_of(changed).empty()) continue;
        for (const int value : turns_of(changed)) {
            Step& sets = begin(all,
                               "game sets " + changed.id.text + " to " +
                                   changed.values[static_cast<std::size_t>(value)].text,
                               plain, false);
            sets.answered = true;
            set(changed, value, sets.next);
        }
    }
}

std::vector<Step> Reference::steps(const Plain& plain) const {
    std::vector<Step> all;
    add_players_moves(plain, all);
    add_answers(plain, all);
    add_own_moves(plain, all);
    add_games_moves(plain, all);
    for (Step& step : all) // asked when all else is done
        if (step.keep) step.next.stack.back().question = "keep " + step.keep->id.text;
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

namespace {

bool counts_for_way_out(const Step& step) {
    return step.players || step.answer || step.by_itself;
}

/// Pages that have been turned are no other screen.
bool same_screens(const Plain& a, const Plain& b) {
    return a.stack.size() == b.stack.size() && a.top() == b.top() &&
           a.stack.back().question == b.stack.back().question;
}

bool begins_with(const Plain& plain, const Plain& beneath) {
    const std::size_t height = beneath.stack.size() - 1;
    return plain.stack.size() > height &&
           std::equal(plain.stack.begin(), plain.stack.begin() + static_cast<long>(height),
                      beneath.stack.begin());
}

} // namespace

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
    settle(&Known::way_out, counts_for_way_out);
    for (auto& [plain, known] : all)
        if (known.way_out == never) known.leaving = 0; // a trap is told as one
    settle(&Known::leaving,
           [](const Step& step) { return step.players || step.bad_answer || step.by_itself; });
    for (auto& [plain, known] : all)
        known.blocked = known.way_out == never && is_blocked(plain, all);
}

/// Everything that the player can come to while what lies beneath stays as it is.
bool Reference::is_blocked(const Plain& plain, const std::map<Plain, Known>& all) const {
    std::set<Plain> seen{plain};
    std::deque<Plain> open{plain};
    while (!open.empty()) {
        const Plain now = open.front();
        open.pop_front();
        for (const Step& step : all.at(now).steps) {
            if (!counts_for_way_out(step)) continue;
            const bool loads = step.resets || step.text == "loaded" || step.text == "load fails";
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
                if (!counts_for_way_out(step)) continue;
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
        const bool waits = std::any_of(now.stack.begin(), now.stack.end(), [&](const Level& level) {
            return level.screen == plain.top();
        });
        if (request_of(plain.top()) && !waits) return true;
        for (const Step& step : steps(now)) {
            if (!step.answered || !(step.players || step.by_itself)) continue;
            if (step.quits) return true;
            if (seen.insert(step.next).second) open.push_back(step.next);
        }
    }
    return false;
}

bool Reference::nothing_usable(const Plain& plain) const {
    if (plain.asks()) return false;
    for (const FlowControl& control : screen(plain.top()).controls)
        if (usable(control, plain)) return false;
    bool nothing = true;
    for (const Step& step : steps(plain)) {
        if (step.by_itself && step.answered) nothing = false;
        if (step.text == "back" && (step.quits || step.resets || !same_screens(step.next, plain)))
            nothing = false;
    }
    return nothing;
}

bool Reference::back_rests(const Plain& plain) const {
    std::set<Plain> seen;
    Plain now = plain;
    while (now.stack.size() > 1 && now.stack.size() >= plain.stack.size()) {
        if (now.asks()) return true;
        const Page page = screen(now.top());
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
