// Runner: a flow at work inside a game. Input goes in, effects come out as data, and view() says
// what to draw. There are no callbacks: the game asks when it suits it.
//
//   rondix::Runner menus(flow);            // nothing is allocated after this
//   menus.start();
//   while (game.is_running()) {
//       menus.press(rondix::Button::accept);                  // and what else the player did
//       menus.advance(game.seconds());
//       for (const rondix::Effect& effect : menus.take_effects()) game.obey(effect);
//       for (const rondix::Item& item : menus.view()) game.draw(item);
//   }
//
// apply() alone decides what a move does. The Runner turns devices and time into moves, keeps
// focus, presses, tickets and clocks, and reports to the game what has changed.
//
// Units: times are in seconds, positions and sizes in the flow's design size, and the window
// in pixels (canvas() converts). Errors: no function throws, and none fails on wrong ids or
// numbers: those that change something return false, those that ask return "none". Threads: one
// thread at a time may call a Runner; the flow is only read and may be shared. Cost: each call is
// bounded by the size of the flow and allocates nothing.
#pragma once

#include "rondix/runtime/accessible_info.hpp"
#include "rondix/runtime/apply.hpp"
#include "rondix/runtime/bindings.hpp"
#include "rondix/runtime/canvas.hpp"
#include "rondix/runtime/compiled_flow.hpp"
#include "rondix/runtime/device.hpp"
#include "rondix/runtime/effect.hpp"
#include "rondix/runtime/host_record.hpp"
#include "rondix/runtime/item.hpp"
#include "rondix/runtime/menu_state.hpp"
#include "rondix/runtime/move.hpp"
#include "rondix/runtime/rows.hpp"
#include "rondix/runtime/text_measurer.hpp"

#include <cstdint>
#include <memory>
#include <optional>
#include <span>
#include <string_view>

namespace rondix {

/// What the game has from before, when another Runner was at work in it.
struct HostState {
    SceneId scene = no_scene; ///< the scene that is loaded
    bool paused = false;
};

struct RunnerSnapshot;
class RunnerCore;

class Runner {
  public:
    /// After a change of screen, presses are ignored for this long.
    static constexpr double settling_time = 0.15;
    /// A held direction repeats after the first time, and then after every second one.
    static constexpr double first_repeat = 0.4;
    static constexpr double next_repeat = 0.1;
    /// Held for longer than the first, it repeats after every second one in sliders and lists.
    static constexpr double faster_after = 1;
    static constexpr double fast_repeat = 0.05;
    /// A pointer or finger that moves further than this over what scrolls, scrolls it and presses
    /// nothing.
    static constexpr float drag_begins = 10;
    /// A line of the wheel, in groups that scroll: this part of what is seen of them.
    static constexpr float line_of_view = 0.15F;
    /// A control that takes a new key waits this long for it.
    static constexpr double listening_time = 8;
    /// At most this many rows of an open dropdown are visible.
    static constexpr std::uint16_t max_unfolded = 8;
    /// The longest text that the game shows in a control, in bytes.
    static constexpr std::size_t longest_shown = 200;
    /// A notice (a button that is not wired yet) is shown for this long.
    static constexpr double notice_time = 2.5;

    /// The flow must have passed verify() and must outlive the Runner. Allocates all that the
    /// Runner needs; may throw std::bad_alloc, which is the only exception of this class.
    explicit Runner(const CompiledFlow& flow);
    explicit Runner(CompiledFlow&&) = delete; // the flow would be gone
    ~Runner();
    Runner(const Runner&) = delete;
    Runner& operator=(const Runner&) = delete;

    /// Goes to where the flow starts. To be called before anything else; may be called again.
    void start();
    /// The same in a game that another Runner was at work in.
    void start(HostState host);
    /// Continues where another Runner of this flow stopped; see saved_state.hpp. Settings and rows
    /// stay as they were set here. The game is told what has changed (pause, the pointer, music),
    /// and is asked again for what it has not answered.
    void resume_from(const RunnerSnapshot& snapshot, bool paused_before = false);

    // --- Input. True: the menus took it. False: it is the game's, such as a direction in play.

    /// A key or pad button goes down or up, with the platform's number; bindings() say what it
    /// stands for. A code without a meaning counts as "any other key".
    bool press_code(Device by, Code code);
    void release_code(Device by, Code code);
    /// The same for games with bindings of their own. Only going down acts; holding repeats the
    /// four directions and nothing else.
    bool press(Button button, Device by = Device::keyboard);
    void release(Button button, Device by = Device::keyboard);
    bool press_key(KeyId key, Device by = Device::keyboard); ///< a key that the flow names
    void release_key(KeyId key, Device by = Device::keyboard);
    /// Any other key, for screens that any key answers.
    bool press_other_key(Device by = Device::keyboard);
    /// The mouse or a finger, in design units: canvas() converts from pixels. A control that is
    /// down takes no second press.
    bool pointer_moves(Point to, Device by = Device::mouse);
    bool pointer_presses(Point at, Device by = Device::mouse);
    bool pointer_releases(Point at, Device by = Device::mouse);
    /// The wheel over a list or a group that scrolls, in lines; positive is down, or to the right.
    bool scroll(Point at, float lines, float lines_across = 0);
    /// A device is disconnected: what it holds down is released without a press, and menus that
    /// belong to that pad become everybody's.
    void device_gone(Device device);
    /// While the player types into a text field: what was typed (UTF-8), and erasing the last
    /// character. Accept keeps the text, back restores the old one.
    bool type(std::string_view text);
    bool erase();
    ControlId typing() const; ///< the text field, or none
    /// The text so far. It stays until the next call that takes input or time.
    std::string_view typed() const;

    // --- The game

    /// Reports an event. False: it has no effect now, so it is the game's business.
    bool post(EventId event);
    /// A load or a request has ended. False: the ticket is an old one. An answer to a request whose
    /// screen is covered takes effect once it is current again; one to a load, once no urgent
    /// screen is open.
    bool finish(LoadTicket ticket, Answer answer);
    bool finish(RequestTicket ticket, Answer answer);
    /// How far a load is, from 0 to 1, for progress bars.
    bool report_progress(LoadTicket ticket, float share);
    /// The load that is pending, and a request that is; `LoadTicket{}`, `RequestTicket{}`: none.
    LoadTicket load_ticket() const;
    RequestTicket request_ticket(RequestId request) const;
    /// For scenes with `keep-loaded: yes`: the game has loaded one by itself, so that it is not
    /// asked for; or has unloaded one, so that it is asked for again.
    void set_loaded(SceneId scene, bool loaded = true);
    bool is_loaded(SceneId scene) const;
    /// Only for flags with `set-by: game`; else false.
    bool set_flag(FlagId flag, bool raised);
    /// What the game shows in a control with `shows: game`; false for any other. Until it is set,
    /// it is as the flow says. Nothing moves because of it: a text that has no room is made
    /// smaller, and a picture stands where that of the flow does. Texts are not translated, and
    /// cut to longest_shown at a whole character.
    bool set_shown_text(ControlId control, std::string_view text);
    /// In its pieces: with `shows: value`; with `shows: track` and `knob`, from 0 to 1.
    bool set_shown_value(ControlId control, std::string_view text);
    bool set_shown_share(ControlId control, float share);
    /// Of a picture, or in pieces with `shows: picture`: one of the flow's
    /// (CompiledFlow::picture()), one of the game's own (own_picture()), or none.
    bool set_shown_picture(ControlId control, PictureId picture);
    /// The rows of a list. They are asked for whenever they are drawn, until others are set.
    bool set_rows(ControlId list, const ListRows& rows);
    /// The row that has the focus as soon as the list has it, scrolled to; row_in_focus() tells
    /// which it is. False: there is no such row.
    bool choose_row(ControlId list, std::uint32_t row);

    /// What the game is to do, oldest first. The span stays valid until the next call of
    /// take_effects(); the game may pass input and answers on while it reads. When a game never
    /// takes effects, input is refused as soon as there is no room for more: none is ever lost.
    std::span<const Effect> take_effects();

    // --- Time

    /// Lets time pass, at most 1e9 s at once; negative times and NaN count as 0.
    void advance(double seconds);
    /// Animates without the flow's own clocks.
    void advance_pictures(double seconds);
    /// The time until something changes by itself: 0 during an animation, nothing when never.
    std::optional<double> time_until_change() const;
    /// The time until a delayed event takes effect, or nothing when it is not pending.
    std::optional<double> time_until_due(EventId event) const;
    /// The time until the screen in front moves on by itself, or what is waited for is given up.
    /// `{time-left}` in a text shows it in whole seconds, rounded up. Nothing where neither is so.
    std::optional<double> time_left() const;
    /// The time until the pending load times out, where the flow sets a limit.
    std::optional<double> time_until_load_timeout() const;

    // --- Settings and keys

    /// Sets a setting, such as one that was kept: by the number of its value, or by its text, which
    /// is cut where it is too long. May be called before start().
    bool set_setting(SettingId setting, std::uint16_t value);
    bool set_text(SettingId setting, std::string_view text);
    std::uint16_t value_of(SettingId setting) const;
    /// The value to keep: the old one while the player is asked whether to keep the new one.
    std::uint16_t kept_value_of(SettingId setting) const;
    std::string_view text_of(SettingId setting) const;
    /// A setting's value, or its key, as the player reads it.
    std::string_view shown_value(SettingId setting) const;

    const Bindings& bindings() const;
    /// The platform's keys and their names, before start(). They become the defaults.
    void set_bindings(const Bindings& bindings, const CodeNames& names);
    /// Binds a key as the player chose it, at any time. False: nothing changed.
    bool rebind(DeviceKind kind, Code code, Target target);
    /// Applies saved bindings; the defaults that reset returns to do not change.
    void choose_bindings(const Bindings& bindings);
    /// The control that takes the next key or pad button, or none.
    ControlId listening() const;

    // --- Layout. None of this affects what a move does.

    /// The size of the window in pixels. Until it is set, it is the design size.
    void resize(float width, float height);
    const Canvas& canvas() const;
    /// Measures texts and pictures. Until it is set, sizes are estimated.
    void set_text_measurer(const TextMeasurer& text_measurer);
    /// Translates texts. A text that names keys may become four times as long, plus 240 bytes.
    void set_translator(const Translator& translator);
    /// How many texts that name keys are cut because their translation is longer than that.
    std::size_t cut_texts() const;
    /// Mirrors the layout, for languages that are read from right to left.
    void set_mirrored(bool mirrored);
    /// False: looks change at once, without animation.
    void set_motion(bool moves);

    /// What to draw, in this order. The span stays valid until the next call of any function.
    std::span<const Item> view();
    /// Whether view() may have changed since the last call.
    bool needs_redraw() const;

    // --- Inspection

    const CompiledFlow& flow() const;
    const MenuState& menu_state() const;
    ControlId focus() const;
    /// The focus of an open screen, which it has when it is current.
    ControlId focus_of(ScreenId screen) const;
    bool pointer_shown() const;
    /// The device of the player's last input.
    Device device() const;
    /// A control as a screen reader announces it. The texts stay valid until the next input.
    AccessibleInfo accessible_info(ControlId control) const;
    /// A text of the flow as the player reads it: translated, with the names of keys.
    std::string_view shown_text(std::string_view written) const;
    /// The choice whose dropdown is open, or none.
    ControlId unfolded() const;
    /// Where a control is; an empty rectangle for one that there is not. In a group that scrolls it
    /// may be out of sight.
    Rect bounds_of(ControlId control) const;
    /// What of that can be seen, as far as groups that scroll go; empty where nothing can.
    Rect seen_of(ControlId control) const;
    /// Scrolls the group that a control stands in, if it does, just as far as is needed.
    void bring_into_view(ControlId control);
    Rect bounds_of_row(ControlId list, std::uint32_t row) const; ///< or of an open dropdown
    std::uint32_t row_in_focus(ControlId list) const;
    ListRows rows_of(ControlId list) const; ///< as set_rows() was given them; else none
    /// The boxes of a screen (Looks), whether it is open or not, with nothing scrolled.
    std::span<const Placed> places_of(ScreenId screen) const;
    /// Where a direction leads from an enabled control, or none.
    ControlId route(ControlId from, Button direction);
    /// What the game has done so far, in numbers.
    HostRecord host_record() const;
    /// Whether set_flag() was ever called for it.
    bool was_set(FlagId flag) const;

    // --- Walkthroughs and tests

    /// Makes a move as if its device had made it: a press moves the focus, and a move of the clock
    /// does not wait. False: the move cannot happen here. A move that followed by itself from the
    /// last one, such as a screen that closed, counts as made.
    bool replay(Move move);
    /// The moves that were made since the last call, oldest first; the latest 64 of them.
    std::span<const Move> take_moves();
    /// How many moves were made so far, taken or not.
    std::uint64_t moves_made() const;

  private:
    const std::unique_ptr<RunnerCore> core_;
};

} // namespace rondix
