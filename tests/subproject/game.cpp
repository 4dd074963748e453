// A flow without YAML: tables written by hand, one screen with one button that quits. What is not
// verified is not run.
#include "rondix/runtime/runner.hpp"

int main() {
    using namespace rondix;
    CompiledFlow flow;
    flow.texts.append(std::string_view("titleleave"));
    flow.steps.push_back({StepKind::quit, 0, 0});
    flow.alternatives.push_back({holds, {0, 1}, no_screen});
    flow.actions.push_back({{0, 1}});
    Control leave;
    leave.id = leave.text = {5, 5};
    leave.press = ActionId{0};
    leave.screen = ScreenId{0};
    leave.kind = ControlKind::button;
    flow.controls.push_back(leave);
    Screen title;
    title.id = {0, 5};
    title.controls = {0, 1};
    flow.screens.push_back(title);
    flow.first_screen = ScreenId{0};
    flow.loading = {ScreenId{0}, ScreenId{0}, 0};
    if (!verify(flow)) return 1;

    Runner menus(flow);
    menus.start();
    menus.advance(Runner::settling_time);
    menus.press(Button::accept);
    for (const Effect& effect : menus.take_effects())
        if (effect.kind == EffectKind::quit) return 0;
    return 2;
}
