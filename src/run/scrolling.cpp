// Groups that scroll: how far each is, by wheel, drag and scroll bar, with a momentum that dies
// down, and so that what gets the focus by keys or pad is seen. Nothing of it has any say in what a
// move does. Which boxes scroll, and how far they can, is worked out in place/scrolling.hpp.
#include "run/runner_core.hpp"

#include <algorithm>
#include <cmath>

namespace rondix {

namespace {

constexpr float rounding = 0.5F;
constexpr float reach = 40;         // of shadows, and of what grows in the focus
constexpr float settles_in = 0.06F; // seconds in which half of a way is done
constexpr float part_beyond =
    0.12F;                   // of the view, that is seen beyond the focus where there is some
constexpr float page = 0.9F; // of the view
constexpr float slows_down = 3, fastest = 8; // canvases a second, each second; and a second

float near(float at, float most) {
    return at > 0 ? std::min(at, std::max(most, 0.0F)) : 0; // what is no number, too
}

/// How far a view has to be scrolled so that a stretch of what it shows is seen, with some of what
/// lies before and behind it: just as far as is needed.
float seen_from(float at, float begin, float end, float view) {
    const float spare = std::max(view - (end - begin), 0.0F);
    const float beyond = std::min(view * part_beyond, spare / 2);
    const float least = end + beyond - view, most = begin - beyond;
    return least > most ? begin : std::clamp(at, least, most);
}

} // namespace

RunnerCore::Stretch RunnerCore::stretch_of(const Rect& rect, const place::ScrollArea& area,
                                           bool across) const {
    if (!across) return {rect.y - area.view.y, rect.bottom() - area.view.y};
    if (mirrored_) return {area.view.right() - rect.right(), area.view.right() - rect.x};
    return {rect.x - area.view.x, rect.right() - area.view.x};
}

/// Where a box is to be seen: where it was placed, as far as it is scrolled.
Rect RunnerCore::seen_at(std::uint32_t box) const {
    Rect rect = places_[box].rect;
    const std::uint32_t area = areas_.area_of(box);
    if (area == place::no_area) return rect;
    const Point by = scrolled_[area].at;
    rect.x += mirrored_ ? by.x : -by.x;
    rect.y -= by.y;
    return rect;
}

const Rect* RunnerCore::clip_of(std::uint32_t box) const {
    const std::uint32_t area = areas_.area_of(box);
    return area == place::no_area || !areas_[area].scrolls() ? nullptr : &areas_[area].clip;
}

Rect RunnerCore::seen_of(ControlId control) const {
    Rect rect = bounds_of(control);
    const Rect* clip = rect.width > 0 ? clip_of(body_[index(control)]) : nullptr;
    const bool is_whole =
        !clip || (rect.x >= clip->x && rect.y >= clip->y && rect.right() <= clip->right() &&
                  rect.bottom() <= clip->bottom());
    if (is_whole) return rect;
    const float right = std::min(rect.right(), clip->right());
    const float bottom = std::min(rect.bottom(), clip->bottom());
    rect.x = std::max(rect.x, clip->x), rect.y = std::max(rect.y, clip->y);
    rect.width = right - rect.x, rect.height = bottom - rect.y;
    return rect.width > 0 && rect.height > 0 ? rect : Rect{};
}

/// There is more than can be seen, and it is not of a page that is not shown.
bool RunnerCore::shows_part(std::uint32_t number) const {
    const place::ScrollArea& area = areas_[number];
    if (!area.scrolls() || places_[area.box].absent) return false;
    if (area.holds == no_control) return true; // groups alone, or a heading: on no pages
    const Control& row = flow_[area.holds];
    return row.pages == no_pages || page_of(flow_, now_, row.pages) == row.page;
}

bool RunnerCore::can_be_scrolled(std::uint32_t number) const {
    return areas_[number].screen == now_.foremost() && shows_part(number);
}

std::uint32_t RunnerCore::area_at(Point point) const {
    const IndexRange here = areas_.of(now_.foremost());
    for (std::uint32_t i = here.end(); i-- > here.begin;)
        if (can_be_scrolled(i) && areas_[i].clip.contains(point)) return i;
    return place::no_area;
}

/// After places were worked out anew.
void RunnerCore::fit_scrolled(ScreenId screen) {
    areas_.measure(screen, canvas_.shape, boxes_of(screen), mirrored_);
    const IndexRange here = areas_.of(screen);
    for (std::uint32_t i = here.begin; i < here.end(); ++i) put_scrolled(i, scrolled_[i].to);
}

/// At once.
void RunnerCore::put_scrolled(std::uint32_t number, Point at) {
    const place::ScrollArea& area = areas_[number];
    Scrolled& scrolled = scrolled_[number];
    scrolled.to = {near(at.x, area.most_across()), near(at.y, area.most_down())};
    scrolled.at = scrolled.to;
    needs_redraw_ = true;
}

void RunnerCore::turn_to_beginning(ScreenId screen) {
    const IndexRange here = areas_.of(screen);
    for (std::uint32_t i = here.begin; i < here.end(); ++i) scrolled_[i] = {};
}

// --- the focus

/// Nothing else that can be used lies before it, or behind it.
bool RunnerCore::is_outermost(ControlId control, std::uint32_t number, bool across,
                              bool before) const {
    const auto place = [&](ControlId one) {
        return stretch_of(places_[body_[index(one)]].rect, areas_[number], across);
    };
    const Stretch own = place(control);
    const IndexRange controls = flow_[flow_[control].screen].controls;
    for (std::uint32_t i = controls.begin; i < controls.end(); ++i) {
        if (areas_.area_of(body_[i]) != number || !usable(flow_, now_, ControlId{i})) continue;
        const Stretch other = place(ControlId{i});
        if (before ? other.begin < own.begin - rounding : other.end > own.end + rounding)
            return false;
    }
    return true;
}

/// On one axis. What lies beyond the outermost control is seen along with it, such as a heading.
float RunnerCore::way_to(ControlId control, std::uint32_t number, bool across) const {
    const place::ScrollArea& area = areas_[number];
    const float at = across ? scrolled_[number].to.x : scrolled_[number].to.y;
    const float most = across ? area.most_across() : area.most_down();
    if (most <= 0) return 0;
    const float view = across ? area.view.width : area.view.height;
    Stretch own = stretch_of(places_[body_[index(control)]].rect, area, across);
    if (own.end <= view && is_outermost(control, number, across, true)) own.begin = 0;
    if (most + view - own.begin <= view && is_outermost(control, number, across, false))
        own.end = most + view;
    return near(seen_from(at, own.begin, own.end, view), most);
}

void RunnerCore::bring_into_view(ControlId control, bool at_once) {
    if (places_.empty() || !flow_.has(control)) return;
    const std::uint32_t number = areas_.area_of(body_[index(control)]);
    if (number == place::no_area) return;
    const Point to{way_to(control, number, true), way_to(control, number, false)};
    scrolled_[number].speed = {};
    if (at_once || !moves_) return put_scrolled(number, to);
    if (scrolled_[number].to == to) return;
    scrolled_[number].to = to;
    needs_redraw_ = true;
}

/// How much of a control is seen where the group is scrolled to: 1 for all of it, or for as much as
/// there is room for.
float RunnerCore::part_in_view(ControlId control, std::uint32_t number) const {
    const place::ScrollArea& area = areas_[number];
    const Rect& rect = places_[body_[index(control)]].rect;
    const auto part = [](Stretch own, float at, float view) {
        const float most = std::min(own.end - own.begin, view) - rounding;
        const float seen = std::min(own.end, at + view) - std::max(own.begin, at);
        return most <= 0 ? 1 : std::clamp(seen / most, 0.0F, 1.0F);
    };
    const Scrolled& scrolled = scrolled_[number];
    return part(stretch_of(rect, area, true), scrolled.to.x, area.view.width) *
           part(stretch_of(rect, area, false), scrolled.to.y, area.view.height);
}

/// The focus is always seen: of the controls that are seen best, the nearest takes it. Where none
/// is seen, such as in a long text, it stays.
void RunnerCore::take_focus_along(std::uint32_t number) {
    const ControlId own = focus();
    if (own == no_control || areas_.area_of(body_[index(own)]) != number) return;
    ControlId best = own;
    float most = part_in_view(own, number), least = 0;
    if (most >= 1) return;
    const Point from = places_[body_[index(own)]].rect.middle();
    const IndexRange controls = flow_[now_.foremost()].controls;
    for (std::uint32_t i = controls.begin; i < controls.end(); ++i) {
        if (areas_.area_of(body_[i]) != number || !usable(flow_, now_, ControlId{i})) continue;
        const float part = part_in_view(ControlId{i}, number);
        const Point to = places_[body_[i]].rect.middle();
        const float far = std::abs(to.x - from.x) + std::abs(to.y - from.y);
        if (part < most || (part == most && far >= least)) continue;
        best = ControlId{i};
        most = part;
        least = far;
    }
    if (best != own) choose_focus(best);
}

// --- wheel, keys and fingers

void RunnerCore::scroll_area(std::uint32_t number, Point by) {
    const Point at = scrolled_[number].at;
    scrolled_[number].speed = {};
    put_scrolled(number, {at.x + by.x, at.y + by.y});
    take_focus_along(number);
}

/// The wheel: what scrolls across only is moved by it as well.
bool RunnerCore::wheel_area(Point at, float lines, float lines_across) {
    const std::uint32_t number = area_at(at);
    if (number == place::no_area) return false;
    const place::ScrollArea& area = areas_[number];
    const auto way = [](float count, float view) {
        return std::isfinite(count) ? std::clamp(count, -1e4F, 1e4F) * view * Runner::line_of_view
                                    : 0;
    };
    if (mirrored_) lines_across = -lines_across;
    if (area.most_down() <= 0) lines_across += lines; // on, whichever way that is
    scroll_area(number, {way(lines_across, area.view.width), way(lines, area.view.height)});
    if (const ControlId under = control_at(at); under != no_control) choose_focus(under);
    return true;
}

/// By so much of its view, where the focus is, else where that changes something.
bool RunnerCore::scroll_by_keys(bool across, bool on, float part) {
    const ControlId own = focus();
    const std::uint32_t with_focus =
        own == no_control ? place::no_area : areas_.area_of(body_[index(own)]);
    const IndexRange here = areas_.of(now_.foremost());
    for (std::uint32_t i = here.begin; i < here.end(); ++i) {
        if (!can_be_scrolled(i) || (with_focus != place::no_area && i != with_focus)) continue;
        const place::ScrollArea& area = areas_[i];
        const float most = across ? area.most_across() : area.most_down();
        const float view = across ? area.view.width : area.view.height;
        Point to = scrolled_[i].to;
        float& value = across ? to.x : to.y;
        const float before = value;
        value = near(value + (on ? view : -view) * part, most);
        if (value == before) continue;
        scrolled_[i].speed = {};
        scrolled_[i].to = to;
        if (!moves_) scrolled_[i].at = to;
        needs_redraw_ = true;
        take_focus_along(i);
        return true;
    }
    return false;
}

/// A direction that leads nowhere scrolls what has no control to lead to, such as a long text.
bool RunnerCore::scroll_on(Button direction) {
    const bool across = direction == Button::left || direction == Button::right;
    const bool on = across ? (direction == Button::right) != mirrored_ : direction == Button::down;
    return scroll_by_keys(across, on, 0.5F);
}

bool RunnerCore::scroll_page(bool on) {
    return scroll_by_keys(false, on, page) || scroll_by_keys(true, on, page);
}

/// A finger that goes far enough takes along what it is on. False: it does not, yet.
bool RunnerCore::drag_area(Finger& finger, Point to, Device by) {
    if (finger.area == place::no_area) return false;
    const place::ScrollArea& area = areas_[finger.area];
    if (finger.bar) return drag_bar(finger, to), true;
    const Point way{mirrored_ ? to.x - finger.began.x : finger.began.x - to.x,
                    finger.began.y - to.y};
    const bool far = (area.most_across() > 0 && std::abs(way.x) > Runner::drag_begins) ||
                     (area.most_down() > 0 && std::abs(way.y) > Runner::drag_begins);
    if (!finger.drags && !far) return false;
    if (!finger.drags) {
        finger.drags = true;
        if (holding_by_ == by) holding_ = no_control;
        turn_states(false);
    }
    const Point before = scrolled_[finger.area].at;
    put_scrolled(finger.area, {finger.scrolled.x + way.x, finger.scrolled.y + way.y});
    const Point at = scrolled_[finger.area].at;
    scrolled_[finger.area].moved.x += at.x - before.x;
    scrolled_[finger.area].moved.y += at.y - before.y;
    take_focus_along(finger.area);
    return true;
}

/// A finger goes down: what still moves stands still under it.
void RunnerCore::take_hold(Finger& finger, Point at) {
    finger.area = area_at(at);
    if (finger.area == place::no_area) return;
    Scrolled& scrolled = scrolled_[finger.area];
    scrolled.held = true;
    scrolled.speed = scrolled.moved = {};
    scrolled.to = scrolled.at;
    finger.scrolled = scrolled.at;
}

/// Without a finger, it goes on as fast as that went.
void RunnerCore::let_go_of(const Finger& finger) {
    if (finger.area == place::no_area) return;
    Scrolled& scrolled = scrolled_[finger.area];
    scrolled.held = std::any_of(std::begin(fingers_), std::end(fingers_),
                                [&](const Finger& other) { return other.area == finger.area; });
    if (!finger.drags || finger.bar || !moves_) scrolled.speed = {};
}

// --- bars

/// Beside the view, along one axis; empty where there is nothing to scroll to.
Rect RunnerCore::bar_of(std::uint32_t number, bool across) const {
    const place::ScrollArea& area = areas_[number];
    const Style& style = flow_.looks[id_of(StandardStyle::scroll_track)];
    if ((across ? area.most_across() : area.most_down()) <= 0) return {};
    if (across)
        return {area.view.x, area.view.bottom() + style.padding[1], area.view.width,
                style.least.height};
    const float x = mirrored_ ? area.view.x - style.padding[0] - style.least.width
                              : area.view.right() + style.padding[0];
    return {x, area.view.y, style.least.width, area.view.height};
}

Rect RunnerCore::knob_of(std::uint32_t number, bool across) const {
    const place::ScrollArea& area = areas_[number];
    const Size least = flow_.looks[id_of(StandardStyle::scroll_knob)].least;
    Rect bar = bar_of(number, across);
    float& begin = across ? bar.x : bar.y;
    float& length = across ? bar.width : bar.height;
    const float view = across ? area.view.width : area.view.height;
    const float room = across ? area.room.width : area.room.height;
    if (room <= view || length <= 0) return bar;
    const float whole = length;
    length = std::min(std::max(whole * view / room, across ? least.width : least.height), whole);
    const Point at = scrolled_[number].at;
    const float share = (across ? at.x : at.y) / (room - view);
    begin += (across && mirrored_ ? 1 - share : share) * (whole - length);
    return bar;
}

/// A press on a bar takes its knob, or brings it there. False: there is none.
bool RunnerCore::press_bar(Finger& finger, Point at) {
    const IndexRange here = areas_.of(now_.foremost());
    for (std::uint32_t i = here.end(); i-- > here.begin;) {
        if (!can_be_scrolled(i)) continue;
        for (const bool across : {false, true}) {
            if (!bar_of(i, across).contains(at)) continue;
            finger.area = i;
            finger.bar = finger.drags = true;
            finger.across = across;
            const Rect knob = knob_of(i, across);
            const Point middle = knob.middle();
            finger.began = knob.contains(at) ? Point{at.x - middle.x, at.y - middle.y} : Point{};
            drag_bar(finger, at);
            return true;
        }
    }
    return false;
}

void RunnerCore::drag_bar(const Finger& finger, Point to) {
    const Rect bar = bar_of(finger.area, finger.across);
    const Rect knob = knob_of(finger.area, finger.across);
    const place::ScrollArea& area = areas_[finger.area];
    Point at = scrolled_[finger.area].at;
    if (finger.across) {
        const float way = bar.width - knob.width;
        const float share = way > 0 ? (to.x - finger.began.x - bar.x - knob.width / 2) / way : 0;
        at.x = (mirrored_ ? 1 - share : share) * area.most_across();
    } else {
        const float way = bar.height - knob.height;
        const float share = way > 0 ? (to.y - finger.began.y - bar.y - knob.height / 2) / way : 0;
        at.y = share * area.most_down();
    }
    scrolled_[finger.area].speed = {};
    put_scrolled(finger.area, at);
    take_focus_along(finger.area);
}

bool RunnerCore::drags_bar(std::uint32_t number, bool across) const {
    return std::any_of(std::begin(fingers_), std::end(fingers_), [&](const Finger& finger) {
        return finger.bar && finger.area == number && finger.across == across;
    });
}

/// What is far outside of what is seen is no thing to draw. (What it casts may reach in.)
bool RunnerCore::is_in_clip(std::uint32_t box) const {
    const Rect* clip = clip_of(box);
    if (!clip) return true;
    const Rect rect = seen_at(box);
    return rect.right() > clip->x - reach && rect.x < clip->right() + reach &&
           rect.bottom() > clip->y - reach && rect.y < clip->bottom() + reach;
}

/// Where its screen is just now.
Rect RunnerCore::clip_on(const Transform& screen, std::uint32_t box) const {
    const Rect* clip = clip_of(box);
    if (!clip) return {};
    const Point first = screen({clip->x, clip->y});
    const Point last = screen({clip->right(), clip->bottom()});
    return {first.x, first.y, last.x - first.x, last.y - first.y};
}

/// Over all that the group holds: after the last box of that.
void RunnerCore::add_bars_after(std::uint32_t box, const Item& of_screen) {
    const std::uint32_t number = areas_.area_of(box);
    if (number != place::no_area && areas_[number].last == box && shows_part(number))
        add_bars(number, of_screen);
}

void RunnerCore::add_bars(std::uint32_t number, const Item& of_screen) {
    for (const bool across : {false, true})
        add_bar(of_screen, bar_of(number, across), knob_of(number, across),
                drags_bar(number, across));
}

void RunnerCore::add_bar(const Item& of_screen, const Rect& bar, const Rect& knob, bool dragged) {
    if (bar.width <= 0 || bar.height <= 0) return;
    if (items_.capacity() - items_.size() < 2) return; // rows without number have taken it all
    const auto add = [&](ItemKind kind, StandardStyle style, LookState state, const Rect& bounds) {
        Item item = of_screen;
        item.kind = kind;
        item.style = id_of(style);
        item.state = state;
        item.look = flow_.looks[item.style].looks[static_cast<std::size_t>(state)];
        item.look.opacity *= of_screen.look.opacity;
        item.shares[static_cast<std::size_t>(state)] = 1;
        item.bounds = bounds;
        item.amount = 0;
        items_.push_back(item);
    };
    add(ItemKind::scroll_track, StandardStyle::scroll_track, LookState::rest, bar);
    add(ItemKind::scroll_knob, StandardStyle::scroll_knob,
        dragged ? LookState::pressed : LookState::rest, knob);
}

// --- time

bool RunnerCore::areas_move() const {
    return std::any_of(scrolled_.begin(), scrolled_.end(), [](const Scrolled& scrolled) {
        return scrolled.at != scrolled.to || (!scrolled.held && scrolled.speed != Point{});
    });
}

/// How fast fingers move what they hold, as it was lately.
void RunnerCore::measure_fingers(float seconds) {
    for (Scrolled& scrolled : scrolled_) {
        if (!scrolled.held) continue;
        const auto blended = [&](float speed, float moved) {
            return (speed + moved / seconds) / 2;
        };
        scrolled.speed = {blended(scrolled.speed.x, scrolled.moved.x),
                          blended(scrolled.speed.y, scrolled.moved.y)};
        scrolled.moved = {};
    }
}

void RunnerCore::move_areas(float seconds) {
    for (std::uint32_t i = 0; i < scrolled_.size(); ++i) {
        Scrolled& scrolled = scrolled_[i];
        if (!scrolled.held && scrolled.speed != Point{}) {
            run_on(i, seconds);
            continue;
        }
        if (scrolled.at == scrolled.to) continue;
        const float share = seconds / (seconds + settles_in);
        const auto nearer = [&](float at, float to) {
            const float next = at + (to - at) * share;
            return std::abs(to - next) < rounding ? to : next;
        };
        scrolled.at = {nearer(scrolled.at.x, scrolled.to.x), nearer(scrolled.at.y, scrolled.to.y)};
    }
}

/// Ever slower, until it stands; or at once, at an end.
void RunnerCore::run_on(std::uint32_t number, float seconds) {
    Scrolled& scrolled = scrolled_[number];
    const float canvas = std::max(canvas_.size.width, canvas_.size.height);
    const auto way = [&](float& speed) {
        speed = std::clamp(speed, -fastest * canvas, fastest * canvas);
        const float slowing = slows_down * canvas;
        const float runs = std::min(seconds, std::abs(speed) / slowing);
        const float sign = speed < 0 ? -1.0F : 1.0F;
        const float far = speed * runs - sign * slowing * runs * runs / 2;
        speed = runs < seconds ? 0 : speed - sign * slowing * runs;
        return far;
    };
    const Point before = scrolled.at;
    const Point by{way(scrolled.speed.x), way(scrolled.speed.y)};
    put_scrolled(number, {before.x + by.x, before.y + by.y});
    if (scrolled.at.x != before.x + by.x) scrolled.speed.x = 0;
    if (scrolled.at.y != before.y + by.y) scrolled.speed.y = 0;
    if (can_be_scrolled(number)) take_focus_along(number);
}

} // namespace rondix
