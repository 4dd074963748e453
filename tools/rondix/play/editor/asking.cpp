// The keys of the editor, and what it asks for: texts, presses, names.
#include "play/editor/editor.hpp"

#include "editing/changer.hpp"
#include "walks_of.hpp"

#include "rondix/tools/names.hpp"
#include "rondix/tools/rename.hpp"

#include <algorithm>

namespace rondix::tool {

namespace {

/// One that no control of the screen has.
std::string free_name(const std::vector<Thing>& things, const std::string& like) {
    for (int number = 2;; ++number) {
        std::string name = like + "-" + std::to_string(number);
        if (std::ranges::none_of(things, [&](const Thing& one) { return one.name == name; }))
            return name;
    }
}

/// Without the last letter.
void drop_letter(std::string& text) {
    while (!text.empty() && (static_cast<unsigned char>(text.back()) & 0xC0) == 0x80)
        text.pop_back();
    if (!text.empty()) text.pop_back();
}

} // namespace

bool Editor::take_key(const SDL_KeyboardEvent& event) {
    const SDL_Keycode key = event.keysym.sym;
    const bool shift = (event.keysym.mod & KMOD_SHIFT) != 0;
    const float far = shift ? 10 : 1;
    if ((event.keysym.mod & KMOD_CTRL) != 0) {
        if (key == SDLK_z) shift ? redo() : undo();
        if (key == SDLK_y) redo();
        if (key == SDLK_d) ask("copy");
        if (key == SDLK_LEFT || key == SDLK_RIGHT)
            shift ? spread_out(true) : align(key == SDLK_LEFT ? Line::left : Line::right);
        if (key == SDLK_UP || key == SDLK_DOWN)
            shift ? spread_out(false) : align(key == SDLK_UP ? Line::top : Line::bottom);
        if (key == SDLK_m) align(shift ? Line::middle_down : Line::middle_across);
        return true;
    }
    switch (key) {
    case SDLK_TAB: choose_next(shift ? -1 : 1); return true;
    case SDLK_ESCAPE: chosen_.clear(); return true;
    case SDLK_LEFT: nudge(-far, 0); return true;
    case SDLK_RIGHT: nudge(far, 0); return true;
    case SDLK_UP: nudge(0, -far); return true;
    case SDLK_DOWN: nudge(0, far); return true;
    case SDLK_RETURN:
    case SDLK_t: ask("text"); return true;
    case SDLK_p: ask("press"); return true;
    case SDLK_w: ask("when"); return true;
    case SDLK_s: ask("style"); return true;
    case SDLK_h: ask("hint"); return true;
    case SDLK_n: ask("name"); return true;
    case SDLK_a: ask("add"); return true;
    case SDLK_DELETE:
        if (const auto one = thing())
            make("delete " + in_quotes(one->name),
                 remove(session_.file(), name_to_change(session_.file(), one->place)));
        return true;
    default:
        // The keys of the window itself.
        return key < SDLK_F1 || key > SDLK_F12;
    }
}

void Editor::nudge(float across, float down) {
    const std::optional<Thing> one = thing();
    if (!one) return;
    if (standing_of(*one->place.screen, *one->place.control) == Standing::freely)
        return put(*one, {one->bounds.x + across, one->bounds.y + down, one->bounds.width,
                          one->bounds.height});
    // One place on among those that it stands with.
    const std::vector<std::pair<std::string, Rect>> others = beside(*one);
    const std::vector<Thing> all = things_on_screen(session_);
    const auto comes_before = [&](const std::pair<std::string, Rect>& other) {
        for (const Thing& thing : all) // which of the two is declared first
            if (thing.name == other.first || thing.name == one->name)
                return thing.name == other.first;
        return false;
    };
    const std::ptrdiff_t at = std::ranges::count_if(others, comes_before);
    const std::ptrdiff_t to = across > 0 || down > 0 ? at + 1 : at - 1;
    const auto count = static_cast<std::ptrdiff_t>(others.size());
    if (to < 0 || to > count) return;
    const std::string before = to == count ? "" : others[static_cast<std::size_t>(to)].first;
    make("move " + in_quotes(one->name),
         move_control(session_.file(), name_to_change(session_.file(), one->place), before));
}

// --- what is asked for

void Editor::ask(const std::string& key) {
    const std::optional<Thing> one = thing();
    if (!one && key != "add") return;
    prompt_ = Prompt{key, ""};
    if (key == "add")
        prompt_->text = "";
    else if (key == "name")
        prompt_->text = one->name;
    else if (key == "copy")
        prompt_->text = free_name(things_on_screen(session_), one->name);
    else
        prompt_->text = key_value(session_.file(), name_to_change(session_.file(), one->place), key)
                            .value_or("");
    if (key == "press" && prompt_->text.starts_with("todo ")) prompt_->text.clear();
    SDL_StartTextInput();
    SDL_FlushEvent(SDL_TEXTINPUT);
}

bool Editor::take_key_of_prompt(const SDL_KeyboardEvent& event) {
    switch (event.keysym.sym) {
    case SDLK_RETURN: answer(); break;
    case SDLK_ESCAPE: prompt_.reset(); break;
    case SDLK_BACKSPACE: drop_letter(prompt_->text); break;
    default: break;
    }
    return true;
}

void Editor::answer() {
    const Prompt asked = *prompt_;
    prompt_.reset();
    if (asked.key == "add") return add(asked.text);
    const std::optional<Thing> one = thing();
    if (!one) return;
    const FlowFile& file = session_.file();
    const NameAsked name = name_to_change(file, one->place);
    if (asked.key == "press" && !asked.text.empty()) {
        make("press of " + in_quotes(one->name), link(file, name, asked.text));
    } else if (asked.key == "name") {
        if (asked.text == one->name) return;
        Renamed renamed = rename(file, name, asked.text, walks_of(file.sources[0].name(), {}));
        const bool good = renamed.fault.empty();
        make("rename " + in_quotes(one->name) + " to " + in_quotes(asked.text),
             {std::move(renamed.fault), std::move(renamed.texts)});
        if (good) chosen_ = {asked.text};
    } else if (asked.key == "copy") {
        const Changed changed = copy(file, name, asked.text);
        const bool good = changed.fault.empty();
        make("copy " + in_quotes(one->name), changed);
        if (!good) return;
        chosen_ = {asked.text};
        ask("text"); // what must differ
    } else if (asked.text.empty()) {
        make("no " + asked.key + " of " + in_quotes(one->name), drop_key(file, name, asked.key));
    } else {
        make(asked.key + " of " + in_quotes(one->name), set_key(file, name, asked.key, asked.text));
    }
}

/// A button at the end of the current screen, which does nothing yet; then what it says, and does.
void Editor::add(const std::string& name) {
    const FlowFile& file = session_.file();
    const std::string screen(
        session_.flow().text(session_.flow()[session_.runner().menu_state().foremost()].id));
    if (!is_name(name)) return say_(in_quotes(name) + " cannot be a name");
    const Changed changed = add_control(file, {NameKind::screen, screen},
                                        "{ button: " + name + ", text: " + title_from(name) +
                                            ", press: todo " + name + " }");
    const bool good = changed.fault.empty();
    make("add " + in_quotes(name), changed);
    if (!good) return;
    chosen_ = {name};
    ask("press");
}

} // namespace rondix::tool
