#include "reference/naive.hpp"

#include <algorithm>
#include <cmath>
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
        if (from.moves_on) {
            page.moves_on = from.moves_on->action;
            page.moves_on_ms = from.moves_on->after_ms;
        }
        if (from.idle) {
            page.idle = from.idle->action;
            page.idle_ms = from.idle->after_ms;
        }
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
    return page;
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

Plain Reference::start() const {
    Plain plain;
    for (const FlowFlag& flag : flow_.flags)
        if (flag.first) plain.raised.insert(flag.id.text);
    for (const FlowSetting& setting : flow_.settings) set(setting, setting.first, plain);
    home(plain);
    rest(plain);
    return plain;
}

/// The game may have put settings and rows before: what the conditions of the start ask about.
std::map<Plain, std::size_t> Reference::starts() const {
    std::map<Plain, std::size_t> before; // flags alone, nothing is open yet
    Plain plain = start();
    plain.stack.clear();
    before[plain] = 0;
    std::set<std::string> asked;
    for (const FlowStart& one : flow_.starts)
        if (one.when)
            each_part(*one.when, [&](const Condition& part) {
                if (part.kind == Condition::Kind::scene_is ||
                    part.kind == Condition::Kind::scene_has)
                    return;
                asked.insert(part.subject.text +
                             (part.kind == Condition::Kind::has_rows ? " has rows" : ""));
            });
    const auto also = [&](const auto& change) {
        const std::map<Plain, std::size_t> known = before;
        for (const auto& [from, moves] : known) {
            Plain next = from;
            change(next);
            const auto [found, is_new] = before.try_emplace(next, moves + 1);
            if (!is_new) found->second = std::min(found->second, moves + 1);
        }
    };
    for (const FlowSetting& one : flow_.settings) {
        if (!asked.contains(one.id.text)) continue;
        const std::map<Plain, std::size_t> known = before;
        for (const int value : turns_of(one))
            for (const auto& [from, moves] : known) {
                Plain next = from;
                set(one, value, next);
                const auto [found, is_new] = before.try_emplace(next, moves + 1);
                if (!is_new) found->second = std::min(found->second, moves + 1);
            }
    }
    for (const std::string& name : asked)
        if (name.ends_with(" has rows")) also([&](Plain& next) { next.raised.insert(name); });
    std::map<Plain, std::size_t> starts;
    for (const auto& [from, moves] : before) {
        Plain next = from;
        home(next);
        rest(next);
        const std::size_t far = moves == 0 ? 0 : moves + 1;
        const auto [found, is_new] = starts.try_emplace(next, far);
        if (!is_new) found->second = std::min(found->second, far);
    }
    return starts;
}

/// What follows at once: a screen closes while its condition holds, all but the bottom one.
void Reference::rest(Plain& plain) const {
    while (plain.stack.size() > 1) {
        const Page page = screen(plain.top());
        if (!page.closes_when || !holds(*page.closes_when, plain)) return;
        plain.stack.pop_back();
    }
}

void Reference::load(const std::string& scene, Plain& plain) const {
    plain.scene = scene;
    plain.phase = "loading";
    plain.waiting.clear();
    plain.stack = {
        Level{flow_.loading.screen ? flow_.loading.screen->text : "built-in/loading", {}, {}}};
}

void Reference::home(Plain& plain) const {
    std::string first = flow_.start.text;
    for (auto start = flow_.starts.rbegin(); start != flow_.starts.rend(); ++start)
        if (!start->when || holds(*start->when, plain)) first = start->with.text;
    for (const FlowScene& scene : flow_.scenes)
        if (scene.id.text == first) return load(scene.id.text, plain);
    plain.scene.clear();
    plain.phase = "none";
    plain.waiting.clear();
    plain.stack = {Level{first, {}, {}}};
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

/// The value that stands for this one, where conditions tell some apart.
int Reference::turn_of(const FlowSetting& setting, int value) const {
    if (asks_of(setting).empty()) return 0;
    int turn = 0;
    for (const int one : turns_of(setting))
        if (one <= value) turn = one;
    return turn;
}

/// The scene that stands after another in the order, or before it; empty where none does.
std::string Reference::scene_beside(std::string_view scene, bool after) const {
    std::string last;
    for (const Name& one : flow_.order) {
        if (after && last == scene && !last.empty()) return one.text;
        if (!after && one.text == scene) return last;
        last = one.text;
    }
    return "";
}

bool Reference::holds(const Condition& condition, const Plain& plain) const {
    switch (condition.kind) {
    case Condition::Kind::negation: return !holds(condition.parts[0], plain);
    case Condition::Kind::both:
        return holds(condition.parts[0], plain) && holds(condition.parts[1], plain);
    case Condition::Kind::either:
        return holds(condition.parts[0], plain) || holds(condition.parts[1], plain);
    case Condition::Kind::scene_is: return plain.scene == condition.value.text;
    case Condition::Kind::scene_has:
        return !scene_beside(plain.scene, condition.value.text == "next").empty();
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
        case StepKind::load_next:
        case StepKind::load_previous: {
            const std::string beside = scene_beside(now.scene, one.kind == StepKind::load_next);
            step.works = step.resets = step.leaves = !beside.empty();
            if (!beside.empty()) load(beside, now);
            break;
        }
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
            if (changed.keep_within_ms > 0)
                step.keep = &changed, step.keep_value = turn_of(changed, value);
            else
                set(changed, value, now);
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
        if (changed.keep_within_ms > 0)
            step.keep = &changed, step.keep_value = turn_of(changed, value);
        else
            set(changed, value, step.next);
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
            // What was to be kept counts from now on.
            for (const FlowSetting& one : flow_.settings)
                if (yes && question.starts_with("keep " + one.id.text + " "))
                    set(one, std::stoi(question.substr(6 + one.id.text.size())), step.next);
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
        for (const char* text : {"load fails", "load times out"}) {
            if (std::string(text) == "load times out" && flow_.loading.timeout_ms == 0) continue;
            Step& bad = begin(all, text, plain, false);
            bad.answered = true;
            bad.answer = bad.bad_answer = std::string(text) == "load fails";
            bad.limit = !bad.answer;
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
        if (request->timeout_ms > 0) {
            Step& given_up = begin(all, "times out " + request->id.text, plain, false);
            given_up.limit = true;
            answer(*request, false, given_up);
        }
    }
}

/// What the current screen, or the question over it, does by itself.
void Reference::add_own_moves(const Plain& plain, std::vector<Step>& all) const {
    const Page page = screen(plain.top());
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
        step.idles = std::string(text) == "idle";
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
    for (Step& step : all) {
        // asked when all else is done; and then what follows at once
        if (step.keep)
            step.next.stack.back().question =
                "keep " + step.keep->id.text + " " + std::to_string(step.keep_value);
        if (step.answered) rest(step.next);
        if (step.players) note_who(plain, step);
    }
    return all;
}

// --- who can make a move, and whether there is time for it

Devices Reference::listed() const {
    Devices all;
    for (const DeviceKind kind :
         {DeviceKind::keyboard, DeviceKind::pad, DeviceKind::pointer, DeviceKind::touch})
        if (flow_.devices & set_of(kind)) all.emplace(name_of(kind));
    return all;
}

/// In play the game has directions and accept, so that what has the focus is not pressed; pointing
/// has no back, no menu, no pages and no keys but "any".
void Reference::note_who(const Plain& plain, Step& step) const {
    const std::string& text = step.text;
    const bool play = in_play(plain);
    if (text.starts_with("press ") || text.starts_with("change "))
        step.devices =
            play ? Devices{"mouse", "touch"} : Devices{"keyboard", "pad", "mouse", "touch"};
    else if (text.starts_with("turn "))
        step.devices = play ? Devices{} : Devices{"keyboard", "pad"};
    else if (text == "back" || text == "menu")
        step.devices = {"keyboard", "pad"};
    else if (text == "any key")
        step.devices = {"keyboard", "pad", "mouse", "touch"};
    else if (text.starts_with("key ")) {
        step.devices = {"keyboard"};
        for (const Name& key : flow_.pad_keys)
            if (text == "key " + key.text) step.devices.insert("pad");
    }
    step.in_time = is_timely(plain, step);
}

bool Reference::can_happen(const Step& step) const {
    if (!step.players) return true;
    return std::any_of(step.devices.begin(), step.devices.end(),
                       [&](const std::string& device) { return devices_.contains(device); });
}

/// Time limits as short as the player can make them.
double Reference::shortest(std::uint32_t ms) const {
    double times = 1;
    for (const FlowSetting& one : flow_.settings)
        if (one.stretches) times = one.from;
    return std::floor(ms * times);
}

bool Reference::is_timely(const Plain& plain, const Step& step) const {
    const Page page = screen(plain.top());
    double gone = 1e18, idle = 1e18; // what is foremost moves on, or idles
    if (!plain.asks()) {
        if (page.moves_on) gone = shortest(page.moves_on_ms);
        if (page.idle) idle = shortest(page.idle_ms);
    }
    for (const FlowSetting& one : flow_.settings)
        if (plain.stack.back().question.starts_with("keep " + one.id.text + " "))
            gone = shortest(one.keep_within_ms);
    double needs = 150 + flow_.reaction_ms, holds = 0;
    if (step.text.starts_with("press ") && !plain.asks()) {
        const std::size_t end = step.text.find(' ', 6);
        const std::string name = step.text.substr(6, end == step.text.npos ? end : end - 6);
        for (const FlowControl& control : page.controls)
            if (control.id.text == name) {
                needs += control.cooldown_ms;
                holds = control.hold_ms;
            }
    }
    return needs + holds < gone && needs < idle;
}

std::optional<std::map<Plain, Known>> Reference::list(std::size_t most) const {
    std::map<Plain, Known> all;
    std::map<std::size_t, std::vector<Plain>> open; // by distance
    for (const auto& [plain, far] : starts()) open[far].push_back(plain);
    while (!open.empty()) {
        const std::size_t far = open.begin()->first;
        const std::vector<Plain> level = std::move(open.begin()->second);
        open.erase(open.begin());
        for (const Plain& plain : level) {
            const auto [here, is_new] = all.try_emplace(plain);
            if (!is_new) continue;
            here->second.distance = far;
            for (const Step& step : steps(plain)) {
                if (!step.answered || !can_happen(step)) continue;
                here->second.steps.push_back(step);
                if (!all.contains(step.next)) open[far + 1].push_back(step.next);
            }
            if (all.size() > most) return std::nullopt;
        }
    }
    for (auto& [plain, known] : all) {
        known.plain = &plain;
        for (Step& step : known.steps) step.to = &all.at(step.next);
    }
    measure(all);
    return all;
}

namespace {

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

/// How far a menu state is, when `far` tells how far each of its steps leads. The player chooses
/// his own moves, those for which there is time, and may let the screen move on. Where something is
/// waited for the other side chooses: what is answered, or that the screen moves on first (in vain
/// counts for nothing); where silence may last and nothing ends it, the player's own moves have to
/// do as well. On a platform without quit, loads do not fail for ever.
template <class Far>
std::size_t Reference::forced(const Known& known, bool silence, Far far) const {
    std::size_t own = never, other = 0;
    bool waits = false, limit = false, moves_on = false;
    for (const Step& step : known.steps) {
        waits = waits || step.answer;
        limit = limit || step.limit;
    }
    for (const Step& step : known.steps) {
        if (step.text == "load fails" && !flow_.can_quit) continue;
        const bool on = step.by_itself && !step.idles;
        if (step.answer || (waits && on)) {
            const bool again = step.resets && step.next.phase == "loading"; // it starts once more
            if (on && step.to == &known && !step.quits && !again) continue;
            other = std::max(other, far(step));
            moves_on = moves_on || on;
        } else if ((step.players && step.in_time) || step.by_itself) {
            own = std::min(own, far(step));
        }
    }
    if (!waits) return own;
    return silence && !limit && !moves_on ? std::max(own, other) : other;
}

/// By asking again and again until nothing changes.
template <class Goal>
void Reference::force(std::map<Plain, Known>& all, std::size_t Known::*distance, bool silence,
                      Goal goal) const {
    for (auto& [plain, known] : all)
        if (goal(plain, known)) known.*distance = 0;
    for (std::size_t round = 1, last = 1; round <= last; ++round)
        for (auto& [plain, known] : all) {
            if (known.*distance < round) continue; // it is settled
            const std::size_t far = forced(known, silence, [&](const Step& step) {
                const std::size_t there = step.quits ? 0 : step.to->*distance;
                return there == never ? never : there + 1;
            });
            if (far != round) continue; // what is further away comes in a later round
            known.*distance = far;
            last = round + 1;
        }
}

void Reference::measure(std::map<Plain, Known>& all) const {
    force(all, &Known::way_out, false,
          [&](const Plain& plain, const Known&) { return in_play(plain); });
    force(all, &Known::in_silence, true, [&](const Plain& plain, const Known& known) {
        return known.way_out == never || in_play(plain);
    });
    force(all, &Known::leaving, true, [&](const Plain&, const Known& known) {
        return known.way_out == never || known.in_silence == never;
    });
    for (auto& [plain, known] : all) {
        known.blocked = known.way_out == never && is_blocked(known, false);
        known.silenced = known.in_silence == never && is_blocked(known, true);
    }
}

/// Whether the player can force neither a goal nor to leave for a lower stack, while what lies
/// beneath stays as it is.
bool Reference::is_blocked(const Known& known, bool silence) const {
    const auto is_won = [&](const Known& other) {
        return (silence ? other.in_silence : other.way_out) != never;
    };
    const auto resets = [](const Step& step) {
        return step.resets || step.text == "loaded" || step.text == "load fails";
    };
    // What can be met without a new stack or a lower one, and where each step of it leads.
    enum class To : std::uint8_t { here, lower, anew };
    struct Node {
        const Known* known;
        std::vector<To> to;
        bool won = false;
    };
    std::vector<Node> here{{&known, {}, false}};
    std::map<const Known*, std::size_t> numbers{{&known, 0}};
    for (std::size_t i = 0; i < here.size(); ++i) {
        const Known* now = here[i].known;
        for (const Step& step : now->steps) {
            const To to = step.quits || resets(step)                    ? To::anew
                          : !begins_with(*step.to->plain, *known.plain) ? To::lower
                                                                        : To::here;
            here[i].to.push_back(to);
            if (to == To::here && numbers.try_emplace(step.to, here.size()).second)
                here.push_back({step.to, {}, false});
        }
    }
    for (bool changed = true; changed;) {
        changed = false;
        for (Node& node : here) {
            if (node.won) continue;
            const bool goal =
                in_play(*node.known->plain) || (silence && node.known->way_out == never);
            const std::size_t far = forced(*node.known, silence, [&](const Step& step) {
                const To to = node.to[static_cast<std::size_t>(&step - node.known->steps.data())];
                const bool good = step.quits        ? true
                                  : to == To::anew  ? is_won(*step.to)
                                  : to == To::lower ? true
                                                    : here[numbers.at(step.to)].won;
                return good ? std::size_t{1} : never;
            });
            if (goal || far != never) changed = node.won = true;
        }
    }
    return !here[0].won;
}

std::map<Plain, Presses> Reference::presses(const std::map<Plain, Known>& all) const {
    std::map<const Known*, Presses> presses;
    for (const auto& [plain, known] : all) presses[&known] = {};
    for (const auto& [plain, far] : starts()) presses[&all.at(plain)].from_start = 0;
    const auto lower = [](std::size_t& least, std::size_t length, std::size_t more, bool& changed) {
        if (length == never || length + more >= least) return;
        least = length + more;
        changed = true;
    };
    for (bool changed = true; changed;) {
        changed = false;
        for (auto& [known, here] : presses) {
            if (in_play(*known->plain)) here.to_play = 0;
            for (const Step& step : known->steps) {
                const std::size_t cost = step.players ? 1 : 0;
                Presses& next = presses.at(step.to);
                lower(next.from_start, here.from_start, cost, changed);
                const bool counts = (step.players && step.in_time) || step.answer || step.by_itself;
                if (!counts || (step.text == "load fails" && !flow_.can_quit)) continue;
                lower(here.to_play, next.to_play, cost, changed);
                lower(here.to_quit, step.quits ? 0 : next.to_quit, cost, changed);
            }
        }
    }
    // Of the ways that can be forced: by rising number, what costs nothing within one number.
    for (auto& [known, here] : presses)
        if (in_play(*known->plain)) here.way_out = 0;
    for (std::size_t round = 0, last = 1; round <= last; ++round)
        for (bool changed = true; changed;) {
            changed = false;
            for (auto& [known, here] : presses) {
                if (here.way_out <= round) continue;
                const std::size_t far = forced(*known, true, [&](const Step& step) {
                    const std::size_t there = step.quits ? 0 : presses.at(step.to).way_out;
                    return there == never ? never : there + (step.players ? 1 : 0);
                });
                if (far != round) continue;
                here.way_out = far;
                last = round + 1;
                changed = true;
            }
        }
    std::map<Plain, Presses> by_plain;
    for (const auto& [known, here] : presses) by_plain[*known->plain] = here;
    return by_plain;
}

bool Reference::nothing_usable(const Plain& plain) const {
    if (plain.asks()) return false;
    for (const FlowControl& control : screen(plain.top()).controls)
        if (usable(control, plain)) return false;
    bool nothing = true;
    for (const Step& step : steps(plain)) {
        if (step.by_itself && step.answered) nothing = false;
        // (home, where the player is there already, leads nowhere either)
        if (step.text == "back" && can_happen(step) &&
            (step.quits || step.next.phase != plain.phase || !same_screens(step.next, plain)))
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
