#include "resolving/resolve.hpp"

#include "reading/grammar.hpp"
#include "reading/setting_values.hpp"
#include "resolving/actions_of.hpp"
#include "resolving/directory.hpp"
#include "rondix/runtime/target.hpp"
#include "rondix/tools/names.hpp"

#include <algorithm>
#include <map>
#include <unordered_map>
#include <unordered_set>

namespace rondix {

namespace {

class Resolver {
  public:
    Resolver(const Flow& flow, Findings& findings)
        : flow_(flow)
        , findings_(findings)
        , names_(flow) {}

    void resolve() {
        gather_keys();
        resolve_start(flow_.start);
        for (const FlowStart& start : flow_.starts) {
            resolve_start(start.with);
            if (start.when) resolve_condition(*start.when);
        }
        for (const FlowSetting& setting : flow_.settings)
            if (names_.flags.has(setting.id.text))
                add_finding(findings_, RuleId::given_twice, setting.id.place,
                            "'" + setting.id.text + "' is also the name of a flag")
                    .fix = "rename one of them";
        resolve_settings();
        for (const FlowFlag& flag : flow_.flags)
            for (const Name& screen : flag.except_on) need_screen(screen);
        resolve_order();
        check_key_defaults();
        for (const Name& key : flow_.pad_keys)
            if (!is_key(key.text))
                add_finding(findings_, RuleId::unknown_name, key.place,
                            "no screen has the key '" + key.text + "'" +
                                suggestion(key.text, keys_))
                    .fix = "use a key from the 'keys' of a screen";
        for (const FlowScene& scene : flow_.scenes)
            if (!scene.root.text.empty()) need_screen(scene.root);
        if (flow_.loading.screen) need_menu(*flow_.loading.screen, "a loading screen");
        if (flow_.loading.failed) need_menu(*flow_.loading.failed, "a failure screen");
        for (const FlowEvent& event : flow_.events) resolve_action(event.action);
        for (const FlowRequest& request : flow_.requests) {
            if (request.screen) need_screen(*request.screen);
            if (request.done) resolve_action(*request.done);
            if (request.failed) resolve_action(*request.failed);
        }
        for (const FlowScreen& screen : flow_.screens) resolve_screen(screen);
    }

    void report_unused_scenes() {
        for (const FlowScene& scene : flow_.scenes)
            if (!loaded_.contains(scene.id.text))
                add_finding(findings_, RuleId::scene_unused, scene.id.place,
                            "no step loads the scene '" + scene.id.text + "'");
        for (const FlowRequest& request : flow_.requests)
            if (!requested_.contains(request.id.text))
                add_finding(findings_, RuleId::request_unused, request.id.place,
                            "no step makes the request '" + request.id.text + "'");
    }

  private:
    // --- the order of scenes

    void resolve_order() {
        std::unordered_map<std::string, SourceRange> first;
        for (const Name& scene : flow_.order) {
            need_scene(scene, false);
            const auto [known, is_new] = first.try_emplace(scene.text, scene.place);
            if (!is_new)
                add_finding(findings_, RuleId::given_twice, scene.place,
                            "'" + scene.text + "' has a place in the order already")
                    .also.push_back({known->second, "it is given first here"});
        }
        for (const FlowSetting& setting : flow_.settings)
            if (setting.id.text == "scene")
                add_finding(findings_, RuleId::bad_name, setting.id.place,
                            "'scene is' asks for the scene that is loaded, so no setting has that "
                            "name")
                    .fix = "give it another name";
        for (const FlowScene& scene : flow_.scenes)
            if (scene.id.text == "next" || scene.id.text == "previous")
                add_finding(findings_, RuleId::bad_name, scene.id.place,
                            "'load " + scene.id.text + "' is a step, so no scene has that name")
                    .fix = "give it another name";
    }

    void need_order(SourceRange place) {
        if (flow_.order.empty())
            add_finding(findings_, RuleId::missing_key, place,
                        "this needs the scenes in order, and the flow has no 'order'")
                .fix = "add it to the flow: 'order: [SCENE, SCENE, ...]'";
    }

    // --- keys

    void gather_keys() {
        for (std::size_t i = 0; i < button_count; ++i)
            keys_.emplace_back(name_of(CompiledFlow{}, Target(i)));
        for (const FlowScreen& screen : flow_.screens)
            for (const FlowKey& key : screen.keys)
                if (key.key.text != "any") keys_.push_back(key.key.text);
    }
    bool is_key(const std::string& name) const {
        return std::find(keys_.begin(), keys_.end(), name) != keys_.end();
    }

    /// Several screens may say what stands for a key, if they say the same; and a key of the
    /// keyboard, or a button of the pad, stands for one only.
    void check_key_defaults() {
        check_defaults([](const FlowKey& key) { return key.keyboard; });
        check_defaults([](const FlowKey& key) { return key.pad; });
    }

    template <class Which>
    void check_defaults(Which which) {
        struct Given {
            std::string key;
            Name word;
        };
        std::map<std::string, Given> of_key, of_word;
        const auto look_at = [&](const std::string& key, const Name& word) {
            const Given& first = of_key.try_emplace(key, Given{key, word}).first->second;
            const Given& taken = of_word.try_emplace(word.text, Given{key, word}).first->second;
            if (first.word.text != word.text)
                report_default(word, "'" + first.word.text + "' stands for '" + key + "' already",
                               first.word);
            else if (taken.key != key)
                report_default(word, "'" + word.text + "' stands for '" + taken.key + "' already",
                               taken.word);
        };
        for (const FlowScreen& screen : flow_.screens)
            for (const FlowKey& key : screen.keys)
                if (const std::optional<Name> word = which(key); word && key.key.text != "any")
                    look_at(key.key.text, *word);
        if (of_word.empty()) return;
        for (const FlowScreen& screen : flow_.screens) // those that have the name of one
            for (const FlowKey& key : screen.keys)
                if (const auto taken = of_word.find(std::string(grammar::key_named(key.key.text)));
                    taken != of_word.end() && !of_key.contains(key.key.text))
                    report_default(taken->second.word,
                                   "'" + taken->first + "' is the key '" + key.key.text +
                                       "' already",
                                   key.key);
    }

    void report_default(const Name& word, std::string text, const Name& first) {
        Finding& finding = add_finding(findings_, RuleId::given_twice, word.place, std::move(text));
        finding.also.push_back({first.place, "it is given first here"});
        finding.fix = "let one key of the keyboard, or one button of the pad, stand for it";
    }

    /// A text may have braces for reasons of the game's own, so this is no error.
    void check_mentions(const std::vector<Name>& mentions) {
        for (const Name& name : mentions)
            if (!is_key(name.text) && name.text != time_left_mention)
                add_finding(findings_, RuleId::unknown_mention, name.place,
                            "there is no key '" + name.text + "' to name here" +
                                suggestion(name.text, keys_))
                    .fix =
                    "use a button (accept, back, menu ...) or a key from the 'keys' of a screen";
    }

    void resolve_settings() {
        const FlowSetting* stretches = nullptr;
        for (const FlowSetting& setting : flow_.settings) {
            if (setting.binds && !is_key(setting.binds->text))
                add_finding(findings_, RuleId::unknown_name, setting.binds->place,
                            "there is no key '" + setting.binds->text + "'" +
                                suggestion(setting.binds->text, keys_))
                    .fix =
                    "use a button (accept, back, menu ...) or a key from the 'keys' of a screen";
            if (setting.stretches && stretches)
                add_finding(findings_, RuleId::given_twice, setting.id.place,
                            "another setting already scales the time limits")
                    .also.push_back({stretches->id.place, "this one"});
            if (setting.stretches) stretches = &setting;
        }
    }

    void resolve_start(const Name& name) {
        if (name.text.empty()) return;
        const bool scene = names_.scenes.has(name.text);
        const bool screen = names_.screens.has(name.text);
        if (scene) loaded_.insert(name.text);
        if (scene && screen) {
            add_finding(findings_, RuleId::given_twice, name.place,
                        "'" + name.text + "' is both a scene and a screen")
                .fix = "rename one of them";
        } else if (screen) {
            need_menu(name, "the first screen");
        } else if (!scene) {
            std::vector<std::string_view> both = names_.scenes.names();
            both.insert(both.end(), names_.screens.names().begin(), names_.screens.names().end());
            unknown(RuleId::unknown_name, name, "scene or screen", both, flow_.screens_place,
                    "screens");
        }
    }

    void resolve_screen(const FlowScreen& screen) {
        if (screen.like) need_screen(*screen.like);
        check_mentions(screen.mentions);
        if (screen.back) resolve_action(*screen.back);
        if (screen.menu) resolve_action(*screen.menu);
        if (screen.moves_on) resolve_action(screen.moves_on->action);
        if (screen.idle) resolve_action(screen.idle->action);
        if (screen.closes_when) resolve_condition(*screen.closes_when);
        for (const FlowKey& key : screen.keys) resolve_action(key.action);
        std::unordered_map<std::string_view, SourceRange> seen;
        for (const FlowControl& control : screen.controls) {
            const auto [first, is_new] = seen.try_emplace(control.id.text, control.id.place);
            if (!is_new)
                add_finding(findings_, RuleId::given_twice, control.id.place,
                            "'" + screen.id.text + "' has a control '" + control.id.text +
                                "' already")
                    .also.push_back({first->second, "it is given first here"});
            check_mentions(control.mentions);
            if (control.when) resolve_condition(*control.when);
            if (control.press) resolve_action(*control.press);
        }
    }

    void resolve_action(const FlowAction& action) {
        for (const FlowAlternative& alternative : action.alternatives) {
            if (alternative.when) resolve_condition(*alternative.when);
            for (const FlowStep& step : alternative.steps) resolve_step(step);
        }
    }

    void resolve_step(const FlowStep& step) {
        switch (step.kind) {
        case StepKind::open: need_menu(step.subject, "the target of 'open'"); break;
        case StepKind::go: need_menu(step.subject, "the target of 'go'"); break;
        case StepKind::back_to: need_screen(step.subject); break;
        case StepKind::load:
            if (step.one_of.empty()) need_scene(step.subject);
            for (const Name& scene : step.one_of) need_scene(scene);
            break;
        case StepKind::load_next:
        case StepKind::load_previous:
            need_order(step.place);
            for (const Name& scene : flow_.order) loaded_.insert(scene.text);
            break;
        case StepKind::request: need_request(step.subject); break;
        case StepKind::set:
        case StepKind::reset: resolve_set(step); break;
        case StepKind::raise:
        case StepKind::lower: need_flag(step.subject); break;
        case StepKind::quit:
            if (!flow_.can_quit)
                add_finding(findings_, RuleId::bad_step, step.place,
                            "the flow has 'quit: no', so no step may quit");
            break;
        case StepKind::todo:
            add_finding(findings_, RuleId::todo, step.place, "not wired yet: " + step.subject.text);
            break;
        case StepKind::back:
        case StepKind::resume:
        case StepKind::retry:
        case StepKind::home:
        case StepKind::turn:
        case StepKind::tell: break;
        }
    }

    void resolve_condition(const Condition& condition) {
        for (const Condition& part : condition.parts) resolve_condition(part);
        if (!condition.parts.empty() || condition.kind == Condition::Kind::has_rows) return;
        if (condition.kind == Condition::Kind::scene_is) return need_scene(condition.value, false);
        if (condition.kind == Condition::Kind::scene_has) return need_order(condition.value.place);
        const bool plain = condition.kind == Condition::Kind::flag;
        if (plain && names_.flags.has(condition.subject.text)) return;
        if (const FlowSetting* setting = find_setting(condition.subject.text))
            return check_asked(*setting, condition);
        if (plain)
            need_flag(condition.subject);
        else
            need_setting(condition.subject);
    }

    const FlowSetting* find_setting(const std::string& name) const {
        return names_.settings.has(name) ? &flow_.settings[names_.settings.find(name)] : nullptr;
    }

    void check_asked(const FlowSetting& setting, const Condition& condition) {
        const auto asked = asked_values(setting, condition);
        if (asked && !asked->never()) return;
        const SourceRange place =
            condition.value.text.empty() ? condition.subject.place : condition.value.place;
        Finding& finding =
            add_finding(findings_, RuleId::bad_condition, place,
                        asked ? "this is never true: the values of '" + setting.id.text + "' " +
                                    values_of(setting)
                              : "'" + setting.id.text + "' cannot be compared so: its values " +
                                    values_of(setting));
        finding.also.push_back({setting.id.place, "it is declared here"});
    }

    static std::string values_of(const FlowSetting& setting) {
        switch (setting.kind) {
        case SettingKind::yes_no: return "are yes and no";
        case SettingKind::text: return "are texts, which conditions cannot test";
        case SettingKind::key: return "are keys, which conditions cannot test";
        case SettingKind::number:
            if (setting.values.empty()) return "are numbers";
            return "range from " + setting.values.front().text + " to " +
                   setting.values.back().text;
        case SettingKind::choice: break;
        }
        std::string all;
        for (const Name& value : setting.values) all += (all.empty() ? "" : ", ") + value.text;
        return "are " + all;
    }

    void resolve_set(const FlowStep& step) {
        const FlowSetting* setting = find_setting(step.subject.text);
        if (!setting) return need_setting(step.subject);
        if (step.kind == StepKind::reset || value_of(*setting, step.value.text)) return;
        std::vector<std::string_view> words;
        for (const Name& value : setting->values) words.push_back(value.text);
        add_finding(findings_, RuleId::bad_step, step.value.place,
                    "'" + setting->id.text + "' cannot be '" + step.value.text + "': its values " +
                        values_of(*setting) +
                        (setting->kind == SettingKind::choice ? suggestion(step.value.text, words)
                                                              : Suggestion{}))
            .also.push_back({setting->id.place, "it is declared here"});
    }

    void need_setting(const Name& name) {
        unknown(RuleId::unknown_name, name, "setting", names_.settings.names(),
                flow_.settings_place, "settings");
    }

    void need_request(const Name& name) {
        requested_.insert(name.text);
        if (names_.requests.has(name.text)) return;
        unknown(RuleId::unknown_name, name, "request", names_.requests.names(),
                flow_.requests_place, "requests");
    }

    bool need_screen(const Name& name) {
        if (names_.screens.has(name.text)) return true;
        unknown(RuleId::unknown_name, name, "screen", names_.screens.names(), flow_.screens_place,
                "screens");
        return false;
    }

    /// A play screen appears only with its scene.
    void need_menu(const Name& name, std::string_view what) {
        if (!need_screen(name)) return;
        const FlowScreen& screen = flow_.screens[names_.screens.find(name.text)];
        if (!screen.play.value_or(false)) return;
        Finding& finding = add_finding(findings_, RuleId::play_unbound, name.place,
                                       std::string(what) + " cannot be a play screen: '" +
                                           name.text + "' appears only with its scene");
        finding.also.push_back({screen.play_place, "it is a play screen here"});
        finding.fix = "load a scene with this root, or use 'resume' to return to it";
    }

    void need_scene(const Name& name, bool is_loaded = true) {
        if (is_loaded) loaded_.insert(name.text);
        if (names_.scenes.has(name.text)) return;
        unknown(RuleId::scene_not_listed, name, "scene", names_.scenes.names(), flow_.scenes_place,
                "scenes");
    }

    void need_flag(const Name& name) {
        if (names_.flags.has(name.text)) return;
        unknown(RuleId::unknown_name, name, "flag", names_.flags.names(), flow_.flags_place,
                "flags");
    }

    void unknown(RuleId rule, const Name& name, std::string_view kind,
                 const std::vector<std::string_view>& names, SourceRange declared,
                 std::string_view table) {
        // Of a table in which a name stands twice, one of the two was most likely meant to be this.
        if (table == "screens" && has_screen_twice()) return;
        const Suggestion near = suggestion(name.text, names);
        const std::string quoted = "'" + name.text + "'";
        Finding& finding =
            add_finding(findings_, rule, name.place,
                        rule == RuleId::scene_not_listed
                            ? "the scene " + quoted + " is not listed" + near
                            : "there is no " + std::string(kind) + " " + quoted + near);
        if (declared.known())
            finding.also.push_back({declared, std::string(table) + " are declared here"});
        if (table == "screens" && names_.scenes.has(name.text))
            finding.fix = quoted + " is a scene: write 'load " + name.text + "'";
        else if (table == "scenes" && names_.screens.has(name.text))
            finding.fix = quoted + " is a screen: write 'open " + name.text + "'";
        else if (table == "flags" && names_.events.has(name.text))
            finding.fix = quoted + " is an event; conditions ask about flags and settings";
        else if (rule == RuleId::scene_not_listed && near.name.empty())
            finding.fix =
                "list it: '" + name.text + ": { file: scenes/" + name.text + ".json, root: ... }'";
        else if (!declared.known())
            finding.fix = "the flow has no '" + std::string(table) + ":'; declare it there";
    }

    bool has_screen_twice() const {
        return std::any_of(findings_.begin(), findings_.end(), [&](const Finding& finding) {
            return finding.rule == RuleId::given_twice && !finding.also.empty() &&
                   std::any_of(flow_.screens.begin(), flow_.screens.end(),
                               [&](const FlowScreen& screen) {
                                   const SourceRange first = finding.also[0].place;
                                   return screen.id.place.file == first.file &&
                                          screen.id.place.begin == first.begin;
                               });
        });
    }

    const Flow& flow_;
    Findings& findings_;
    const Directory names_;
    std::unordered_set<std::string_view> loaded_, requested_;
    std::vector<std::string_view> keys_; // that texts and settings may name
};

/// After `extends` is expanded: a play screen stays at the bottom, so nothing of its own may swap
/// it.
void check_play_screens(const Flow& flow, Findings& findings) {
    for (const FlowScreen& screen : flow.screens) {
        if (!screen.play.value_or(false)) continue;
        each_action_of(screen, [&](const FlowAction& action, const FlowControl*) {
            for (const FlowAlternative& alternative : action.alternatives)
                for (const FlowStep& step : alternative.steps)
                    if (step.kind == StepKind::go)
                        add_finding(findings, RuleId::play_unbound, step.place,
                                    "'go' cannot replace a play screen, and '" + screen.id.text +
                                        "' is one")
                            .fix = "write 'open " + step.subject.text + "'";
        });
    }
}

} // namespace

void resolve(Flow& flow, Findings& findings) {
    expand_parts(flow, findings);
    expand_scene_buttons(flow, findings);
    Resolver resolver(flow, findings);
    resolver.resolve();
    expand_likes(flow, findings);
    check_play_screens(flow, findings);
    resolve_controls(flow, findings);
    // With a wrong name somewhere, what seems unused may be what that name meant.
    if (!has_errors(findings)) resolver.report_unused_scenes();
}

} // namespace rondix
