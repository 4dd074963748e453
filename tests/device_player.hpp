// A made-up player with one device: makes moves in a Runner by real input of that device, with the
// time that a person needs.
#pragma once

#include "logic/player_moves.hpp"
#include "rondix/runtime/runner.hpp"

#include <deque>
#include <map>
#include <optional>
#include <vector>

namespace rondix::test {

/// Rows for every list, one for each press that it names.
class RowsForAll {
  public:
    explicit RowsForAll(const CompiledFlow& flow)
        : flow_(flow) {}

    void put(Runner& menus, ControlId list, bool some) const {
        ListRows rows;
        rows.row = [](void*, std::uint32_t number) {
            return ListRow{"row", static_cast<std::uint16_t>(number), false};
        };
        if (some) rows.count = flow_[list].presses;
        menus.set_rows(list, rows);
    }
    /// The list that a flag says has rows, or none.
    ControlId list_of(FlagId flag) const {
        for (std::size_t i = 0; i < flow_.controls.size(); ++i)
            if (flow_.controls[i].kind == ControlKind::list && flow_.controls[i].has_rows == flag)
                return ControlId(i);
        return no_control;
    }

  private:
    const CompiledFlow& flow_;
};

class DevicePlayer {
  public:
    DevicePlayer(Runner& menus, DeviceKind kind)
        : menus_(menus)
        , flow_(menus.flow())
        , kind_(kind) {}

    /// As long as presses are dropped, and as a person needs to react.
    void react() { menus_.advance((settling_ms + flow_.reaction_ms) / 1000.0); }

    /// One of the player's moves, or something on the way to it. False: the device has no way to.
    bool make(Move move) {
        switch (move.kind) {
        case MoveKind::press: return press(move.control(), move.value);
        case MoveKind::change: return change(move.control(), move.value);
        case MoveKind::turn:
            return tap(move.value == previous_page ? Button::pages_back : Button::pages_on);
        case MoveKind::back: return tap(Button::back);
        case MoveKind::menu: return tap(Button::menu);
        case MoveKind::key: {
            const bool taken = menus_.press_key(move.as_key(), device());
            menus_.release_key(move.as_key(), device());
            return taken;
        }
        case MoveKind::other_key:
            return points() ? click(beside()) : menus_.press_other_key(device());
        default: return false;
        }
    }

  private:
    bool points() const { return kind_ == DeviceKind::pointer || kind_ == DeviceKind::touch; }
    Device device() const { return {kind_, 0}; }

    bool tap(Button button, double hold = 0) {
        if (points()) return false;
        const bool taken = menus_.press(button, device());
        if (hold > 0) menus_.advance(hold);
        menus_.release(button, device());
        return taken;
    }

    bool click(std::optional<Point> at, double hold = 0) {
        if (!at) return false;
        const bool taken = menus_.pointer_presses(*at, device());
        if (hold > 0) menus_.advance(hold);
        return menus_.pointer_releases(*at, device()) || taken;
    }

    Point middle_of(ControlId control) const { return menus_.bounds_of(control).middle(); }

    /// A point on which nothing stands that can be seen and used.
    std::optional<Point> beside() const {
        const IndexRange controls = flow_[menus_.menu_state().foremost()].controls;
        for (float y = 2; y < 720; y += 7)
            for (float x = 2; x < 1280; x += 11) {
                bool free = true;
                for (std::uint32_t i = controls.begin; i < controls.end() && free; ++i) {
                    const Rect bounds = menus_.bounds_of(ControlId{i});
                    free = !is_usable_kind(flow_.controls[i].kind) || x < bounds.x - 4 ||
                           y < bounds.y - 4 || x > bounds.x + bounds.width + 4 ||
                           y > bounds.y + bounds.height + 4;
                }
                if (free) return Point{x, y};
            }
        return std::nullopt;
    }

    bool press(ControlId control, std::uint16_t which) {
        const Control& row = flow_[control];
        if (row.cooldown_ms > 0) menus_.advance(row.cooldown_ms / 1000.0);
        const double hold = row.hold_ms / 1000.0;
        if (points() && row.kind == ControlKind::list)
            return click(menus_.bounds_of_row(control, which).middle());
        if (points()) return click(middle_of(control), hold);
        if (!focus_on(control)) return false;
        if (row.kind == ControlKind::list && !choose_row(control, which)) return false;
        return tap(Button::accept, hold);
    }

    bool choose_row(ControlId list, std::uint32_t row) {
        for (int i = 0; i < 400 && menus_.row_in_focus(list) != row; ++i)
            tap(menus_.row_in_focus(list) < row ? Button::down : Button::up);
        return menus_.row_in_focus(list) == row && menus_.focus() == list;
    }

    /// By the four directions, along the routes that the Runner knows; from wherever it comes to.
    /// Never by two opposite ones in turn: the second would lead back to where the first began.
    bool focus_on(ControlId control) {
        std::optional<Button> last;
        for (int i = 0; i < 400 && menus_.focus() != control; ++i) {
            last = first_step_to(control, last);
            if (!last) return false;
            tap(*last);
        }
        return menus_.focus() == control;
    }

    static bool are_opposite(Button a, Button b) {
        return static_cast<int>(a) == (static_cast<int>(b) ^ 1);
    }

    std::optional<Button> first_step_to(ControlId control, std::optional<Button> last) {
        using At = std::pair<ControlId, std::optional<Button>>; // where, and how it was come to
        const At from{menus_.focus(), last};
        if (from.first == no_control) return Button::down;
        std::map<At, Button> first; // the direction with which the way begins
        std::deque<At> open{from};
        while (!open.empty()) {
            const At at = open.front();
            open.pop_front();
            for (const Button way : {Button::up, Button::down, Button::left, Button::right}) {
                if (at.second && are_opposite(way, *at.second)) continue;
                const At to{menus_.route(at.first, way), way};
                if (to.first == no_control || to.first == at.first || first.contains(to)) continue;
                first[to] = at == from ? way : first[at];
                if (to.first == control) return first[to];
                open.push_back(to);
            }
        }
        return std::nullopt;
    }

    /// Step by step, as the device has it; each step is a move of its own.
    bool change(ControlId control, std::uint16_t value) {
        const Control& row = flow_[control];
        const SettingId setting = row.setting;
        if (row.kind == ControlKind::text_field || row.kind == ControlKind::binding) return false;
        const MenuState before = menus_.menu_state();
        const Rect bounds = menus_.bounds_of(control);
        for (int i = 0; i <= 100; ++i) {
            if (!(menus_.menu_state() == before)) return true; // something has come of it
            if (menus_.value_of(setting) == value) return i > 0;
            if (points() && row.kind == ControlKind::slider) {
                click(Point{bounds.x + bounds.width * static_cast<float>(i) / 100,
                            bounds.middle().y});
            } else if (points()) {
                click(bounds.middle());
                if (menus_.unfolded() != control) continue;
                click(menus_.bounds_of_row(control, value).middle());
            } else {
                if (!focus_on(control)) return false;
                const bool up = menus_.value_of(setting) < value;
                tap(row.kind == ControlKind::toggle ? Button::accept
                    : up                            ? Button::right
                                                    : Button::left);
            }
        }
        return false;
    }

    Runner& menus_;
    const CompiledFlow& flow_;
    const DeviceKind kind_;
};

} // namespace rondix::test
