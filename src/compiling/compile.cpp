#include "compiling/compile.hpp"

#include "compiling/action_compiler.hpp"
#include "reading/grammar.hpp"
#include "rondix/runtime/target.hpp"

#include <algorithm>

namespace rondix {

namespace {

class Compiler {
  public:
    explicit Compiler(const Flow& flow)
        : flow_(flow)
        , names_(flow)
        , actions_(flow, result_) {}

    Compiled compile() {
        out_.game = text(flow_.game);
        out_.design_width = flow_.design_width;
        out_.design_height = flow_.design_height;
        out_.can_quit = flow_.can_quit;
        out_.devices = flow_.devices;
        out_.reaction_ms = static_cast<std::uint16_t>(flow_.reaction_ms);
        for (const FlowSetting& setting : flow_.settings) add_setting(setting);
        add_requests();
        for (const FlowScreen& screen : flow_.screens) add_screen(screen);
        for (const FlowScene& scene : flow_.scenes) {
            out_.scenes.push_back({text(scene.id.text), text(scene.file), screen(scene.root),
                                   scene.stays, actions_.order().place_of(scene.id.text)});
            result_.origins.scenes.push_back(scene.id.place);
        }
        set_order();
        for (const FlowEvent& event : flow_.events) add_event(event);
        for (std::string_view event : built_in_events)
            if (!names_.events.has(event)) {
                out_.events.push_back({text(event), unsaid, 0, During::any, false});
                result_.origins.events.emplace_back();
            }
        set_start();
        set_loading();
        finish_requests();
        add_questions();
        actions_.finish_settings();
        add_questions_of_settings();
        for (const Name& name : flow_.pad_keys) add_pad_key(actions_.key(name.text));
        set_key_defaults();
        result_.status = verify(out_);
        return std::move(result_);
    }

  private:
    void set_order() {
        for (std::size_t i = 1; i < flow_.order.size(); ++i) {
            const std::size_t before = names_.scenes.find(flow_.order[i - 1].text);
            const std::size_t after = names_.scenes.find(flow_.order[i].text);
            out_.scenes.edit(before).next = SceneId(after);
            out_.scenes.edit(after).previous = SceneId(before);
        }
    }

    void add_pad_key(KeyId key) {
        if (std::find(out_.pad_keys.begin(), out_.pad_keys.end(), key) == out_.pad_keys.end())
            out_.pad_keys.push_back(key);
    }

    /// Of several screens that answer a key, any may say it. A key that has the name of one is
    /// that.
    void set_key_defaults() {
        for (const FlowScreen& screen : flow_.screens)
            for (const FlowKey& from : screen.keys)
                if (from.pad && from.key.text != "any") add_pad_key(actions_.key(from.key.text));
        out_.key_defaults.resize(out_.keys.size());
        for (std::size_t i = 0; i < out_.keys.size(); ++i)
            out_.key_defaults.edit(i).keyboard = text(grammar::key_named(out_.text(out_.keys[i])));
        for (const FlowScreen& screen : flow_.screens)
            for (const FlowKey& from : screen.keys) {
                if (from.key.text == "any") continue;
                KeyDefault& row = out_.key_defaults.edit(index(actions_.key(from.key.text)));
                if (from.keyboard) row.keyboard = text(from.keyboard->text);
                if (from.pad) row.pad = text(from.pad->text);
            }
    }

    TextRef text(std::string_view piece) { return actions_.text(piece); }
    ActionId action(const FlowAction& from) { return actions_.action(from); }
    ConditionId condition(const Condition& from) { return actions_.condition(from); }

    ScreenId screen(const Name& name) const { return ScreenId(names_.screens.find(name.text)); }

    void add_screen(const FlowScreen& from) {
        const ScreenId id = ScreenId(out_.screens.size());
        actions_.begin(&from);
        Screen row;
        row.id = text(from.id.text);
        row.title = text(from.title.value_or(""));
        row.play = from.play.value_or(false);
        row.pauses = from.pauses.value_or(true);
        row.dim = from.dim.value_or(covers);
        if (from.back) row.back = action(*from.back);
        if (from.menu) row.menu = action(*from.menu);
        row.urgent = from.urgent.value_or(false);
        if (from.closes_when) row.closes_when = condition(*from.closes_when);
        if (from.moves_on) {
            row.moves_on = action(from.moves_on->action);
            row.moves_on_ms = from.moves_on->after_ms;
        }
        if (from.idle) {
            row.idle = action(from.idle->action);
            row.idle_ms = from.idle->after_ms;
        }
        for (std::size_t i = 0; i < out_.requests.size(); ++i)
            if (out_.requests[i].screen == id) row.request = RequestId(i);
        row.keys.begin = static_cast<std::uint32_t>(out_.key_answers.size());
        for (const FlowKey& key : from.keys) {
            if (key.key.text == "any")
                row.any = action(key.action);
            else
                out_.key_answers.push_back({actions_.key(key.key.text), action(key.action)});
        }
        row.keys.count = static_cast<std::uint32_t>(out_.key_answers.size()) - row.keys.begin;
        row.controls.begin = static_cast<std::uint32_t>(out_.controls.size());
        for (const FlowControl& control : from.controls) {
            add_control(control, id);
            place_on_page(from, control, out_.controls.edit_back());
            if (control.kind == ControlKind::pages)
                row.page_codes = static_cast<std::uint16_t>(row.page_codes * control.pages.size());
        }
        actions_.begin(nullptr);
        row.controls.count = static_cast<std::uint32_t>(out_.controls.size()) - row.controls.begin;
        row.wraps = from.wraps.value_or(true);
        row.for_opener = from.for_opener.value_or(false);
        if (from.pointer) row.pointer = *from.pointer ? PointerRule::shown : PointerRule::hidden;
        if (from.focus) row.first_focus = control_of(row, from, from.focus->text);
        set_routes(row, from);
        out_.screens.push_back(row);
        result_.origins.screens.push_back(from.id.place);
    }

    static ControlId control_of(const Screen& row, const FlowScreen& from, std::string_view name) {
        for (std::size_t i = 0; i < from.controls.size(); ++i)
            if (from.controls[i].id.text == name)
                return ControlId(row.controls.begin + static_cast<std::uint32_t>(i));
        return no_control;
    }

    void set_routes(const Screen& row, const FlowScreen& from) {
        for (std::size_t i = 0; i < from.controls.size(); ++i)
            for (const FlowRoute& route : from.controls[i].routes) {
                const ControlId own{row.controls.begin + static_cast<std::uint32_t>(i)};
                const ControlId to = control_of(row, from, route.to.text);
                out_.controls.edit(index(own)).routes[route.direction] = to;
                ControlId& back = out_.controls.edit(index(to)).routes[route.direction ^ 1U];
                if (route.both && back == no_control) back = own;
            }
    }

    void add_control(const FlowControl& from, ScreenId screen) {
        Control row;
        row.id = text(from.id.text);
        row.text = text(from.text);
        row.kind = from.kind;
        row.screen = screen;
        row.hides = from.hides;
        row.hint = text(from.hint);
        row.shows = from.shows;
        row.dropdown = from.dropdown;
        row.columns = from.columns;
        row.hold_ms = from.hold_ms;
        row.cooldown_ms = from.cooldown_ms;
        if (from.when) row.when = condition(*from.when);
        if (from.kind == ControlKind::list) {
            row.has_rows = actions_.rows_of(from);
            row.when = actions_.both(row.has_rows, row.when);
        }
        if (from.press) add_press(*from.press, row);
        if (from.setting) row.setting = SettingId(names_.settings.find(from.setting->text));
        out_.controls.push_back(row);
        result_.origins.controls.push_back(from.id.place);
    }

    /// The press of a list may depend on the row: an action for each of what stands behind
    /// `one-of`.
    void add_press(const FlowAction& from, Control& row) {
        std::size_t most = 1;
        for (const FlowAlternative& alternative : from.alternatives)
            for (const FlowStep& step : alternative.steps)
                most = std::max(most, step.one_of.size());
        row.presses = static_cast<std::uint16_t>(std::min<std::size_t>(most, 0xFFFF));
        std::vector<ActionId> actions;
        for (std::size_t which = 0; which < row.presses; ++which) {
            FlowAction one = from;
            for (FlowAlternative& alternative : one.alternatives)
                for (FlowStep& step : alternative.steps)
                    if (!step.one_of.empty()) {
                        step.subject = step.one_of[std::min(which, step.one_of.size() - 1)];
                        step.one_of.clear(); // where it asks first, the answer is this row's alone
                    }
            actions.push_back(action(one));
        }
        row.press = actions.front();
    }

    // --- pages and lists

    void place_on_page(const FlowScreen& screen, const FlowControl& from, Control& row) {
        if (from.kind == ControlKind::pages) {
            row.pages = actions_.pages_of(from);
            out_.pages.edit(index(row.pages)).control = ControlId(out_.controls.size() - 1);
            return;
        }
        if (!from.box.group) return;
        const PageOf on = page_of(screen, from.box.group->text);
        if (!on.pages) return;
        row.pages = actions_.pages_of(*on.pages);
        row.page = on.number;
    }

    // --- settings

    void add_setting(const FlowSetting& from) {
        Setting row;
        row.id = text(from.id.text);
        row.kind = from.kind;
        row.values = static_cast<std::uint16_t>(from.values.size());
        if (from.kind == SettingKind::text) row.values = from.longest;
        row.first = from.first;
        row.from = static_cast<float>(from.from);
        row.by = static_cast<float>(from.by);
        row.words = row.labels = actions_.words(from.values);
        if (!from.labels.empty()) row.labels = actions_.words(from.labels);
        if (from.binds) {
            const Target button = button_named(from.binds->text);
            row.binds = static_cast<std::uint16_t>(
                button != no_target ? button : target_of(actions_.key(from.binds->text)));
        }
        if (from.stretches) out_.stretch = SettingId(out_.settings.size());
        out_.settings.push_back(row);
        result_.origins.settings.push_back(from.id.place);
    }

    // --- requests

    void add_requests() {
        for (const FlowRequest& from : flow_.requests) {
            Request row;
            row.id = text(from.id.text);
            row.timeout_ms = from.timeout_ms;
            if (from.screen) row.screen = screen(*from.screen);
            out_.requests.push_back(row);
            result_.origins.requests.push_back(from.id.place);
        }
    }

    /// Their own screens, where they name none, and what their answers do.
    void finish_requests() {
        for (std::size_t i = 0; i < flow_.requests.size(); ++i) {
            const FlowRequest& from = flow_.requests[i];
            actions_.begin(nullptr, RequestId(i));
            if (from.done) out_.requests.edit(i).done = action(*from.done);
            if (from.failed) out_.requests.edit(i).failed = action(*from.failed);
            actions_.begin(nullptr);
            if (from.screen) continue;
            const std::size_t id =
                add_built_in(std::string(built_in_request) + from.id.text, "One moment, please");
            out_.requests.edit(i).screen = ScreenId(id);
            out_.screens.edit(id).request = RequestId(i);
            out_.screens.edit(id).dim = 60;
        }
    }

    // --- questions

    /// Of alternatives that ask: their steps may ask further questions, so the list grows while it
    /// is gone through.
    void add_questions() {
        for (std::size_t i = 0; i < actions_.questions().size(); ++i) {
            const ActionCompiler::Question question = actions_.questions()[i];
            actions_.begin(question.own);
            const ScreenId id =
                add_question(std::to_string(i + 1), *question.from->ask, question.from->steps);
            out_.alternatives.edit(question.alternative).question = id;
            out_.screens.edit(index(id)).request = question.request;
        }
        actions_.begin(nullptr);
    }

    /// Whether a change is to be kept: one for each of the values that conditions tell apart.
    void add_questions_of_settings() {
        for (std::size_t i = 0; i < flow_.settings.size(); ++i) {
            if (flow_.settings[i].keep_within_ms == 0) continue;
            const IndexRange turns = out_.settings[i].turns;
            const std::uint32_t many = out_.settings[i].asks.count == 0 ? 1 : turns.count;
            for (std::uint32_t turn = 0; turn < many; ++turn) {
                const std::string number = many == 1 ? "" : "/" + std::to_string(turn + 1);
                const ScreenId id = add_question_of_setting(flow_.settings[i], number);
                out_.screens.edit(index(id)).keeps = SettingId(i);
                out_.screens.edit(index(id)).keeps_value = out_.turns[turns.begin + turn];
                if (turn == 0) out_.settings.edit(i).question = id;
            }
        }
    }

    ScreenId add_question_of_setting(const FlowSetting& from, const std::string& number) {
        const ScreenId id =
            add_question("keep/" + from.id.text + number,
                         {"Keep this?", "Keep it", "As it was ({time-left})", from.id.place}, {});
        FlowAction nothing;
        nothing.place = from.id.place;
        nothing.alternatives.emplace_back();
        out_.screens.edit(index(id)).moves_on = action(nothing);
        out_.screens.edit(index(id)).moves_on_ms = from.keep_within_ms;
        return id;
    }

    /// A question is a screen of its own, with the safe answer first.
    ScreenId add_question(const std::string& name, const FlowAsk& ask,
                          const std::vector<FlowStep>& steps) {
        const std::size_t id = add_built_in(std::string(built_in_question) + name, ask.text);
        out_.screens.edit(id).question = true;
        out_.screens.edit(id).dim = 60;
        const auto answer = [&](const char* word, const std::string& label,
                                const std::vector<FlowStep>& does) {
            FlowControl control;
            control.kind = ControlKind::button;
            control.id.text = word;
            control.text = label;
            control.press = FlowAction{ask.place, {}};
            control.press->alternatives.push_back({std::nullopt, does, {}});
            add_control(control, ScreenId(id));
            ++out_.screens.edit(id).controls.count;
        };
        answer("no", ask.no, {});
        answer("yes", ask.yes, steps);
        return ScreenId(id);
    }

    void add_event(const FlowEvent& from) {
        out_.events.push_back(
            {text(from.id.text), action(from.action), from.after_ms, from.during, from.waits});
        result_.origins.events.push_back(from.id.place);
    }

    void set_start() {
        result_.origins.start = flow_.start.place;
        if (!flow_.starts.empty()) return set_start_by_condition();
        if (names_.scenes.has(flow_.start.text))
            out_.first_scene = SceneId(names_.scenes.find(flow_.start.text));
        else
            out_.first_screen = screen(flow_.start);
    }

    void set_start_by_condition() {
        result_.origins.start = flow_.starts[0].with.place;
        FlowAction first;
        first.place = flow_.starts[0].with.place;
        for (const FlowStart& start : flow_.starts) {
            const StepKind kind =
                names_.scenes.has(start.with.text) ? StepKind::load : StepKind::go;
            first.alternatives.push_back({start.when, {{kind, start.with, start.with.place}}, {}});
        }
        out_.first_choice = action(first);
    }

    void set_loading() {
        out_.loading.timeout_ms = flow_.loading.timeout_ms;
        out_.loading.screen = flow_.loading.screen
                                  ? screen(*flow_.loading.screen)
                                  : ScreenId(add_built_in(built_in_loading, "Loading"));
        out_.loading.failed =
            flow_.loading.failed ? screen(*flow_.loading.failed) : add_built_in_failure();
    }

    std::size_t add_built_in(std::string_view id, std::string_view title) {
        Screen row;
        row.id = text(id);
        row.title = text(title);
        row.back = action({});
        row.controls = {static_cast<std::uint32_t>(out_.controls.size()), 0};
        out_.screens.push_back(row);
        result_.origins.screens.emplace_back();
        return out_.screens.size() - 1;
    }

    ScreenId add_built_in_failure() {
        const std::size_t id = add_built_in(built_in_failure, "This could not be loaded");
        const auto button = [&](const char* name, const char* label, StepKind step) {
            FlowControl control;
            control.kind = ControlKind::button;
            control.id.text = name;
            control.text = label;
            control.press = FlowAction{{}, {{std::nullopt, {{step, {}, {}}}, {}}}};
            add_control(control, ScreenId(id));
            ++out_.screens.edit(id).controls.count;
        };
        button("retry", "Try again", StepKind::retry);
        button("home", "Back to the start", StepKind::home);
        if (flow_.can_quit) button("quit", "Leave the game", StepKind::quit);
        return ScreenId(id);
    }

    const Flow& flow_;
    const Directory names_;
    Compiled result_;
    CompiledFlow& out_ = result_.flow;
    ActionCompiler actions_;
};

} // namespace

Compiled compile(const Flow& flow) {
    return Compiler(flow).compile();
}

} // namespace rondix
