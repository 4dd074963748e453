// The keys of the editor, while nothing is asked for.
#include "play/editor/editor.hpp"

#include "editing/changer.hpp"

#include <algorithm>

namespace rondix::tool {

bool Editor::take_key(const SDL_KeyboardEvent& event) {
    const SDL_Keycode key = event.keysym.sym;
    const bool shift = (event.keysym.mod & KMOD_SHIFT) != 0;
    const float far = shift ? 10 : 1;
    if ((event.keysym.mod & KMOD_CTRL) != 0) {
        with_control(event);
        return true;
    }
    switch (key) {
    case SDLK_TAB: choose_next(shift ? -1 : 1); return true;
    case SDLK_ESCAPE:
        chosen_.clear();
        page_ = Page::thing;
        return true;
    case SDLK_LEFT: nudge(-far, 0); return true;
    case SDLK_RIGHT: nudge(far, 0); return true;
    case SDLK_UP: nudge(0, -far); return true;
    case SDLK_DOWN: nudge(0, far); return true;
    case SDLK_RETURN:
    case SDLK_t: ask(Asks::key, "text"); return true;
    case SDLK_p: ask(Asks::key, "press"); return true;
    case SDLK_w: ask(Asks::key, "when"); return true;
    case SDLK_s: ask(Asks::key, "style"); return true;
    case SDLK_h: ask(Asks::key, "hint"); return true;
    case SDLK_k: ask(Asks::other); return true;
    case SDLK_n: ask(Asks::name); return true;
    case SDLK_a: ask(Asks::add); return true;
    case SDLK_g: show(Sheet::to_go); return true;
    case SDLK_c: choose_next_issue(); return true;
    case SDLK_f: fix_chosen_issue(); return true;
    case SDLK_l: let_loose(); return true;
    case SDLK_o: be_alone(!alone_); return true;
    case SDLK_d: show(page_ == Page::style ? Page::thing : Page::style); return true;
    case SDLK_1:
    case SDLK_2:
    case SDLK_3:
    case SDLK_4:
    case SDLK_5: show(LookState(key - SDLK_1)); return true;
    case SDLK_DELETE: drop_chosen(); return true;
    default:
        // The keys of the window itself.
        return key < SDLK_F1 || key > SDLK_F12;
    }
}

void Editor::with_control(const SDL_KeyboardEvent& event) {
    const SDL_Keycode key = event.keysym.sym;
    const bool shift = (event.keysym.mod & KMOD_SHIFT) != 0;
    if (key == SDLK_z) shift ? redo() : undo();
    if (key == SDLK_y) redo();
    if (key == SDLK_d) ask(Asks::copy);
    if (key == SDLK_p) ask(Asks::part);
    if (key == SDLK_LEFT || key == SDLK_RIGHT)
        shift ? spread_out(true) : align(key == SDLK_LEFT ? Line::left : Line::right);
    if (key == SDLK_UP || key == SDLK_DOWN)
        shift ? spread_out(false) : align(key == SDLK_UP ? Line::top : Line::bottom);
    if (key == SDLK_m) align(shift ? Line::middle_down : Line::middle_across);
}

bool Editor::take_key_of_sheet(const SDL_KeyboardEvent& event) {
    const SDL_Keycode key = event.keysym.sym;
    const Size window = window_size();
    switch (key) {
    case SDLK_ESCAPE:
    case SDLK_g: sheet_shown_ = Sheet::none; return true;
    case SDLK_LEFT: sheet_.move(window.width, window.height, -1, 0); return true;
    case SDLK_RIGHT: sheet_.move(window.width, window.height, 1, 0); return true;
    case SDLK_UP: sheet_.move(window.width, window.height, 0, -1); return true;
    case SDLK_DOWN: sheet_.move(window.width, window.height, 0, 1); return true;
    case SDLK_RETURN: take_screen(sheet_.chosen()); return true;
    default: break;
    }
    if (sheet_shown_ == Sheet::to_link) return key < SDLK_F1 || key > SDLK_F12;
    const bool copies = key == SDLK_d && (event.keysym.mod & KMOD_CTRL) != 0;
    if (key == SDLK_a || copies || key == SDLK_DELETE) {
        go_to_screen(sheet_.chosen());
        ask(copies ? Asks::copy_screen : key == SDLK_a ? Asks::screen : Asks::drop_screen);
        return true;
    }
    return key < SDLK_F1 || key > SDLK_F12;
}

void Editor::nudge(float across, float down) {
    const Thing* one = thing();
    if (!one) return;
    if (standing_of(one->place) == Standing::freely)
        return put(*one, {one->bounds.x + across, one->bounds.y + down, one->bounds.width,
                          one->bounds.height});
    nudge_in_order(*one, across > 0 || down > 0 ? 1 : -1);
}

/// One place on among those that it stands with.
void Editor::nudge_in_order(const Thing& one, int way) {
    const std::vector<std::pair<std::string, Rect>> others = beside(one);
    const auto comes_before = [&](const std::pair<std::string, Rect>& other) {
        for (const Thing& thing : things()) // which of the two is declared first
            if (thing.name == other.first || thing.name == one.name)
                return thing.name == other.first;
        return false;
    };
    const std::ptrdiff_t to = std::ranges::count_if(others, comes_before) + way;
    const auto count = static_cast<std::ptrdiff_t>(others.size());
    if (!one.is(PlaceOf::control) || to < 0 || to > count) return;
    const std::string before = to == count ? "" : others[static_cast<std::size_t>(to)].first;
    make("move " + in_quotes(one.name), move_control(session_.file(), one.place.name, before));
}

} // namespace rondix::tool
