// Lists: rows that the game supplies, in one or more columns, scrolled so that the row with the
// focus is seen. Only the rows that are to be seen are ever asked for.
#include "run/runner_core.hpp"

#include "place/arrange.hpp"

#include <algorithm>
#include <cmath>

namespace rondix {

ListState* RunnerCore::list_of(ControlId control) {
    for (std::size_t i = 0; i < lists_.size(); ++i)
        if (list_controls_[i] == control) return &lists_[i];
    return nullptr;
}
const ListState* RunnerCore::list_of(ControlId control) const {
    return const_cast<RunnerCore*>(this)->list_of(control);
}

bool RunnerCore::set_rows(ControlId control, const ListRows& rows) {
    ListState* list = list_of(control);
    if (!list) return false;
    const bool scrolled = rows_scroll(control);
    list->rows = rows;
    list->focus = rows.count == 0 ? 0 : std::min(list->focus, rows.count - 1);
    keep_in_view(control, *list);
    if (rows_scroll(control) != scrolled) lay_out_rows(flow_[control].screen);
    needs_redraw_ = true;
    if (now_.depth() == 0) return true;
    const FlagId flag = flow_[control].has_rows;
    const bool some = rows.count > 0;
    return now_.flag(flag) == some || set_flag(flag, some);
}

std::uint32_t RunnerCore::row_in_focus(ControlId control) const {
    const ListState* list = list_of(control);
    return list ? list->focus : 0;
}

ListRows RunnerCore::rows_of(ControlId control) const {
    const ListState* list = list_of(control);
    return list ? list->rows : ListRows{};
}

/// Within the body, without its padding.
Rect RunnerCore::inside_of_list(ControlId control) const {
    const Box& box = flow_.looks.boxes[body_[index(control)]];
    const Sides& padding = flow_.looks[box.style].padding;
    const Rect body = bounds_of(control);
    return {body.x + padding[0], body.y + padding[1], body.width - padding[0] - padding[2],
            body.height - padding[1] - padding[3]};
}

/// Where the rows stand: beside the scroll bar, where there is one.
Rect RunnerCore::room_of_rows(ControlId control) const {
    Rect room = inside_of_list(control);
    if (!rows_scroll(control)) return room;
    const Style& style = flow_.looks[id_of(StandardStyle::scroll_track)];
    const float bar = std::min(style.least.width + style.padding[0], room.width / 2);
    if (mirrored_) room.x += bar;
    room.width -= bar;
    return room;
}

bool RunnerCore::rows_scroll(ControlId control) const {
    const ListState* list = list_of(control);
    return list && static_cast<float>(lines_of(control, *list)) > lines_in_view(control);
}

/// How the rows of a list look, where the flow says that.
const RowLooks* RunnerCore::row_looks(ControlId control) const {
    const std::uint32_t row = row_looks_.empty() ? never : row_looks_[index(control)];
    return row == never ? nullptr : &flow_.looks.rows[row];
}

void RunnerCore::find_row_looks() {
    if (flow_.looks.rows.empty()) return;
    row_looks_.assign(flow_.controls.size(), never);
    for (std::uint32_t i = 0; i < flow_.looks.rows.size(); ++i)
        row_looks_[index(flow_.looks.rows[i].list)] = i;
}

/// Of a list; none: of values that are unfolded.
float RunnerCore::height_of_rows(ControlId list) const {
    const RowLooks* row = list == no_control ? nullptr : row_looks(list);
    if (row && row->height > 0) return std::max(1.0F, row->height);
    const StyleId style = row ? row->style : id_of(StandardStyle::row);
    return std::max(1.0F, flow_.looks[style].least.height);
}

/// What the rows of a screen's lists show, within a row.
void RunnerCore::lay_out_rows(ScreenId screen) {
    const IndexRange controls = flow_[screen].controls;
    for (std::uint32_t i = controls.begin; i < controls.end() && !row_looks_.empty(); ++i) {
        if (row_looks_[i] == never) continue;
        const RowLooks& row = flow_.looks.rows[row_looks_[i]];
        if (row.boxes.count == 0) continue;
        const float width = room_of_rows(row.list).width / static_cast<float>(columns_of(row.list));
        const auto places = std::span(places_).subspan(row.boxes.begin, row.boxes.count);
        const Size size{std::max(width, 0.0F), height_of_rows(row.list)};
        place::arrange_row(flow_, row, size, canvas_.shape, {text_measurer_, measured()}, places);
        Canvas whole;
        whole.size = size;
        if (mirrored_) place::mirror(whole, places);
    }
}

/// Rows side by side, in a window of this shape.
std::uint32_t RunnerCore::columns_of(ControlId control) const {
    if (flow_.looks.boxes.empty()) return flow_[control].columns;
    const Box& body = flow_.looks.boxes[body_[index(control)]];
    return body.forms[static_cast<std::size_t>(canvas_.shape)].columns;
}

float RunnerCore::lines_in_view(ControlId control) const {
    return std::max(1.0F,
                    std::floor(inside_of_list(control).height / height_of_rows(control) + 0.01F));
}

std::uint32_t RunnerCore::lines_of(ControlId control, const ListState& list) const {
    const std::uint32_t columns = columns_of(control);
    return (list.rows.count + columns - 1) / columns;
}

Rect RunnerCore::bounds_of_row(ControlId control, std::uint32_t row) const {
    if (flow_.looks.boxes.empty()) return {};
    if (control == unfolded_.of && control != no_control) {
        const Sides& padding = flow_.looks[id_of(StandardStyle::unfolded)].padding;
        const Rect body = bounds_of_unfolded();
        const auto line = static_cast<float>(static_cast<int>(row) - unfolded_.first);
        return {body.x + padding[0], body.y + padding[1] + line * height_of_rows(no_control),
                body.width - padding[0] - padding[2], height_of_rows(no_control)};
    }
    const ListState* list = list_of(control);
    if (!list) return {};
    const std::uint32_t columns = columns_of(control);
    const Rect room = room_of_rows(control);
    const float width = room.width / static_cast<float>(columns);
    const std::uint32_t column = mirrored_ ? columns - 1 - row % columns : row % columns;
    const std::uint32_t number = row / columns;
    const float line = static_cast<float>(number) - list->scroll;
    const float height = height_of_rows(control);
    return {room.x + width * static_cast<float>(column), room.y + line * height, width, height};
}

std::optional<std::uint32_t> RunnerCore::row_at(ControlId control, Point point) const {
    const ListState* list = list_of(control);
    if (!list || !room_of_rows(control).contains(point)) return std::nullopt;
    const Rect room = room_of_rows(control);
    const auto columns = static_cast<float>(columns_of(control));
    float across = (point.x - room.x) / room.width * columns;
    if (mirrored_) across = columns - across;
    const float line = std::floor((point.y - room.y) / height_of_rows(control) + list->scroll);
    const float row = line * columns + std::clamp(std::floor(across), 0.0F, columns - 1);
    if (row < 0 || row >= static_cast<float>(list->rows.count)) return std::nullopt;
    return static_cast<std::uint32_t>(row);
}

/// Scrolls just as far as is needed.
void RunnerCore::keep_in_view(ControlId control, ListState& list) const {
    if (flow_.looks.boxes.empty()) return;
    const float seen = lines_in_view(control);
    const std::uint32_t number = list.focus / columns_of(control);
    const auto line = static_cast<float>(number);
    if (line < list.scroll) list.scroll = line;
    if (line > list.scroll + seen - 1) list.scroll = line - seen + 1;
    const float most = std::max(0.0F, static_cast<float>(lines_of(control, list)) - seen);
    list.scroll = std::clamp(list.scroll, 0.0F, most);
}

/// Within the list, as far as it goes; at its edges a direction leads on.
bool RunnerCore::move_among_rows(ControlId control, Button direction) {
    ListState* list = control == no_control ? nullptr : list_of(control);
    if (!list || list->rows.count == 0) return false;
    const std::uint32_t columns = columns_of(control);
    const std::uint32_t column = list->focus % columns;
    const bool forward = (direction == Button::right) != mirrored_;
    std::uint32_t to = list->focus;
    switch (direction) {
    case Button::up:
        if (list->focus < columns) return false;
        to -= columns;
        break;
    case Button::down:
        if (list->focus / columns + 1 >= lines_of(control, *list)) return false;
        to = std::min(list->focus + columns, list->rows.count - 1); // the last line may be short
        break;
    case Button::left:
    case Button::right:
        if (forward ? column + 1 == columns || list->focus + 1 == list->rows.count : column == 0)
            return false;
        to = forward ? list->focus + 1 : list->focus - 1;
        break;
    default: return false;
    }
    choose_row(control, to);
    return true;
}

bool RunnerCore::choose_row(ControlId control, std::uint32_t row) {
    ListState* list = list_of(control);
    if (!list || row >= list->rows.count) return false;
    list->focus = row;
    keep_in_view(control, *list);
    needs_redraw_ = true;
    if (now_.depth() > 0 && has_room()) tell_front();
    return true;
}

bool RunnerCore::press_row(ControlId control) {
    const ListState* list = list_of(control);
    if (!list || list->rows.count == 0) return false;
    const ListRow row = list->rows[list->focus];
    if (row.disabled || row.which >= flow_[control].presses) return deny(control), true;
    return press_control(Move::press(control, row.which));
}

bool RunnerCore::scroll(Point at, float lines, float lines_across) {
    if (now_.depth() == 0 || in_play(flow_, now_)) return false;
    note_input(Device::mouse);
    if (unfolded_.of != no_control)
        return scroll_unfolded(static_cast<int>(std::lround(std::clamp(lines, -1e4F, 1e4F)))), true;
    const ControlId control = control_at(at);
    ListState* list = control == no_control ? nullptr : list_of(control);
    if (!list) return wheel_area(at, lines, lines_across);
    scroll_to(control, *list, list->scroll + lines);
    if (const auto row = row_at(control, at)) choose_row(control, *row); // the pointer is on it
    return true;
}

/// The row with the focus comes along, so that it is seen.
void RunnerCore::scroll_to(ControlId control, ListState& list, float line) {
    const float seen = lines_in_view(control);
    const float most = std::max(0.0F, static_cast<float>(lines_of(control, list)) - seen);
    list.scroll = std::clamp(line, 0.0F, most);
    needs_redraw_ = true;
    if (list.rows.count == 0) return;
    const std::uint32_t columns = columns_of(control);
    const std::uint32_t number = list.focus / columns;
    const auto own = static_cast<float>(number);
    const float near = std::clamp(own, std::ceil(list.scroll), std::floor(list.scroll + seen - 1));
    const auto row =
        static_cast<std::uint32_t>(std::max(0.0F, near)) * columns + list.focus % columns;
    list.focus = std::min(row, list.rows.count - 1);
    if (has_room()) tell_front();
}

// --- the scroll bar

Rect RunnerCore::bar_of_rows(ControlId control) const {
    if (!rows_scroll(control)) return {};
    const Rect inside = inside_of_list(control);
    const float width =
        std::min(flow_.looks[id_of(StandardStyle::scroll_track)].least.width, inside.width / 2);
    return {mirrored_ ? inside.x : inside.right() - width, inside.y, width, inside.height};
}

Rect RunnerCore::knob_of_rows(ControlId control) const {
    Rect knob = bar_of_rows(control);
    const ListState* list = list_of(control);
    if (!list || knob.width <= 0) return {};
    const float lines = static_cast<float>(lines_of(control, *list));
    const float seen = lines_in_view(control);
    const float least = flow_.looks[id_of(StandardStyle::scroll_knob)].least.height;
    const float whole = knob.height;
    knob.height = std::min(std::max(whole * seen / lines, least), whole);
    knob.y += list->scroll / (lines - seen) * (whole - knob.height);
    return knob;
}

/// A press on the bar takes its knob, or brings it there. False: there is none.
bool RunnerCore::press_row_bar(Finger& finger, Point at) {
    const ControlId control = control_at(at);
    if (control == no_control || !list_of(control) || !bar_of_rows(control).contains(at))
        return false;
    const Rect knob = knob_of_rows(control);
    finger.on = control;
    finger.bar = finger.drags = true;
    finger.began = knob.contains(at) ? Point{0, at.y - knob.middle().y} : Point{};
    drag_row_bar(finger, at);
    return true;
}

void RunnerCore::drag_row_bar(const Finger& finger, Point to) {
    ListState* list = list_of(finger.on);
    const Rect bar = bar_of_rows(finger.on), knob = knob_of_rows(finger.on);
    const float way = bar.height - knob.height;
    if (!list || way <= 0) return;
    const float share = (to.y - finger.began.y - bar.y - knob.height / 2) / way;
    const float most = static_cast<float>(lines_of(finger.on, *list)) - lines_in_view(finger.on);
    scroll_to(finger.on, *list, std::round(std::clamp(share, 0.0F, 1.0F) * most));
}

void RunnerCore::add_row_bar(const Item& body) {
    Item of_list;
    of_list.leaving = body.leaving;
    of_list.clip = body.clip;
    of_list.transform = body.transform;
    of_list.look.opacity = body.look.opacity;
    of_list.screen = body.screen;
    const ControlId control = body.control;
    const bool dragged =
        std::any_of(std::begin(fingers_), std::end(fingers_),
                    [&](const Finger& finger) { return finger.bar && finger.on == control; });
    add_bar(of_list, bar_of_rows(control), knob_of_rows(control), dragged);
}

/// A finger that goes far enough takes the rows along, line by line. False: it does not, yet.
bool RunnerCore::drag_rows(Finger& finger, Point to) {
    ListState* list = list_of(finger.on);
    if (!list) return false;
    const float way = to.y - finger.began.y;
    if (!finger.drags && std::abs(way) <= Runner::drag_begins) return false;
    if (!finger.drags) {
        finger.drags = true;
        turn_states(false);
    }
    scroll_to(finger.on, *list, std::round(finger.scroll - way / height_of_rows(finger.on)));
    return true;
}

/// What an item of a row has, besides its place and text.
Item RunnerCore::row_item(const Item& body, StyleId of, LookState state) const {
    const Style& style = flow_.looks[of];
    Item item = body;
    item.kind = ItemKind::row;
    item.style = of;
    item.state = state;
    item.shares = {};
    item.shares[static_cast<std::size_t>(state)] = 1;
    item.look = style.looks[static_cast<std::size_t>(state)];
    item.look.opacity *= body.look.opacity;
    item.text_scale = 1;
    item.align = mirrored_ ? turned(style.align) : style.align;
    item.padding = style.padding;
    item.picture = no_picture;
    item.value = {};
    return item;
}

/// The rows that are to be seen, each a thing of its own to draw; those at the edges are cut.
void RunnerCore::add_rows(const Item& body) {
    const ControlId control = body.control;
    const ListState* list = list_of(control);
    if (!list) return;
    const Rect room = room_of_rows(control);
    const RowLooks* looks = row_looks(control);
    const StyleId style = looks ? looks->style : id_of(StandardStyle::row);
    const std::uint32_t columns = columns_of(control);
    const auto first = static_cast<std::uint32_t>(list->scroll) * columns;
    const auto lines =
        static_cast<std::uint32_t>(std::ceil(list->scroll + lines_in_view(control))) + 1;
    const std::uint32_t end = std::min(list->rows.count, lines * columns);
    const bool focused = control == focus() && flow_[control].screen == now_.foremost();
    for (std::uint32_t i = first; i < end && items_.size() < items_.capacity(); ++i) {
        const ListRow row = list->rows[i];
        const bool disabled = row.disabled || body.state == LookState::disabled;
        Item item = row_item(body, style,
                             disabled                       ? LookState::disabled
                             : !focused || i != list->focus ? LookState::rest
                             : is_pressed(control)          ? LookState::pressed
                                                            : LookState::focused);
        item.row = i;
        item.text = item.name = translator_(row.text);
        item.value = row.value;
        item.bounds = bounds_of_row(control, i);
        if (item.bounds.y < room.y - 0.5F || item.bounds.bottom() > room.bottom() + 0.5F) continue;
        if (looks && looks->boxes.count > 0) item.text = {}; // its parts show it
        fit_text(item);
        items_.push_back(item);
        if (looks) add_row_parts(*looks, row, item);
    }
    add_row_bar(body);
}

/// What a row shows besides its ground, each in the state of the row.
void RunnerCore::add_row_parts(const RowLooks& looks, const ListRow& row, const Item& body) {
    const auto first = static_cast<std::ptrdiff_t>(items_.size());
    for (std::uint32_t i = looks.boxes.begin + 1; i < looks.boxes.end(); ++i) {
        if (items_.size() == items_.capacity()) return items_.resize(first), void();
        const Box& box = flow_.looks.boxes[i];
        const Placed& placed = places_[i];
        Item item = row_item(body, box.style, body.state);
        item.look = blend(flow_.looks[box.style].looks, item.shares);
        item.look.opacity *= body.look.opacity;
        item.kind = ItemKind::piece;
        item.row = body.row;
        item.name = {};
        item.bounds = placed.rect;
        item.bounds.x += body.bounds.x, item.bounds.y += body.bounds.y;
        item.text_scale = placed.text_scale;
        item.picture = box.role == BoxRole::row_picture ? row.picture : box.picture;
        switch (box.role) {
        case BoxRole::row_text: item.text = body.name; break;
        case BoxRole::row_detail: item.text = translator_(row.detail); break;
        case BoxRole::row_value: item.text = translator_(row.value); break;
        case BoxRole::piece: item.text = shown_text(flow_.text(box.text)); break;
        default: item.text = {}; break;
        }
        if (box.role != BoxRole::piece) fit_text(item);
        items_.push_back(item);
    }
}

} // namespace rondix
