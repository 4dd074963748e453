// Names looked up in a compiled flow, and the check of its invariants.
#include "rondix/compiled_flow.hpp"

#include <algorithm>

namespace rondix {

namespace {

template <class Id, class Rows, class IdOf>
Id find(const CompiledFlow& flow, const Rows& rows, std::string_view name, Id none, IdOf id_of) {
    for (std::size_t i = 0; i < rows.size(); ++i)
        if (flow.text(id_of(rows[i])) == name) return static_cast<Id>(i);
    return none;
}

constexpr auto id_of_row = [](const auto& row) { return row.id; };

/// Walks every table once; the first thing that is wrong is kept in `fault`.
class Verifier {
  public:
    explicit Verifier(const CompiledFlow& flow)
        : flow_(flow) {}

    std::string_view verify() {
        verify_sizes();
        if (fault_.empty()) verify_texts();
        if (fault_.empty()) verify_rows();
        if (fault_.empty()) verify_actions();
        if (fault_.empty()) verify_start();
        if (fault_.empty() && !flow_.looks.screens.empty()) verify_looks();
        return fault_;
    }

  private:
    void expect(bool good, std::string_view fault) {
        if (!good && fault_.empty()) fault_ = fault;
    }
    static bool within(Range range, std::size_t size) {
        return range.begin <= size && range.count <= size - range.begin;
    }
    bool has(ScreenId id) const { return index(id) < flow_.screens.size(); }
    bool has(SceneId id) const { return index(id) < flow_.scenes.size(); }
    bool has(FlagId id) const { return index(id) < flow_.flags.size(); }
    bool has_or_unsaid(ActionId id) const {
        return id == unsaid || index(id) < flow_.actions.size();
    }
    bool has(ConditionId id) const { return id >= holds || index(id) < flow_.tests.size(); }
    bool is_menu(ScreenId id) const { return has(id) && !flow_[id].play; }

    void verify_sizes() {
        constexpr std::size_t most = 0xFFFF;
        expect(flow_.scenes.size() < most && flow_.screens.size() < most &&
                   flow_.flags.size() < most && flow_.events.size() < most &&
                   flow_.keys.size() < most && flow_.words.size() < most,
               "a table is too long");
        expect(flow_.design_width > 0 && flow_.design_height > 0, "the design size is empty");
    }

    void verify_text(Text text) {
        expect(within({text.begin, text.length}, flow_.texts.size()), "a text is out of range");
    }

    void verify_texts() {
        verify_text(flow_.game);
        for (const Scene& row : flow_.scenes) verify_text(row.id), verify_text(row.file);
        for (const Screen& row : flow_.screens) verify_text(row.id), verify_text(row.title);
        for (const Control& row : flow_.controls) verify_text(row.id), verify_text(row.text);
        for (const Flag& row : flow_.flags) verify_text(row.id);
        for (const Event& row : flow_.events) verify_text(row.id);
        for (Text row : flow_.keys) verify_text(row);
        for (Text row : flow_.words) verify_text(row);
    }

    void verify_rows() {
        for (const Scene& row : flow_.scenes) expect(has(row.root), "a scene has no root screen");
        for (const Screen& row : flow_.screens) {
            expect(within(row.controls, flow_.controls.size()), "controls are out of range");
            expect(within(row.keys, flow_.key_answers.size()), "keys are out of range");
            expect(has_or_unsaid(row.back) && has_or_unsaid(row.menu) && has_or_unsaid(row.any),
                   "an action is out of range");
        }
        for (const KeyAnswer& row : flow_.key_answers) {
            expect(index(row.key) < flow_.keys.size(), "a key is out of range");
            expect(has_or_unsaid(row.action), "an action is out of range");
        }
        for (const Control& row : flow_.controls) {
            expect(has(row.screen), "a control has no screen");
            expect(has(row.when), "a condition is out of range");
            expect(has_or_unsaid(row.press), "an action is out of range");
        }
        for (const Event& row : flow_.events)
            expect(has_or_unsaid(row.action), "an action is out of range");
        for (std::size_t i = 0; i < flow_.tests.size(); ++i) verify_test(i);
    }

    void verify_test(std::size_t i) {
        const Test& test = flow_.tests[i];
        expect(has(test.flag), "a flag is out of range");
        expect(has(test.if_raised) && has(test.if_lowered), "a test is out of range");
        expect(index(test.if_raised) > i && index(test.if_lowered) > i,
               "a condition leads backward");
    }

    void verify_actions() {
        for (const Action& row : flow_.actions)
            expect(within(row.alternatives, flow_.alternatives.size()),
                   "alternatives are out of range");
        for (const Alternative& row : flow_.alternatives) {
            expect(has(row.when), "a condition is out of range");
            expect(within(row.steps, flow_.steps.size()), "steps are out of range");
            if (!fault_.empty()) return;
            for (std::uint32_t i = row.steps.begin; i < row.steps.end(); ++i) {
                verify_step(flow_.steps[i]);
                expect(i + 1 == row.steps.end() || !moves_among_screens(flow_.steps[i].kind),
                       "a step that moves among screens does not stand last");
            }
        }
    }

    void verify_step(const Step& step) {
        switch (step.kind) {
        case StepKind::open:
        case StepKind::go:
            expect(step.subject < flow_.screens.size() && is_menu(ScreenId(step.subject)),
                   "a step opens a screen that it cannot");
            break;
        case StepKind::back_to:
            expect(step.subject < flow_.screens.size(), "a screen is out of range");
            break;
        case StepKind::load:
            expect(step.subject < flow_.scenes.size(), "a scene is out of range");
            break;
        case StepKind::raise:
        case StepKind::lower:
            expect(step.subject < flow_.flags.size(), "a flag is out of range");
            break;
        case StepKind::tell:
        case StepKind::todo:
            expect(step.subject < flow_.words.size(), "a word is out of range");
            break;
        default: expect(step.kind <= StepKind::quit, "a step is unknown");
        }
    }

    void verify_start() {
        expect(has(flow_.first_scene) != is_menu(flow_.first_screen),
               "the flow starts with neither or both of scene and screen");
        expect(is_menu(flow_.loading.screen), "there is no loading screen");
        expect(is_menu(flow_.loading.failed), "there is no failure screen");
    }

    void verify_looks() {
        const Looks& looks = flow_.looks;
        constexpr std::size_t most = 0xFFFF;
        expect(looks.screens.size() == flow_.screens.size(), "a screen has no looks");
        expect(looks.scene_tunes.size() == flow_.scenes.size(), "a scene has no looks");
        for (TuneId tune : looks.scene_tunes)
            expect(has_or_silence(tune), "a tune is out of range");
        expect(looks.styles.size() >= standard_style_count && looks.styles.size() < most &&
                   looks.pictures.size() < most && !looks.fonts.empty() &&
                   looks.fonts.size() < most && looks.cues.size() < most,
               "a table of looks is too short or too long");
        for (Size design : looks.design)
            expect(design.width > 0 && design.height > 0, "the design size is empty");
        for (Text row : looks.pictures) verify_text(row);
        for (Text row : looks.fonts) verify_text(row);
        for (const Sound& row : looks.tunes) verify_text(row.id), verify_text(row.file);
        for (const Sound& row : looks.cues) verify_text(row.id), verify_text(row.file);
        for (const Style& style : looks.styles) verify_style(style);
        for (const ScreenLooks& row : looks.screens) {
            expect(has_or_silence(row.tune), "a tune is out of range");
            expect(row.boxes.count > 0 && within(row.boxes, looks.boxes.size()),
                   "boxes are out of range");
            if (!fault_.empty()) return;
            for (std::uint32_t i = 0; i < row.boxes.count; ++i) verify_box(row, i);
        }
    }

    bool has_or_none(PictureId id) const {
        return id == no_picture || index(id) < flow_.looks.pictures.size();
    }

    bool has_or_silence(TuneId id) const {
        return id == no_tune || id == silence || index(id) < flow_.looks.tunes.size();
    }

    void verify_style(const Style& style) {
        expect(index(style.font) < flow_.looks.fonts.size(), "a font is out of range");
        for (const Dress& dress : style.dresses) {
            expect(has_or_none(dress.image), "an image is out of range");
            expect(dress.cue == no_cue || index(dress.cue) < flow_.looks.cues.size(),
                   "a cue is out of range");
            verify_text(dress.text);
        }
    }

    void verify_box(const ScreenLooks& screen, std::uint32_t i) {
        const Box& box = flow_.looks.boxes[screen.boxes.begin + i];
        const auto follows = [&](std::uint32_t other) {
            return other == 0 || (other > i && other < screen.boxes.count);
        };
        verify_text(box.text);
        expect(index(box.style) < flow_.looks.styles.size(), "a style is out of range");
        expect(has_or_none(box.picture), "a picture is out of range");
        expect(box.control == no_control || index(box.control) < flow_.controls.size(),
               "a control is out of range");
        expect(i == 0 ? box.parent == 0 : box.parent < i, "a box stands before its parent");
        expect(follows(box.first_child) && follows(box.next), "boxes are in no order");
        expect(box.forms[0].columns > 0 && box.forms[1].columns > 0, "a grid has no columns");
    }

    const CompiledFlow& flow_;
    std::string_view fault_;
};

} // namespace

SceneId CompiledFlow::scene(std::string_view name) const {
    return find(*this, scenes, name, no_scene, id_of_row);
}
ScreenId CompiledFlow::screen(std::string_view name) const {
    return find(*this, screens, name, no_screen, id_of_row);
}
FlagId CompiledFlow::flag(std::string_view name) const {
    return find(*this, flags, name, no_flag, id_of_row);
}
EventId CompiledFlow::event(std::string_view name) const {
    return find(*this, events, name, no_event, id_of_row);
}
KeyId CompiledFlow::key(std::string_view name) const {
    return find(*this, keys, name, no_key, [](Text text) { return text; });
}

ControlId CompiledFlow::control(ScreenId screen, std::string_view name) const {
    if (screen == no_screen) return no_control;
    const Range range = (*this)[screen].controls;
    for (std::uint32_t i = range.begin; i < range.end(); ++i)
        if (text(controls[i].id) == name) return ControlId{i};
    return no_control;
}

std::string_view verify(const CompiledFlow& flow) {
    return Verifier(flow).verify();
}

} // namespace rondix
