// A ship's deck: the flow and the Runner that the tests of devices share.
#pragma once

#include "rondix/runtime/runner.hpp"
#include "support.hpp"

namespace rondix::test {

inline const std::string deck = R"flow(
rondix: 1
start: helm
cues: { thud: thud.wav }
styles: { button: { denied: thud } }
settings:
  music: { from: 0, to: 100, by: 5, default: 70 }
  size: { one-of: [one, two, three, four, five, six, seven, eight, nine, ten], default: two }
  accept-key: { binds: accept }
  chart-key: { binds: chart }
  pace: { from: 1, to: 3, default: 1, scales: time-limits }
scenes: { sea: { file: sea, root: bridge } }
flags: { wind: { set-by: game } }
screens:
  helm:
    title: "The helm, {back} to leave"
    layout: { at: top, width: 600 }
    keys: { any: tell any, chart: open chart }
    controls:
      - { button: horn, text: "Sound it ({accept})", press: tell horn, hint: "Press {accept}" }
      - { button: bell, text: Bell, press: tell bell }
      - { slider: music, text: Music, setting: music }
      - { choice: size, text: Size, setting: size, dropdown: yes }
      - { binding: accept, text: Agree, setting: accept-key }
      - { button: sail, text: Sail, press: load sea, when: wind }
      - { label: news, shows: game, text: No news }
      - { label: hint, shows: hint }
      - { button: sink, text: Sink, press: tell sunk, hold: 1s }
      - { button: cargo, text: Cargo, press: open cargo }
  cargo:
    controls:
      - { list: hold, columns: 2, rows: 4, press: tell crate }
      - { button: back, press: back }
  chart: { back: back, moves-on: { after: 2s, do: back } }
  bridge: { play: yes, menu: open pause, pointer: yes }
  pause:
    pads: opener
    pointer: no
    menu: resume
    controls:
      - { button: options, press: open options }
      - { button: leave, press: quit }
  options: { controls: [{ button: back, press: back }] }
)flow";

inline std::string_view key_name(void*, DeviceKind kind, Code code) {
    static const char* const keys[] = {"Up",        "Down",   "Left", "Right", "Return",
                                       "Backspace", "Escape", "F1",   "F2",    "C",
                                       "Space",     "X",      "Y"};
    static const char* const pads[] = {"North",    "South", "West", "East", "Cross",
                                       "Circle",   "Start", "L",    "R",    "Square",
                                       "Triangle", "Z1",    "Z2"};
    const std::size_t number = static_cast<std::size_t>(code) % 13;
    return kind == DeviceKind::pad ? pads[number] : keys[number];
}

class Devices : public testing::Test {
  protected:
    Devices()
        : file_(good_flow(deck))
        , runner_(*file_.compiled) {
        Bindings bindings(flow());
        for (const DeviceKind kind : {DeviceKind::keyboard, DeviceKind::pad}) {
            for (std::uint32_t i = 0; i < bindings.targets(); ++i)
                bindings.add(kind, Code{i}, Target(i));
            bindings.add(kind, space, target_of(Button::accept));
        }
        runner_.set_bindings(bindings, {nullptr, key_name});
        runner_.start();
        settle();
    }

    static constexpr Code accept{4}, back{5}, escape{6}, chart{9}, space{10}, other{11};

    const CompiledFlow& flow() const { return *file_.compiled; }
    void settle() { runner_.advance(0.2); }
    ControlId control(const char* name) const {
        const ControlId id = flow().control(runner_.menu_state().current(), name);
        EXPECT_NE(id, no_control) << name;
        return id;
    }
    Point at(const char* name) const { return runner_.bounds_of(control(name)).middle(); }
    void tap(Device by, Code code) {
        runner_.press_code(by, code);
        runner_.release_code(by, code);
    }
    std::string screen() const {
        return std::string(flow().text(flow()[runner_.menu_state().current()].id));
    }
    void sail() {
        runner_.set_flag(flow().flag("wind"), true);
        runner_.pointer_presses(at("sail"));
        runner_.pointer_releases(at("sail"));
        ASSERT_TRUE(runner_.finish(runner_.load_ticket(), Answer::done));
        settle();
        effects();
    }
    /// What was told, in a line.
    std::string effects() {
        std::string text;
        const auto word = [&](const std::string& one) { text += (text.empty() ? "" : " ") + one; };
        for (const Effect& effect : runner_.take_effects()) {
            const auto id = [&](ControlId control) {
                return std::string(flow().text(flow()[control].id));
            };
            switch (effect.kind) {
            case EffectKind::told: word(std::string(flow().text(effect.word()))); break;
            case EffectKind::denied: word("denied:" + id(effect.control())); break;
            case EffectKind::cue: word("cue"); break;
            case EffectKind::pad: word("pad:" + std::to_string(effect.value)); break;
            case EffectKind::front:
                word("front:" + std::string(flow().text(flow()[effect.screen()].id)));
                break;
            case EffectKind::focus: word("focus:" + id(effect.control())); break;
            case EffectKind::setting: word("setting:" + std::to_string(effect.value)); break;
            default: break;
            }
        }
        return text;
    }
    std::string text_of(const char* name, ItemKind kind) {
        for (const Item& item : runner_.view())
            if (item.control == control(name) && item.kind == kind) return std::string(item.text);
        ADD_FAILURE() << name << " is not to be seen";
        return {};
    }
    std::string title() {
        for (const Item& item : runner_.view())
            if (item.kind == ItemKind::title && !item.leaving) return std::string(item.text);
        return {};
    }

    FlowFile file_;
    Runner runner_;
};

} // namespace rondix::test
