// Names looked up in a compiled flow, and the check of its invariants.
#include "rondix/runtime/compiled_flow.hpp"

#include "rondix/runtime/device.hpp"

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
        if (fault_.empty()) verify_settings();
        if (fault_.empty()) verify_requests_and_pages();
        if (fault_.empty()) verify_actions();
        if (fault_.empty()) verify_start();
        if (fault_.empty() && !flow_.looks.screens.empty()) verify_looks();
        return fault_;
    }

  private:
    void expect(bool good, std::string_view fault) {
        if (!good && fault_.empty()) fault_ = fault;
    }
    static bool within(IndexRange range, std::size_t size) {
        return range.begin <= size && range.count <= size - range.begin;
    }
    bool has(ScreenId id) const { return index(id) < flow_.screens.size(); }
    bool has(SceneId id) const { return index(id) < flow_.scenes.size(); }
    bool has(RequestId id) const { return index(id) < flow_.requests.size(); }
    bool has(PagesId id) const { return index(id) < flow_.pages.size(); }
    bool has(SettingId id) const { return index(id) < flow_.settings.size(); }
    bool has(ControlId id) const { return index(id) < flow_.controls.size(); }
    bool has(FlagId id) const { return index(id) < flow_.flags.size(); }
    bool has_or_unsaid(ActionId id) const {
        return id == unsaid || index(id) < flow_.actions.size();
    }
    bool has(ConditionId id) const { return id >= holds || index(id) < flow_.tests.size(); }
    bool is_menu(ScreenId id) const {
        return has(id) && !flow_[id].play && !flow_[id].question && flow_[id].request == no_request;
    }

    void verify_sizes() {
        constexpr std::size_t most = 0xFFFF;
        expect(flow_.scenes.size() < most && flow_.screens.size() < most &&
                   flow_.flags.size() < most && flow_.events.size() < most &&
                   flow_.keys.size() < most && flow_.words.size() < most &&
                   flow_.requests.size() < most && flow_.pages.size() < most &&
                   flow_.settings.size() < most && flow_.controls.size() < 0xFFFFFFFF,
               "a table is too long");
        expect(flow_.design_width > 0 && flow_.design_height > 0, "the design size is empty");
        expect(flow_.devices > 0 && (flow_.devices & ~all_devices) == 0,
               "the flow is played with no device, or an unknown one");
    }

    void verify_text(TextRef text) {
        expect(within({text.begin, text.length}, flow_.texts.size()), "a text is out of range");
    }

    void verify_texts() {
        verify_text(flow_.game);
        for (const Scene& row : flow_.scenes) verify_text(row.id), verify_text(row.file);
        for (const Screen& row : flow_.screens) verify_text(row.id), verify_text(row.title);
        for (const Control& row : flow_.controls)
            verify_text(row.id), verify_text(row.text), verify_text(row.hint);
        for (const Flag& row : flow_.flags) verify_text(row.id);
        for (const Event& row : flow_.events) verify_text(row.id);
        for (const Request& row : flow_.requests) verify_text(row.id);
        for (const Pages& row : flow_.pages) verify_text(row.id);
        for (const Setting& row : flow_.settings) verify_text(row.id);
        for (TextRef row : flow_.keys) verify_text(row);
        expect(flow_.key_defaults.size() == flow_.keys.size(), "a key has no defaults");
        for (const KeyDefault& row : flow_.key_defaults)
            verify_text(row.keyboard), verify_text(row.pad);
        for (KeyId row : flow_.pad_keys)
            expect(index(row) < flow_.keys.size(), "a key is out of range");
        for (TextRef row : flow_.words) verify_text(row);
    }

    void verify_rows() {
        for (const Scene& row : flow_.scenes)
            expect(has(row.root) && !flow_[row.root].question &&
                       flow_[row.root].request == no_request,
                   "a scene has no root screen");
        for (std::size_t i = 0; i < flow_.scenes.size(); ++i) {
            const Scene& row = flow_.scenes[i];
            const auto leads_back = [&](SceneId to, SceneId Scene::*back) {
                return to == no_scene || (has(to) && flow_[to].*back == SceneId(i));
            };
            expect(leads_back(row.next, &Scene::previous) && leads_back(row.previous, &Scene::next),
                   "the order of scenes is broken");
        }
        for (const Screen& row : flow_.screens) {
            expect(within(row.controls, flow_.controls.size()), "controls are out of range");
            expect(within(row.keys, flow_.key_answers.size()), "keys are out of range");
            expect(has_or_unsaid(row.back) && has_or_unsaid(row.menu) && has_or_unsaid(row.any),
                   "an action is out of range");
            expect(has_or_unsaid(row.moves_on) && has_or_unsaid(row.idle),
                   "an action is out of range");
            expect(has(row.closes_when), "a condition is out of range");
            expect(row.request == no_request || has(row.request), "a request is out of range");
            expect(row.keeps == no_setting ||
                       (has(row.keeps) && row.question && row.controls.count > 0),
                   "a question keeps what there is not");
            expect(row.page_codes > 0, "a screen has no pages that could be shown");
        }
        for (const KeyAnswer& row : flow_.key_answers) {
            expect(index(row.key) < flow_.keys.size(), "a key is out of range");
            expect(has_or_unsaid(row.action), "an action is out of range");
        }
        verify_places_of_controls();
        for (const Control& row : flow_.controls) {
            if (!fault_.empty()) return;
            verify_what_it_changes(row);
            expect(has(row.when), "a condition is out of range");
            expect(row.press == unsaid ||
                       within({static_cast<std::uint32_t>(row.press), row.presses},
                              flow_.actions.size()),
                   "an action is out of range");
            expect(row.columns > 0, "a list has no columns");
            for (const ControlId to : row.routes)
                expect(to == no_control || has(to), "a route is out of range");
            expect(row.has_rows == no_flag || has(row.has_rows), "a flag is out of range");
            expect(row.pages == no_pages
                       ? row.kind != ControlKind::pages
                       : has(row.pages) && row.page < flow_[row.pages].names.count,
                   "pages are out of range");
        }
        for (const Event& row : flow_.events)
            expect(has_or_unsaid(row.action), "an action is out of range");
        for (std::size_t i = 0; i < flow_.tests.size(); ++i) verify_test(i);
    }

    /// Each control stands on the screen that it names, and only there.
    void verify_places_of_controls() {
        std::size_t on_screens = 0;
        for (std::size_t i = 0; i < flow_.screens.size() && fault_.empty(); ++i) {
            const IndexRange controls = flow_.screens[i].controls;
            on_screens += controls.count;
            for (std::uint32_t c = controls.begin; c < controls.end(); ++c)
                expect(flow_.controls[c].screen == ScreenId(i), "a control is on another screen");
            const ControlId first = flow_.screens[i].first_focus;
            expect(first == no_control || (has(first) && flow_[first].screen == ScreenId(i)),
                   "a focus is on another screen");
        }
        expect(on_screens == flow_.controls.size(), "a control is on no screen");
    }

    /// The kind of a control and that of its setting belong together.
    void verify_what_it_changes(const Control& row) {
        expect(row.setting == no_setting || has(row.setting), "a setting is out of range");
        if (!fault_.empty()) return;
        const auto wants = [&](SettingKind kind) {
            expect(row.setting != no_setting && flow_[row.setting].kind == kind,
                   "a control changes a setting of another kind");
        };
        switch (row.kind) {
        case ControlKind::toggle: return wants(SettingKind::yes_no);
        case ControlKind::slider: return wants(SettingKind::number);
        case ControlKind::choice: return wants(SettingKind::choice);
        case ControlKind::text_field: return wants(SettingKind::text);
        case ControlKind::binding: return wants(SettingKind::key);
        case ControlKind::list: return expect(row.has_rows != no_flag, "a list has no flag");
        case ControlKind::label:
        case ControlKind::picture:
        case ControlKind::panel:
        case ControlKind::pages:
        case ControlKind::button: return;
        }
    }

    void verify_settings() {
        for (const Setting& row : flow_.settings) {
            expect(within(row.words, flow_.words.size()) &&
                       within(row.labels, flow_.words.size()) &&
                       row.labels.count == row.words.count,
                   "words are out of range");
            expect(within(row.asks, flow_.setting_asks.size()), "asks are out of range");
            expect(within(row.turns, flow_.turns.size()) && row.turns.count > 0,
                   "turns are out of range");
            expect(row.values > 0, "a setting has no values");
            const std::size_t questions = row.asks.count == 0 ? 1 : row.turns.count;
            for (std::size_t i = 0; i < questions && row.question != no_screen; ++i) {
                const ScreenId question = ScreenId(index(row.question) + i);
                expect(index(row.question) + i < flow_.screens.size() && flow_[question].question &&
                           index(flow_[question].keeps) ==
                               static_cast<std::size_t>(&row - flow_.settings.begin()),
                       "a question is out of range");
                if (!fault_.empty()) return;
            }
            expect(row.kind != SettingKind::key || row.binds < button_count + flow_.keys.size(),
                   "a key stands for nothing");
            if (!fault_.empty()) return;
            if (row.kind == SettingKind::text) {
                expect(row.words.count == 1, "a text has no first value");
                continue;
            }
            expect(row.first < row.values, "a setting's first value is out of range");
            expect(row.words.count == row.values, "a setting has no words for its values");
            for (std::uint32_t i = row.turns.begin; i < row.turns.end(); ++i)
                expect(flow_.turns[i] < row.values, "a setting's value is out of range");
        }
        for (const SettingAsk& row : flow_.setting_asks) expect(has(row.flag), "a flag is missing");
    }

    void verify_requests_and_pages() {
        for (std::size_t i = 0; i < flow_.requests.size(); ++i) {
            const Request& row = flow_.requests[i];
            expect(has(row.screen) && flow_[row.screen].request == RequestId(i) &&
                       !flow_[row.screen].play && !flow_[row.screen].question,
                   "a request has no screen");
            expect(has_or_unsaid(row.done) && has_or_unsaid(row.failed),
                   "an action is out of range");
        }
        for (const Pages& row : flow_.pages) {
            expect(has(row.screen) && has(row.control) && row.unit > 0 && row.names.count > 0 &&
                       within(row.names, flow_.words.size()) &&
                       row.names.count * std::size_t{row.unit} <= flow_[row.screen].page_codes,
                   "pages are out of range");
        }
    }

    void verify_test(std::size_t i) {
        const ConditionTest& test = flow_.tests[i];
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
            expect(row.question == no_screen || (has(row.question) && flow_[row.question].question),
                   "a question is out of range");
            if (!fault_.empty()) return;
            for (std::uint32_t i = row.steps.begin; i < row.steps.end(); ++i) {
                verify_step(flow_.steps[i]);
                if (!fault_.empty()) return;
                expect(!is_asked_about(flow_.steps[i]) ||
                           !moves_among_screens(flow_.steps[row.steps.end() - 1].kind),
                       "a change that is to be kept moves among screens");
                expect(i + 1 == row.steps.end() || !moves_among_screens(flow_.steps[i].kind),
                       "a step that moves among screens does not stand last");
            }
        }
    }

    bool is_asked_about(const Step& step) const {
        return change_by(step.kind) == StepChange::sets_setting &&
               flow_.settings[step.subject].question != no_screen;
    }

    void verify_step(const Step& step) {
        expect(step.kind <= StepKind::todo, "a step is unknown");
        switch (step.kind) {
        case StepKind::open:
        case StepKind::go:
            expect(step.subject < flow_.screens.size() && is_menu(ScreenId(step.subject)),
                   "a step opens a screen that it cannot");
            break;
        case StepKind::back_to:
            expect(step.subject < flow_.screens.size(), "a screen is out of range");
            break;
        case StepKind::request:
            expect(step.subject < flow_.requests.size(), "a request is out of range");
            break;
        case StepKind::set:
        case StepKind::reset:
            expect(step.subject < flow_.settings.size() &&
                       (flow_.settings[step.subject].kind == SettingKind::text ||
                        step.value < flow_.settings[step.subject].values),
                   "a setting is out of range");
            break;
        case StepKind::turn:
            expect(step.subject < flow_.pages.size() &&
                       (step.value >= previous_page ||
                        step.value < flow_.pages[step.subject].names.count),
                   "pages are out of range");
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
        case StepKind::back:
        case StepKind::resume:
        case StepKind::load_next:
        case StepKind::load_previous:
        case StepKind::retry:
        case StepKind::home:
        case StepKind::quit: break;
        }
    }

    void verify_start() {
        const int starts = (has(flow_.first_scene) ? 1 : 0) +
                           (is_menu(flow_.first_screen) ? 1 : 0) +
                           (flow_.first_choice != unsaid ? 1 : 0);
        expect(starts == 1, "the flow starts with none or several of scene, screen and choice");
        expect(has_or_unsaid(flow_.first_choice), "an action is out of range");
        if (fault_.empty() && flow_.first_choice != unsaid) verify_first_choice();
        expect(has(flow_.first_scene) || flow_.first_scene == no_scene,
               "the first scene is out of range");
        expect(has(flow_.first_screen) || flow_.first_screen == no_screen,
               "the first screen is out of range");
        expect(flow_.stretch == no_setting ||
                   (has(flow_.stretch) && flow_[flow_.stretch].kind == SettingKind::number &&
                    flow_[flow_.stretch].from > 0),
               "time limits are stretched by what is no number above 0");
        expect(is_menu(flow_.loading.screen), "there is no loading screen");
        expect(is_menu(flow_.loading.failed), "there is no failure screen");
    }

    /// Each alternative is one step that leads to a scene or a menu; the last needs no condition.
    void verify_first_choice() {
        const IndexRange all = flow_[flow_.first_choice].alternatives;
        expect(all.count > 0, "the flow starts with a choice of nothing");
        for (std::uint32_t i = all.begin; i < all.end() && fault_.empty(); ++i) {
            const Alternative& one = flow_.alternatives[i];
            expect(one.question == no_screen && one.steps.count == 1,
                   "the flow starts with more or less than one step");
            if (!fault_.empty()) return;
            const StepKind kind = flow_.steps[one.steps.begin].kind;
            expect(kind == StepKind::load || kind == StepKind::go,
                   "the flow starts with neither a scene nor a screen");
        }
        expect(fault_.empty() && flow_.alternatives[all.end() - 1].when == holds,
               "the flow may have no place to start with");
    }

    void verify_looks() {
        const Looks& looks = flow_.looks;
        constexpr std::size_t most = 0xFFFF;
        expect(looks.screens.size() == flow_.screens.size(), "a screen has no looks");
        expect(looks.scene_tunes.size() == flow_.scenes.size(), "a scene has no looks");
        for (TuneId tune : looks.scene_tunes)
            expect(has_or_silence(tune), "a tune is out of range");
        expect(looks.styles.size() >= standard_style_count && looks.styles.size() < most &&
                   looks.pictures.size() < index(own_picture(0)) && !looks.fonts.empty() &&
                   looks.fonts.size() < most && looks.cues.size() < most,
               "a table of looks is too short or too long");
        for (Size design : looks.design)
            expect(design.width > 0 && design.height > 0, "the design size is empty");
        for (TextRef row : looks.pictures) verify_text(row);
        for (TextRef row : looks.fonts) verify_text(row);
        for (const Sound& row : looks.tunes) verify_text(row.id), verify_text(row.file);
        for (const Sound& row : looks.cues) verify_text(row.id), verify_text(row.file);
        for (const Style& style : looks.styles) verify_style(style);
        for (const ScreenLooks& row : looks.screens) {
            expect(has_or_silence(row.tune), "a tune is out of range");
            expect(row.boxes.count > 0 && within(row.boxes, looks.boxes.size()),
                   "boxes are out of range");
            if (!fault_.empty()) return;
            for (std::uint32_t i = 0; i < row.boxes.count && fault_.empty(); ++i) {
                verify_box(row.boxes, i);
                const Box& box = box_of(row.boxes, i);
                expect(fault_.empty() && box.role < BoxRole::row, "a row stands on a screen");
                expect(fault_.empty() && (box.control == no_control ||
                                          &looks.screens[index(flow_[box.control].screen)] == &row),
                       "a box is of a control on another screen");
            }
            if (!fault_.empty()) return;
        }
        for (const RowLooks& row : looks.rows) verify_row(row);
        for (const SampleRow& row : looks.samples) verify_sample(row);
    }

    bool has_or_none(PictureId id) const {
        return id == no_picture || index(id) < flow_.looks.pictures.size();
    }

    bool has_or_silence(TuneId id) const {
        return id == no_tune || id == silence || index(id) < flow_.looks.tunes.size();
    }

    void verify_style(const Style& style) {
        expect(style.denied == no_cue || index(style.denied) < flow_.looks.cues.size(),
               "a cue is out of range");
        expect(index(style.font) < flow_.looks.fonts.size(), "a font is out of range");
        for (const Dress& dress : style.dresses) {
            expect(has_or_none(dress.image), "an image is out of range");
            expect(dress.cue == no_cue || index(dress.cue) < flow_.looks.cues.size(),
                   "a cue is out of range");
            verify_text(dress.text);
        }
    }

    void verify_row(const RowLooks& row) {
        const Looks& looks = flow_.looks;
        expect(has(row.list) && flow_[row.list].kind == ControlKind::list, "a row is of no list");
        expect(within(row.boxes, looks.boxes.size()) && within(row.samples, looks.samples.size()),
               "the parts of a row are out of range");
        expect(index(row.style) < looks.styles.size(), "a style is out of range");
        expect(row.height >= 0, "a row has no height");
        for (std::uint32_t i = 0; i < row.boxes.count && fault_.empty(); ++i) {
            verify_box(row.boxes, i);
            const Box& box = box_of(row.boxes, i);
            const bool fits = i == 0 ? box.role == BoxRole::row
                                     : box.role == BoxRole::piece || box.role > BoxRole::row;
            expect(fits && box.control == row.list, "a part of a row stands elsewhere");
        }
    }

    void verify_sample(const SampleRow& row) {
        verify_text(row.text), verify_text(row.detail), verify_text(row.value);
        expect(has_or_none(row.picture), "a picture is out of range");
    }

    const Box& box_of(IndexRange boxes, std::uint32_t i) const {
        return flow_.looks.boxes[boxes.begin + i];
    }

    /// Of a screen, or of a row.
    void verify_box(IndexRange boxes, std::uint32_t i) {
        const Box& box = box_of(boxes, i);
        const auto follows = [&](std::uint32_t other) {
            return other == 0 || (other > i && other < boxes.count);
        };
        verify_text(box.text);
        expect(index(box.style) < flow_.looks.styles.size(), "a style is out of range");
        expect(has_or_none(box.picture), "a picture is out of range");
        expect(box.control == no_control || has(box.control), "a control is out of range");
        expect(box.control != no_control || (!is_part(box.role) && box.role != BoxRole::control),
               "a part belongs to no control");
        expect(i == 0 ? box.parent == 0 : box.parent < i, "a box stands before its parent");
        expect(follows(box.first_child) && follows(box.next), "boxes are in no order");
        expect(box.forms[0].columns > 0 && box.forms[1].columns > 0, "a grid has no columns");
        if (fault_.empty()) verify_scrolling(boxes, i);
    }

    /// A group may; it may hold no other, and no list.
    void verify_scrolling(IndexRange boxes, std::uint32_t i) {
        const auto scrolls = [&](std::uint32_t number) {
            for (const BoxForm& form : box_of(boxes, number).forms)
                if (form.scrolls_across || form.scrolls_down) return true;
            return false;
        };
        const Box& box = box_of(boxes, i);
        const bool is_list =
            box.role == BoxRole::control && flow_[box.control].kind == ControlKind::list;
        expect(!scrolls(i) || (i > 0 && box.role == BoxRole::group), "what scrolls is no group");
        if (!is_list && !scrolls(i)) return;
        for (std::uint32_t over = i; over > 0 && fault_.empty();) {
            over = box_of(boxes, over).parent;
            expect(!scrolls(over), "what scrolls stands in what scrolls");
        }
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
    return find(*this, keys, name, no_key, [](TextRef text) { return text; });
}

RequestId CompiledFlow::request(std::string_view name) const {
    return find(*this, requests, name, no_request, id_of_row);
}
SettingId CompiledFlow::setting(std::string_view name) const {
    return find(*this, settings, name, no_setting, id_of_row);
}
PictureId CompiledFlow::picture(std::string_view file) const {
    return find(*this, looks.pictures, file, no_picture, [](TextRef text) { return text; });
}
PagesId CompiledFlow::pages_named(ScreenId screen, std::string_view name) const {
    for (std::size_t i = 0; i < pages.size(); ++i)
        if (pages[i].screen == screen && text(pages[i].id) == name) return PagesId(i);
    return no_pages;
}

ControlId CompiledFlow::control(ScreenId screen, std::string_view name) const {
    if (screen == no_screen) return no_control;
    const IndexRange range = (*this)[screen].controls;
    for (std::uint32_t i = range.begin; i < range.end(); ++i)
        if (text(controls[i].id) == name) return ControlId{i};
    return no_control;
}

ScreenId question_of(const CompiledFlow& flow, SettingId setting, std::uint16_t value) {
    const Setting& row = flow[setting];
    if (row.question == no_screen || row.asks.count == 0) return row.question;
    std::uint32_t turn = row.turns.end() - 1; // the last one that is not above the value
    while (turn > row.turns.begin && flow.turns[turn] > value) --turn;
    return ScreenId(index(row.question) + turn - row.turns.begin);
}

Status verify(const CompiledFlow& flow) {
    const std::string_view fault = Verifier(flow).verify();
    return fault.empty() ? Status() : Status(StatusCode::damaged, fault);
}

} // namespace rondix
