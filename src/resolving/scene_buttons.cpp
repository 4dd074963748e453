// A button `for-each: scene` stands for one button for each scene of the order, which loads it: a
// level select. `level` of the scene `reef` becomes `level-reef`. With `unlocked` a setting says
// how many of them can be pressed.
#include "resolving/directory.hpp"
#include "resolving/resolve.hpp"
#include "rondix/tools/names.hpp"

#include <algorithm>

namespace rondix {

namespace {

void replace(std::string& text, std::string_view what, const std::string& by) {
    for (std::size_t at = text.find(what); at != std::string::npos;
         at = text.find(what, at + by.size()))
        text.replace(at, what.size(), by);
}

Condition both(Condition a, Condition b) {
    Condition all;
    all.kind = Condition::Kind::both;
    all.parts = {std::move(a), std::move(b)};
    return all;
}

bool has_any(const FlowScreen& screen) {
    return std::ranges::any_of(
        screen.controls, [](const FlowControl& control) { return control.for_each_scene.known(); });
}

class SceneButtons {
  public:
    SceneButtons(Flow& flow, Findings& findings)
        : flow_(flow)
        , findings_(findings)
        , names_(flow) {}

    void expand() {
        for (FlowScreen& screen : flow_.screens) {
            if (!has_any(screen)) continue;
            std::vector<FlowControl> controls;
            for (FlowControl& control : screen.controls)
                if (control.for_each_scene.known())
                    put(control, controls);
                else
                    controls.push_back(std::move(control));
            screen.controls = std::move(controls);
        }
    }

  private:
    void put(const FlowControl& button, std::vector<FlowControl>& controls) {
        if (flow_.order.empty())
            add_finding(findings_, RuleId::missing_key, button.for_each_scene,
                        "this needs the scenes in order, and the flow has no 'order'")
                .fix = "add it to the flow: 'order: [SCENE, SCENE, ...]'";
        const FlowSetting* unlocked = button.unlocked ? setting(*button.unlocked) : nullptr;
        for (std::size_t i = 0; i < flow_.order.size(); ++i) {
            const Name& scene = flow_.order[i];
            if (is_again(i)) continue; // which is told
            FlowControl& one = controls.emplace_back(button);
            one.for_each_scene = {};
            one.id.text += "-" + scene.text;
            name(one, scene.text, i + 1);
            one.press = FlowAction{
                button.id.place,
                {{std::nullopt, {{StepKind::load, {scene.text, scene.place}, button.id.place}}}}};
            if (unlocked) lock(one, *unlocked, i);
        }
    }

    bool is_again(std::size_t place) const {
        const auto end = flow_.order.begin() + static_cast<std::ptrdiff_t>(place);
        return std::any_of(flow_.order.begin(), end,
                           [&](const Name& one) { return one.text == flow_.order[place].text; });
    }

    /// `{title}` and `{number}` in its texts.
    void name(FlowControl& one, const std::string& scene, std::size_t number) const {
        std::string title = title_from(scene);
        if (names_.scenes.has(scene) && !flow_.scenes[names_.scenes.find(scene)].title.empty())
            title = flow_.scenes[names_.scenes.find(scene)].title;
        const auto fill_in = [&](std::string& text) {
            replace(text, "{number}", std::to_string(number));
            replace(text, "{title}", title);
        };
        if (one.text.empty() && one.pieces.empty()) one.text = title;
        fill_in(one.text);
        fill_in(one.hint);
        for (FlowPiece& piece : one.pieces) fill_in(piece.text);
        std::erase_if(one.mentions, [](const Name& mentioned) {
            return mentioned.text == "number" || mentioned.text == "title";
        });
    }

    /// While the setting is no more than so many.
    static void lock(FlowControl& one, const FlowSetting& unlocked, std::size_t number) {
        Condition more;
        more.kind = Condition::Kind::above;
        more.subject = *one.unlocked;
        more.value = {std::to_string(number), one.unlocked->place};
        if (std::stod(unlocked.values.front().text) > static_cast<double>(number)) return; // always
        one.when = one.when ? both(std::move(*one.when), std::move(more)) : std::move(more);
    }

    const FlowSetting* setting(const Name& name) {
        if (!names_.settings.has(name.text)) {
            add_finding(findings_, RuleId::unknown_name, name.place,
                        "there is no setting '" + name.text + "'" +
                            suggestion(name.text, names_.settings.names()))
                .fix = "declare it under 'settings:': '" + name.text +
                       ": { from: 1, to: " + std::to_string(flow_.order.size()) + " }'";
            return nullptr;
        }
        const FlowSetting& found = flow_.settings[names_.settings.find(name.text)];
        if (found.kind == SettingKind::number && !found.values.empty() &&
            std::stod(found.values.back().text) >= static_cast<double>(flow_.order.size()))
            return &found;
        add_finding(findings_, RuleId::bad_condition, name.place,
                    "'" + name.text + "' cannot say how many of the " +
                        std::to_string(flow_.order.size()) + " scenes are unlocked")
            .fix = "let it be a number that goes so far: '" + name.text +
                   ": { from: 1, to: " + std::to_string(flow_.order.size()) + " }'";
        return nullptr;
    }

    Flow& flow_;
    Findings& findings_;
    Directory names_;
};

} // namespace

void expand_scene_buttons(Flow& flow, Findings& findings) {
    if (std::ranges::any_of(flow.screens, has_any)) SceneButtons(flow, findings).expand();
}

} // namespace rondix
