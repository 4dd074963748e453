// The pointer in the editor: what it chooses, takes hold of, and brings elsewhere.
#include "play/editor/editor.hpp"

#include <algorithm>
#include <cmath>

namespace rondix::tool {

namespace {

constexpr float snaps_within = 6; // pixels
constexpr float starts_to_move = 3;

} // namespace

bool Editor::take(const SDL_Event& event) {
    const auto point = [](int x, int y) {
        return Point{static_cast<float>(x), static_cast<float>(y)};
    };
    switch (event.type) {
    case SDL_MOUSEBUTTONDOWN:
        if (event.button.button == SDL_BUTTON_LEFT)
            press(point(event.button.x, event.button.y), (SDL_GetModState() & KMOD_SHIFT) != 0);
        return true;
    case SDL_MOUSEMOTION:
        if (drag_) drag_to(point(event.motion.x, event.motion.y));
        return true;
    case SDL_MOUSEBUTTONUP:
        if (event.button.button == SDL_BUTTON_LEFT && drag_) release();
        return true;
    case SDL_KEYDOWN:
        if (sheet_shown_ != Sheet::none) return take_key_of_sheet(event.key);
        return prompt_ ? take_key_of_prompt(event.key) : take_key(event.key);
    case SDL_KEYUP: return true;
    case SDL_TEXTINPUT:
        if (prompt_ && sheet_shown_ == Sheet::none) {
            prompt_->text += event.text.text;
            retyped();
        }
        return true;
    case SDL_MOUSEWHEEL:
        if (sheet_shown_ != Sheet::none) sheet_.scroll(event.wheel.y);
        return true;
    case SDL_FINGERDOWN:
    case SDL_FINGERMOTION:
    case SDL_FINGERUP:
    case SDL_CONTROLLERBUTTONDOWN:
    case SDL_CONTROLLERBUTTONUP:
    case SDL_CONTROLLERAXISMOTION: return true; // nothing is played
    default: return false;
    }
}

std::vector<std::string> Editor::under(Point at) const {
    return things_at(session_, things(), at);
}

/// What is chosen is taken hold of; anything else is chosen first. With shift it is chosen as well.
void Editor::press(Point pixel, bool too) {
    if (sheet_shown_ != Sheet::none) {
        const Size window = window_size();
        if (const auto screen = sheet_.at(window.width, window.height, pixel)) take_screen(*screen);
        return;
    }
    prompt_.reset();
    if (too) {
        const std::vector<std::string> beneath = under(to_design(pixel));
        if (!beneath.empty()) choose_too(beneath.front());
        return;
    }
    const Canvas& canvas = session_.runner().canvas();
    std::optional<Handle> handle;
    if (const std::optional<Rect> now = frame()) {
        const Point corner = canvas.to_pixel({now->x, now->y});
        handle = handle_at(
            {corner.x, corner.y, now->width * canvas.scale, now->height * canvas.scale}, pixel);
    }
    bool chose = false;
    if (!handle) {
        const std::vector<std::string> beneath = under(to_design(pixel));
        if (beneath.empty()) return chosen_.clear();
        const std::string& name = beneath.front();
        // One of several takes the others along.
        if (!is_chosen(name)) chosen_ = {name};
        std::erase(chosen_, name);
        chosen_.insert(chosen_.begin(), name);
        handle = Handle{};
        chose = true;
    }
    const Thing* one = thing();
    if (!one) return;
    drag_.emplace();
    drag_->handle = *handle;
    drag_->from = to_design(pixel);
    drag_->was = drag_->is = one->bounds;
    drag_->chose = chose;
    drag_->in_order = handle->moves() && standing_of(one->place) == Standing::in_order;
}

void Editor::drag_to(Point pixel) {
    const Point to = to_design(pixel);
    const float scale = session_.runner().canvas().scale;
    const float way = std::max(std::abs(to.x - drag_->from.x), std::abs(to.y - drag_->from.y));
    if (!drag_->moved && way * scale < starts_to_move) return;
    drag_->moved = true;
    guides_ = {};
    if (drag_->handle.turns) {
        const Point middle = drag_->was.middle();
        const float angle = std::atan2(to.x - middle.x, middle.y - to.y) * 57.29578F;
        drag_->degrees = std::round(angle); // whole ones, and upright within two
        if (std::abs(drag_->degrees) <= 2) drag_->degrees = 0;
        return;
    }
    drag_->is = taken(drag_->was, drag_->handle, drag_->from, to);
    if (drag_->in_order) return;
    const Thing* dragged = thing();
    std::vector<Rect> others = {session_.runner().canvas().safe};
    for (const Thing& one : things())
        if (!is_chosen(one.name) && one.is(PlaceOf::control) && dragged &&
            !is_within(session_, one, *dragged))
            others.push_back(one.bounds);
    drag_->is = snapped(drag_->is, drag_->handle, others, snaps_within / scale, guides_);
}

void Editor::release() {
    const Drag done = *drag_;
    drag_.reset();
    guides_ = {};
    const Thing* one = thing();
    if (!one) return;
    if (!done.moved) {
        if (done.chose) return;
        // Again at the same place: what lies beneath.
        const auto beneath = under(done.from);
        const auto now = std::ranges::find(beneath, chosen_.front());
        if (!beneath.empty())
            choose(now == beneath.end() || now + 1 == beneath.end() ? beneath.front() : *(now + 1));
        return;
    }
    if (done.handle.turns) return turn_to(*one, done.degrees);
    if (done.in_order) return reorder(*one, done.is.middle());
    if (!done.handle.moves() || chosen_.size() == 1) return put(*one, done.is);
    const std::vector<Thing> all = chosen_things();
    std::vector<Rect> where;
    where.reserve(all.size());
    for (const Thing& each : all)
        where.push_back(taken(each.bounds, {}, {done.was.x, done.was.y}, {done.is.x, done.is.y}));
    put_all("move " + std::to_string(all.size()) + " things", all, where);
}

} // namespace rondix::tool
