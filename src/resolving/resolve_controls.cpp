// What hangs on the controls that a screen has once `extends` is expanded: the settings that they
// change, pages and the steps that turn them, lists and the conditions that ask for their rows. And
// the screens of requests, which belong to their requests alone.
#include "reading/action_reader.hpp"
#include "reading/grammar.hpp"
#include "resolving/actions_of.hpp"
#include "resolving/directory.hpp"
#include "resolving/resolve.hpp"
#include "rondix/tools/names.hpp"

#include <algorithm>
#include <set>

namespace rondix {

namespace {

class ControlResolver {
  public:
    ControlResolver(const Flow& flow, Findings& findings)
        : flow_(flow)
        , findings_(findings)
        , names_(flow) {}

    void resolve() {
        for (const FlowScreen& screen : flow_.screens) {
            for (const FlowControl& control : screen.controls) resolve_control(screen, control);
            check_pages(screen);
            check_routes(screen);
            if (screen.closes_when) resolve_rows(*screen.closes_when, &screen);
            each_action_of(screen, [&](const FlowAction& action, const FlowControl* control) {
                resolve_action(action, &screen, control);
            });
        }
        each_action_elsewhere(
            flow_, [&](const FlowAction& action) { resolve_action(action, nullptr, nullptr); });
        for (const FlowRequest& request : flow_.requests)
            for (const auto* action : {&request.done, &request.failed})
                if (*action) refuse_to_ask_about(**action);
        for (const FlowStart& start : flow_.starts)
            if (start.when) resolve_rows(*start.when, nullptr);
        resolve_requests();
    }

  private:
    void resolve_control(const FlowScreen& screen, const FlowControl& control) {
        if (control.when) resolve_rows(*control.when, &screen);
        if (control.setting) resolve_setting(control);
    }

    void resolve_setting(const FlowControl& control) {
        const Name& name = *control.setting;
        if (!names_.settings.has(name.text)) {
            Finding& finding = add_finding(findings_, RuleId::unknown_name, name.place,
                                           "there is no setting '" + name.text + "'" +
                                               suggestion(name.text, names_.settings.names()));
            finding.fix = "declare it under 'settings:'";
            return;
        }
        const FlowSetting& setting = flow_.settings[names_.settings.find(name.text)];
        const grammar::ControlRow& row = grammar::row_of(control.kind);
        const auto kind = kind_of(row.setting);
        if (!kind || setting.kind == *kind) return;
        Finding& finding =
            add_finding(findings_, RuleId::wrong_type, name.place,
                        std::string(row.what) + " changes a setting that is " +
                            in_words(row.setting) + ", and '" + name.text + "' is none");
        finding.also.push_back({setting.id.place, "it is declared here"});
        for (const grammar::ControlRow& other : grammar::controls)
            if (kind_of(other.setting) == setting.kind)
                finding.fix = "make it " + std::string(other.what);
    }

    /// Nothing where it does not matter.
    static std::optional<SettingKind> kind_of(grammar::OfSetting of) {
        switch (of) {
        case grammar::OfSetting::none:
        case grammar::OfSetting::any: break;
        case grammar::OfSetting::yes_no: return SettingKind::yes_no;
        case grammar::OfSetting::number: return SettingKind::number;
        case grammar::OfSetting::choice: return SettingKind::choice;
        case grammar::OfSetting::text: return SettingKind::text;
        case grammar::OfSetting::key: return SettingKind::key;
        }
        return std::nullopt;
    }

    static std::string in_words(grammar::OfSetting of) {
        switch (of) {
        case grammar::OfSetting::none:
        case grammar::OfSetting::any: break;
        case grammar::OfSetting::yes_no: return "yes or no";
        case grammar::OfSetting::number: return "a number";
        case grammar::OfSetting::choice: return "one of a list";
        case grammar::OfSetting::text: return "a text";
        case grammar::OfSetting::key: return "a key";
        }
        return "";
    }

    // --- pages

    void check_pages(const FlowScreen& screen) {
        std::vector<std::string_view> groups;
        for (const FlowGroup& group : screen.looks.groups) groups.push_back(group.id.text);
        std::set<std::string_view> shown;
        std::size_t codes = 1;
        for (const FlowControl& control : screen.controls) {
            if (control.kind != ControlKind::pages) continue;
            codes *= std::max<std::size_t>(1, control.pages.size());
            for (const Name& page : control.pages) {
                if (std::find(groups.begin(), groups.end(), page.text) == groups.end())
                    add_finding(findings_, RuleId::unknown_name, page.place,
                                "'" + screen.id.text + "' has no group '" + page.text +
                                    "' to show" + suggestion(page.text, groups))
                        .fix = "declare it under 'groups' of the screen: '" + page.text +
                               ": { as: column }'";
                else if (!shown.insert(page.text).second)
                    add_finding(findings_, RuleId::given_twice, page.place,
                                "the group '" + page.text + "' is already a page");
            }
            if (control.box.group && page_of(screen, control.box.group->text).pages)
                add_finding(findings_, RuleId::wrong_type, control.id.place,
                            "pages cannot be nested");
            if (codes > 0xFFFF)
                return void(add_finding(findings_, RuleId::too_large, control.id.place,
                                        "'" + screen.id.text + "' has too many pages"));
        }
    }

    // --- focus

    void check_routes(const FlowScreen& screen) {
        if (screen.focus) need_control(screen, *screen.focus);
        for (const FlowControl& control : screen.controls)
            for (const FlowRoute& route : control.routes) {
                need_control(screen, route.to);
                const bool turns =
                    control.kind == ControlKind::slider || control.kind == ControlKind::choice;
                if (turns && route.direction >= 2)
                    add_finding(findings_, RuleId::wrong_type, route.to.place,
                                "left and right turn '" + control.id.text +
                                    "' itself and cannot be routes");
            }
    }

    void need_control(const FlowScreen& screen, const Name& name) {
        std::vector<std::string_view> names;
        for (const FlowControl& control : screen.controls) {
            if (!is_usable_kind(control.kind)) continue;
            if (control.id.text == name.text) return;
            names.push_back(control.id.text);
        }
        add_finding(findings_, RuleId::unknown_name, name.place,
                    "'" + screen.id.text + "' has no control '" + name.text +
                        "' that can have the focus" + suggestion(name.text, names));
    }

    // --- what steps and conditions name

    void resolve_action(const FlowAction& action, const FlowScreen* own,
                        const FlowControl* control) {
        for (const FlowAlternative& alternative : action.alternatives) {
            if (alternative.when) resolve_rows(*alternative.when, own);
            check_kept(alternative);
            for (const FlowStep& step : alternative.steps) {
                if (step.kind == StepKind::turn) resolve_turn(step, own);
                if (step.kind == StepKind::open || step.kind == StepKind::go)
                    refuse_request_screen(step.subject, name_of(step.kind));
                if (!step.one_of.empty() && (!control || control->kind != ControlKind::list))
                    add_finding(
                        findings_, RuleId::bad_step, step.place,
                        "'one-of' is for the press of a list only: the game chooses for each "
                        "row");
            }
        }
    }

    const FlowSetting* kept_setting(const FlowStep& step) const {
        if (change_by(step.kind) != StepChange::sets_setting) return nullptr;
        if (!names_.settings.has(step.subject.text)) return nullptr;
        const FlowSetting& setting = flow_.settings[names_.settings.find(step.subject.text)];
        return setting.keep_within_ms > 0 ? &setting : nullptr;
    }

    /// Whether a change is to be kept is asked over the current screen, which has to stay.
    void check_kept(const FlowAlternative& alternative) {
        if (alternative.steps.empty() || !moves_among_screens(alternative.steps.back().kind))
            return;
        for (const FlowStep& step : alternative.steps)
            if (const FlowSetting* setting = kept_setting(step)) {
                Finding& finding = add_finding(
                    findings_, RuleId::step_order, step.place,
                    "whether '" + setting->id.text +
                        "' is to be kept is asked here, so these steps cannot go on to '" +
                        std::string(name_of(alternative.steps.back().kind)) + "'");
                finding.also.push_back({setting->id.place, "it has 'keep-within'"});
                finding.fix = "use another press to change the screen";
            }
    }

    void refuse_to_ask_about(const FlowAction& answer) {
        for (const FlowAlternative& alternative : answer.alternatives)
            for (const FlowStep& step : alternative.steps)
                if (const FlowSetting* setting = kept_setting(step))
                    add_finding(
                        findings_, RuleId::step_order, step.place,
                        "whether '" + setting->id.text +
                            "' is to be kept is asked over the screen that waits, and that closes")
                        .also.push_back({setting->id.place, "it has 'keep-within'"});
    }

    void resolve_turn(const FlowStep& step, const FlowScreen* own) {
        const FlowControl* pages = control_named(flow_, own, ControlKind::pages, step.subject.text);
        if (!pages) return report_unnamed(step.subject, ControlKind::pages, "pages");
        const std::string& to = step.value.text;
        std::vector<std::string_view> words = {"next", "previous"};
        for (const Name& page : pages->pages) words.push_back(page.text);
        if (std::find(words.begin(), words.end(), to) == words.end())
            add_finding(findings_, RuleId::unknown_name, step.value.place,
                        "'" + step.subject.text + "' has no page '" + to + "'" +
                            suggestion(to, words))
                .fix = "use 'next', 'previous' or one of its groups";
    }

    void resolve_rows(const Condition& condition, const FlowScreen* own) {
        for (const Condition& part : condition.parts) resolve_rows(part, own);
        if (condition.kind != Condition::Kind::has_rows) return;
        if (!control_named(flow_, own, ControlKind::list, condition.subject.text))
            report_unnamed(condition.subject, ControlKind::list, "list");
    }

    void report_unnamed(const Name& name, ControlKind kind, const std::string& what) {
        std::vector<std::string_view> names;
        for (const FlowScreen& screen : flow_.screens)
            for (const FlowControl& control : screen.controls)
                if (control.kind == kind) names.push_back(control.id.text);
        const bool several = std::count(names.begin(), names.end(), name.text) > 1;
        add_finding(findings_, RuleId::unknown_name, name.place,
                    several ? Said("several screens have " + what + " '" + name.text + "'")
                            : "there is no " + what + " '" + name.text + "'" +
                                  suggestion(name.text, names));
    }

    // --- requests

    void resolve_requests() {
        std::set<std::string_view> taken;
        for (const FlowRequest& request : flow_.requests) {
            if (!request.screen || !names_.screens.has(request.screen->text)) continue;
            const FlowScreen& screen = flow_.screens[names_.screens.find(request.screen->text)];
            if (screen.play.value_or(false))
                refuse(*request.screen, "a play screen cannot wait for a request");
            if (!taken.insert(screen.id.text).second)
                refuse(*request.screen,
                       "'" + screen.id.text + "' already waits for another request")
                    .fix =
                    "give this request its own screen: 'other: { extends: " + screen.id.text +
                    " }'";
        }
        for (const FlowScene& scene : flow_.scenes)
            refuse_request_screen(scene.root, "a scene's root");
        refuse_request_screen(flow_.start, "the start");
        for (const FlowStart& start : flow_.starts) refuse_request_screen(start.with, "the start");
        if (flow_.loading.screen) refuse_request_screen(*flow_.loading.screen, "loading");
        if (flow_.loading.failed) refuse_request_screen(*flow_.loading.failed, "loading");
    }

    void refuse_request_screen(const Name& name, std::string_view where) {
        for (const FlowRequest& request : flow_.requests)
            if (request.screen && request.screen->text == name.text)
                refuse(name, "'" + name.text + "' is shown while the request '" + request.id.text +
                                 "' is pending and cannot be used by '" + std::string(where) + "'")
                    .fix = "write 'request " + request.id.text + "'";
    }

    Finding& refuse(const Name& name, std::string text) {
        return add_finding(findings_, RuleId::request_screen, name.place, std::move(text));
    }

    const Flow& flow_;
    Findings& findings_;
    const Directory names_;
};

} // namespace

void resolve_controls(const Flow& flow, Findings& findings) {
    ControlResolver(flow, findings).resolve();
}

} // namespace rondix
