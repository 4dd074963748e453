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
    case SDL_KEYDOWN: return prompt_ ? take_key_of_prompt(event.key) : take_key(event.key);
    case SDL_KEYUP: return true;
    case SDL_TEXTINPUT:
        if (prompt_) prompt_->text += event.text.text;
        return true;
    case SDL_FINGERDOWN:
    case SDL_FINGERMOTION:
    case SDL_FINGERUP:
    case SDL_MOUSEWHEEL:
    case SDL_CONTROLLERBUTTONDOWN:
    case SDL_CONTROLLERBUTTONUP:
    case SDL_CONTROLLERAXISMOTION: return true; // nothing is played
    default: return false;
    }
}

/// What is chosen is taken hold of; anything else is chosen first. With shift it is chosen as well.
void Editor::press(Point pixel, bool too) {
    prompt_.reset();
    if (too) {
        const std::vector<std::string> under =
            things_at(session_, things_on_screen(session_), to_design(pixel));
        if (!under.empty()) choose_too(under.front());
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
        const std::vector<std::string> under =
            things_at(session_, things_on_screen(session_), to_design(pixel));
        if (under.empty()) return chosen_.clear();
        // One of several takes the others along.
        if (!is_chosen(under.front())) chosen_ = {under.front()};
        std::erase(chosen_, under.front());
        chosen_.insert(chosen_.begin(), under.front());
        handle = Handle{};
        chose = true;
    }
    const std::optional<Thing> one = thing();
    if (!one) return;
    drag_.emplace();
    drag_->handle = *handle;
    drag_->from = to_design(pixel);
    drag_->was = drag_->is = one->bounds;
    drag_->chose = chose;
    drag_->in_order = handle->moves() &&
                      standing_of(*one->place.screen, *one->place.control) == Standing::in_order;
}

void Editor::drag_to(Point pixel) {
    const Point to = to_design(pixel);
    const float scale = session_.runner().canvas().scale;
    const float way = std::max(std::abs(to.x - drag_->from.x), std::abs(to.y - drag_->from.y));
    if (!drag_->moved && way * scale < starts_to_move) return;
    drag_->moved = true;
    guides_.clear();
    if (drag_->handle.turns) {
        const Point middle = drag_->was.middle();
        const float angle = std::atan2(to.x - middle.x, middle.y - to.y) * 57.29578F;
        drag_->degrees = std::round(angle); // whole ones, and upright within two
        if (std::abs(drag_->degrees) <= 2) drag_->degrees = 0;
        return;
    }
    drag_->is = taken(drag_->was, drag_->handle, drag_->from, to);
    if (drag_->in_order) return;
    std::vector<Rect> others = {session_.runner().canvas().safe};
    for (const Thing& one : things_on_screen(session_))
        if (!is_chosen(one.name)) others.push_back(one.bounds);
    drag_->is = snapped(drag_->is, drag_->handle, others, snaps_within / scale, guides_);
}

void Editor::release() {
    const Drag done = *drag_;
    drag_.reset();
    guides_.clear();
    const std::optional<Thing> one = thing();
    if (!one) return;
    if (!done.moved) {
        if (done.chose) return;
        // Again at the same place: what lies beneath.
        const auto under = things_at(session_, things_on_screen(session_), done.from);
        const auto now = std::ranges::find(under, chosen_.front());
        if (!under.empty())
            choose(now == under.end() || now + 1 == under.end() ? under.front() : *(now + 1));
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
