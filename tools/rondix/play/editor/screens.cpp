// Whole screens in the editor: going to one, adding, copying and deleting one, and making a part of
// what is chosen.
#include "play/editor/editor.hpp"

#include "editing/changer.hpp"
#include "editing/texts.hpp"

#include <algorithm>

namespace rondix::tool {

namespace {

bool opens(const FlowAction& action, const std::string& screen) {
    return std::ranges::any_of(action.alternatives, [&](const FlowAlternative& one) {
        return std::ranges::any_of(
            one.steps, [&](const FlowStep& step) { return step.subject.text == screen; });
    });
}

/// The same text, with a name called otherwise wherever it is used.
FileTexts led_elsewhere(const FlowFile& file, const IndexedName& name, const std::string& instead) {
    std::vector<Edit> edits;
    for (const NamePlace& at : name.places)
        if (!at.declares) edits.push_back({at.place, instead});
    return with_edits(file, edits);
}

/// Without the controls whose press leads there.
Changed without_what_leads_to(const FlowFile& file, const std::string& screen) {
    Changed all;
    FlowFile next;
    const FlowFile* now = &file;
    for (const FlowScreen& from : file.flow.screens)
        for (const FlowControl& control : from.controls) {
            const bool leads =
                from.id.text != screen && control.press && opens(*control.press, screen);
            if (!leads) continue;
            const std::string name = from.id.text + "." + control.id.text;
            // (What several screens have from one of them is gone with it.)
            if (now->names.find(NameKind::control, control.id.text, from.id.text).empty()) continue;
            Changed one = remove(*now, {NameKind::control, name});
            if (!one.fault.empty()) return one;
            for (auto& [path, text] : one.texts) all.texts[path] = std::move(text);
            next = with_texts(file, all.texts);
            now = &next;
        }
    return all;
}

} // namespace

void Editor::show(Sheet sheet) {
    sheet_shown_ = sheet;
    sheet_.choose(foremost_screen(session_));
    drag_.reset();
}

/// A screen of the sheet was chosen.
void Editor::take_screen(const std::string& name) {
    const bool links = sheet_shown_ == Sheet::to_link && prompt_;
    sheet_shown_ = Sheet::none;
    if (!links) return go_to_screen(name);
    prompt_->text = prompt_->asks == Asks::drop_screen ? name : "open " + name;
    prompt_->choices.clear();
    prompt_->at.reset();
    answer();
}

void Editor::go_to_screen(const std::string& name) {
    chosen_.clear();
    prompt_.reset();
    sheet_shown_ = Sheet::none;
    if (session_.show(session_.flow().screen(name))) return host_.shown();
    host_.say("the screen " + in_quotes(name) + " cannot be shown");
}

void Editor::add_screen(const std::string& name) {
    const Changed made = add_entry(session_.file(), {NameKind::screen, name}, plain_screen(name));
    if (make("add the screen " + in_quotes(name), made)) go_to_screen(name);
}

void Editor::copy_screen(const std::string& name) {
    const NameAsked from{NameKind::screen, foremost_screen(session_)};
    if (make("copy the screen " + in_quotes(from.text), copy(session_.file(), from, name)))
        go_to_screen(name);
}

/// What led there leads to `instead`, or goes with it.
void Editor::drop_screen(const std::string& instead) {
    const FlowFile& file = session_.file();
    const NameAsked screen{NameKind::screen, foremost_screen(session_)};
    std::string fault;
    const IndexedName* name = find_name(file, screen, fault);
    if (!name) return host_.say(fault);
    Changed changed;
    if (!instead.empty())
        changed.texts = led_elsewhere(file, *name, instead);
    else
        changed = without_what_leads_to(file, screen.text);
    if (changed.fault.empty()) {
        const FlowFile led = with_texts(file, changed.texts);
        Changed removed = remove(led, screen);
        changed.fault = std::move(removed.fault);
        for (auto& [path, text] : removed.texts) changed.texts[path] = std::move(text);
    }
    chosen_.clear();
    make("delete the screen " + in_quotes(screen.text), changed);
}

std::vector<std::string> Editor::leading_here() const {
    const std::string here = foremost_screen(session_);
    std::vector<std::string> all;
    for (const FlowScreen& screen : session_.file().flow.screens)
        for (const FlowControl& control : screen.controls)
            if (control.press && opens(*control.press, here) && screen.id.text != here)
                all.push_back(screen.id.text + "." + control.id.text);
    return all;
}

void Editor::make_part(const std::string& name) {
    std::vector<std::string> controls;
    for (const Thing& one : things()) // in their order
        if (one.is(PlaceOf::control) && is_chosen(one.name)) controls.push_back(one.name);
    make("make the part " + in_quotes(name),
         extract_part(session_.file(), {NameKind::screen, foremost_screen(session_)}, controls,
                      name));
}

} // namespace rondix::tool
