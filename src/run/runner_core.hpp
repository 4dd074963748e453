// RunnerCore: what a Runner is made of. Its public functions are those of Runner, where they are
// described; the parts of it stand in files of their own: input, focus, clocks, lists, view ...
#pragma once

#include "logic/player_moves.hpp"
#include "place/scrolling.hpp"
#include "rondix/runtime/apply.hpp"
#include "rondix/runtime/runner.hpp"
#include "run/motion.hpp"
#include "run/runner_snapshot.hpp"
#include "run/waiting.hpp"

#include <cstdint>
#include <memory>
#include <optional>
#include <string>
#include <vector>

namespace rondix {

class FilledTexts;
class FocusRoutes;

class RunnerCore {
  public:
    explicit RunnerCore(const CompiledFlow& flow);
    ~RunnerCore();
    RunnerCore(const RunnerCore&) = delete;
    RunnerCore& operator=(const RunnerCore&) = delete;

    void start();
    void start(HostState host);
    void resume_from(const RunnerSnapshot& snapshot, bool paused_before = false);

    // --- the player
    bool press_code(Device by, Code code);
    void release_code(Device by, Code code);
    bool press(Button button, Device by = Device::keyboard);
    void release(Button button, Device by = Device::keyboard);
    bool press_key(KeyId key, Device by = Device::keyboard);
    void release_key(KeyId key, Device by = Device::keyboard);
    bool press_other_key(Device by = Device::keyboard);
    bool pointer_moves(Point to, Device by = Device::mouse);
    bool pointer_presses(Point at, Device by = Device::mouse);
    bool pointer_releases(Point at, Device by = Device::mouse);
    void device_gone(Device device);
    bool scroll(Point at, float lines, float lines_across = 0);
    bool type(std::string_view text);
    bool erase();
    ControlId typing() const { return typing_; }
    std::string_view typed() const { return typed_; }

    // --- the game
    bool post(EventId event);
    bool finish(LoadTicket ticket, Answer answer);
    bool finish(RequestTicket ticket, Answer answer);
    bool report_progress(LoadTicket ticket, float share);
    void set_loaded(SceneId scene, bool loaded = true);
    bool is_loaded(SceneId scene) const;
    bool set_flag(FlagId flag, bool raised);
    bool set_setting(SettingId setting, std::uint16_t value);
    bool set_text(SettingId setting, std::string_view text);
    bool set_shown_text(ControlId control, std::string_view text);
    bool set_shown_value(ControlId control, std::string_view text);
    bool set_shown_share(ControlId control, float share);
    bool set_shown_picture(ControlId control, PictureId picture);
    bool set_rows(ControlId list, const ListRows& rows);
    bool choose_row(ControlId list, std::uint32_t row);

    // --- keys
    const Bindings& bindings() const { return bindings_; }
    void set_bindings(const Bindings& bindings, const CodeNames& names);
    bool rebind(DeviceKind kind, Code code, Target target);
    void choose_bindings(const Bindings& bindings);
    ControlId listening() const { return listening_; }

    // --- the clock
    void advance(double seconds);
    void advance_pictures(double seconds);

    // --- walkthroughs and tests
    bool replay(Move move);

    std::span<const Effect> take_effects();
    HostRecord host_record() const;
    bool was_set(FlagId flag) const {
        return index(flag) < flags_set_.size() && flags_set_[index(flag)];
    }

    std::span<const Move> take_moves();
    std::uint64_t moves_made() const { return moves_made_; }

    std::span<const Item> view();
    bool needs_redraw() const { return needs_redraw_; }
    std::optional<double> time_until_change() const;

    // --- the window: none of this has any say in what a move does
    void resize(float width, float height);
    const Canvas& canvas() const { return canvas_; }
    void set_text_measurer(const TextMeasurer& text_measurer);
    void set_translator(const Translator& translator);
    std::size_t cut_texts() const;
    void set_mirrored(bool mirrored);
    void set_motion(bool moves);

    // --- what is so now
    const CompiledFlow& flow() const { return flow_; }
    const MenuState& menu_state() const { return now_; }
    ControlId focus() const;
    ControlId focus_of(ScreenId screen) const {
        return flow_.has(screen) ? focus_[index(screen)] : no_control;
    }
    bool pointer_shown() const { return pointer_shown_; }
    Device device() const { return last_; }
    AccessibleInfo accessible_info(ControlId control) const;
    std::string_view shown_value(SettingId setting) const;
    std::string_view shown_text(std::string_view written) const;
    ControlId unfolded() const { return unfolded_.of; }
    LoadTicket load_ticket() const;
    RequestTicket request_ticket(RequestId request) const;
    std::uint16_t value_of(SettingId setting) const {
        return flow_.has(setting) ? values_[index(setting)] : std::uint16_t{0};
    }
    std::uint16_t kept_value_of(SettingId setting) const {
        return flow_.has(setting) ? kept_values_[index(setting)] : std::uint16_t{0};
    }
    std::string_view text_of(SettingId setting) const {
        return flow_.has(setting) ? std::string_view(setting_texts_[index(setting)])
                                  : std::string_view();
    }
    Rect bounds_of(ControlId control) const;
    Rect seen_of(ControlId control) const;
    void bring_into_view(ControlId control, bool at_once = true);
    ControlId route(ControlId from, Button direction);
    Rect bounds_of_row(ControlId list, std::uint32_t row) const;
    std::uint32_t row_in_focus(ControlId list) const;
    ListRows rows_of(ControlId list) const;
    std::span<const Placed> places_of(ScreenId screen) const;
    std::optional<double> time_until_due(EventId event) const;
    std::optional<double> time_until_load_timeout() const;
    std::optional<double> time_left() const;

  private:
    using Micros = std::int64_t;
    static constexpr std::uint32_t never = 0xFFFFFFFF;
    static constexpr std::size_t max_moves_kept = 64;
    static constexpr std::size_t max_rows_seen = 256; // of each list
    static constexpr std::size_t max_down = 32;
    static constexpr std::size_t input_slots = 1 + devices_of_a_kind;
    static constexpr std::uint8_t no_owner = 0xFF;

    /// What a pointer or finger that is down is about.
    struct Finger {
        ControlId on = no_control;      // the control on which it went down,
        ControlId refused = no_control; // or one that could not be used
        Point began = {};
        float scroll = 0;                    // of a list, when it went down
        bool drags = false;                  // the list moves along
        bool folded = false;                 // it went down on an unfolded choice
        bool beside = false;                 // it went down beside all controls
        std::uint32_t area = place::no_area; // that scrolls, on which it went down,
        Point scrolled = {};                 // and how far that was then
        bool bar = false, across = false;    // it holds the knob of a scroll bar
    };
    /// How far a group is scrolled.
    struct Scrolled {
        Point at = {};    // as it is seen
        Point to = {};    // where that moves to
        Point speed = {}; // a second, of what was let go
        Point moved = {}; // by a finger, since time passed
        bool held = false;
    };
    struct Stretch {
        float begin = 0, end = 0;
    };
    /// A key or pad button that is down.
    struct Down {
        Device by;
        Code code{};
        Target target = no_target;
    };
    /// What the game shows in a control; what it has not set is as the flow says.
    template <class T>
    struct Said {
        T value{};
        bool is_set = false;
    };
    struct ShownByGame {
        Said<std::string> text, value;
        Said<float> share;
        Said<PictureId> picture;
    };
    struct Unfolded {
        ControlId of = no_control;
        std::uint16_t row = 0;
        std::uint16_t first = 0; // that is seen
    };
    static constexpr int max_that_follow = 1000; // of one move; the rest at the next step of time

    void forget();
    void put_settings_and_rows(bool as_moves);
    void tell_pointer_and_music();
    void appear();
    void resume_loading(LoadTicket ticket);
    void resume_waiting(RequestId request, RequestTicket ticket);
    bool perform(Move move);
    bool perform_one(Move move);
    void follow();
    void tell_scene_left(SceneId scene);
    void tell_scene_wanted();
    void update_requests(const Outcome& outcome, Move move);
    void change_setting(SettingId setting, std::uint16_t value);
    void tell_setting_change(Move move);
    void settle_unkept(Move move);
    bool note_unkept(SettingId setting, std::uint16_t value);
    void match_unkept();
    void show_values();
    std::uint16_t standing_value(SettingId setting) const;
    void note_input(Device by);
    bool heeds(Device by) const;
    void let_go();
    void make_room_for_shown();
    const ShownByGame* shown_in(ControlId control) const;
    ShownByGame* to_show_in(ControlId control);
    template <class T, class Value>
    void say(Said<T>& what, Value value);
    void show_by_game(const Box& box, Item& item) const;
    void give_to_opener(const Outcome& outcome);
    void tell_pad(Move move);
    void find_names();
    /// Whose names of keys are shown.
    DeviceKind names_of() const {
        return last_.kind == DeviceKind::pad ? DeviceKind::pad : DeviceKind::keyboard;
    }
    Translator translator() const;
    Translator measured() const;
    void tell_front();
    void deny(ControlId control);
    Micros limit_of(std::uint32_t ms) const;
    bool is_pressed(ControlId control) const;
    ControlId refused_at(Point point) const;
    void tell_changes(const Outcome& outcome);
    void tell_steps(IndexRange steps);
    void emit(EffectKind kind, std::uint32_t subject = 0, std::uint32_t ticket = 0,
              std::uint16_t value = 0);
    bool has_room() const;
    void update_pointer();
    void update_music();
    TuneId tune_of_now() const;
    void update_clocks(const Outcome& outcome, Move move);

    void update_focus();
    void choose_focus(ControlId control);
    ControlId first_usable() const;
    ControlId nearest_usable(Point from) const;
    void find_routes();
    bool goes_back(ControlId from, Button direction);
    ControlId control_at(Point point) const;
    bool answers_any_key() const;
    bool holds_something() const;
    bool move_focus(Button direction);
    bool turn_pages(Button button);

    // controls
    bool use(ControlId control);
    bool press_control(Move move);
    bool cooling(ControlId control) const;
    bool step_value(ControlId control, int step, bool round);
    bool set_value(ControlId control, std::uint16_t value);
    bool turn_control(ControlId control, Button direction);
    bool drag(ControlId control, Point to);
    bool begin_typing(ControlId control);
    void end_typing(bool keep);
    bool has_to_be_held(ControlId control) const { return flow_[control].hold_ms > 0; }
    bool begin_hold(ControlId control, Device by);
    bool begin_listening(ControlId control);
    void end_listening();
    bool hear(Device by, Code code);

    // a choice that is unfolded
    bool unfold(ControlId control);
    void fold();
    bool act_unfolded(Button button);
    void choose_unfolded(int row);
    bool pick_unfolded();
    std::uint16_t unfolded_seen() const;
    Rect bounds_of_unfolded() const;
    std::optional<std::uint32_t> unfolded_row_at(Point point) const;
    void scroll_unfolded(int lines);
    void add_unfolded();
    Item row_item(const Item& body, StyleId of, LookState state) const;
    bool fire_hold();
    const Box* part_of(ControlId control, BoxRole role, std::uint32_t& row) const;

    // lists
    ListState* list_of(ControlId control);
    const ListState* list_of(ControlId control) const;
    Rect inside_of_list(ControlId control) const;
    Rect room_of_rows(ControlId control) const;
    bool rows_scroll(ControlId control) const;
    Rect bar_of_rows(ControlId control) const;
    Rect knob_of_rows(ControlId control) const;
    bool press_row_bar(Finger& finger, Point at);
    void drag_row_bar(const Finger& finger, Point to);
    void add_row_bar(const Item& body);
    void find_row_looks();
    const RowLooks* row_looks(ControlId control) const;
    float height_of_rows(ControlId list) const;
    void lay_out_rows(ScreenId screen);
    void add_row_parts(const RowLooks& looks, const ListRow& row, const Item& body);
    std::uint32_t columns_of(ControlId control) const;
    float lines_in_view(ControlId control) const;
    std::uint32_t lines_of(ControlId control, const ListState& list) const;
    std::optional<std::uint32_t> row_at(ControlId control, Point point) const;
    void keep_in_view(ControlId control, ListState& list) const;
    bool move_among_rows(ControlId control, Button direction);
    bool press_row(ControlId control);
    bool drag_rows(Finger& finger, Point to);
    void scroll_to(ControlId control, ListState& list, float line);
    void add_rows(const Item& body);
    bool act_on(Button button);

    // groups that scroll
    Stretch stretch_of(const Rect& rect, const place::ScrollArea& area, bool across) const;
    Rect seen_at(std::uint32_t box) const;
    const Rect* clip_of(std::uint32_t box) const;
    bool shows_part(std::uint32_t number) const;
    bool can_be_scrolled(std::uint32_t number) const;
    std::uint32_t area_at(Point point) const;
    void fit_scrolled(ScreenId screen);
    void put_scrolled(std::uint32_t number, Point at);
    void turn_to_beginning(ScreenId screen);
    bool is_outermost(ControlId control, std::uint32_t number, bool across, bool before) const;
    float way_to(ControlId control, std::uint32_t number, bool across) const;
    float part_in_view(ControlId control, std::uint32_t number) const;
    void take_focus_along(std::uint32_t number);
    void scroll_area(std::uint32_t number, Point by);
    bool wheel_area(Point at, float lines, float lines_across);
    bool scroll_by_keys(bool across, bool on, float part);
    bool scroll_on(Button direction);
    bool scroll_page(bool on);
    bool drag_area(Finger& finger, Point to, Device by);
    void take_hold(Finger& finger, Point at);
    void let_go_of(const Finger& finger);
    Rect bar_of(std::uint32_t number, bool across) const;
    Rect knob_of(std::uint32_t number, bool across) const;
    bool press_bar(Finger& finger, Point at);
    void drag_bar(const Finger& finger, Point to);
    bool drags_bar(std::uint32_t number, bool across) const;
    bool is_in_clip(std::uint32_t box) const;
    Rect clip_on(const Transform& screen, std::uint32_t box) const;
    void add_bars_after(std::uint32_t box, const Item& of_screen);
    void add_bars(std::uint32_t number, const Item& of_screen);
    void add_bar(const Item& of_screen, const Rect& bar, const Rect& knob, bool dragged);
    bool areas_move() const;
    void measure_fingers(float seconds);
    void move_areas(float seconds);
    void run_on(std::uint32_t number, float seconds);
    bool settled() const { return since_change_ >= settling_; }

    struct Countdown {
        Micros left = 0, whole = 0;
    };
    std::optional<Countdown> countdown() const;
    std::uint32_t seconds_left() const;
    void show_time_left();
    Micros next_deadline() const;
    void let_pass(Micros time);
    bool fire_one();
    bool fire_answer();
    bool fire_event();
    bool fire_limit();
    void note_old_answer(std::uint32_t ticket);
    bool give_up(Move timeout);
    bool fire_screen();
    bool is_shown(const MenuState& menu_state, ScreenId screen) const;
    void repeat_direction();
    bool repeats_fast() const;

    // looks
    void lay_out();
    void lay_out(ScreenId screen);
    void follow_hidden();
    void find_what_hides();
    std::span<Placed> boxes_of(ScreenId screen);
    void update_screen_animation();
    void turn_states(bool at_once);
    void turn_states_of(ScreenId screen, bool at_once);
    bool pictures_move() const;
    bool stands_on(ControlId control, Point point) const;
    std::size_t lowest_seen() const;
    LookState state_of(ControlId control) const;
    bool turns_to_what_is_shown(ControlId control) const;
    Transform screen_transition_of(ScreenId screen, float& opacity) const;
    void add_screen_items(ScreenId id, std::size_t height, bool leaving, bool fades);
    void add_box_item(const Box& box, std::uint32_t row, Item item);
    void show_value(const Box& box, Item& item) const;
    void show_setting(const Box& box, Item& item) const;
    void show_time(const Box& box, Item& item) const;
    void put_on_track(Item& knob) const;
    void fit_text(Item& item) const;
    void add_notice();

    const CompiledFlow& flow_;
    MenuState now_;
    MenuState before_;
    std::vector<Placed> places_;      // of each box
    std::vector<std::uint32_t> body_; // of each control: its box
    place::ScrollAreas areas_;
    place::DrawnOut drawn_out_;
    std::vector<Scrolled> scrolled_;                // of each area
    std::vector<bool> hides_;                       // of each screen: some of it can be hidden
    std::vector<StateChange> states_;               // of each control
    std::vector<ScreenAnimation> screen_animation_; // of each screen
    std::vector<ScreenId> leaving_;                 // in the order in which they stood
    Canvas canvas_;
    Size window_;
    TextMeasurer text_measurer_ = estimating_measurer();
    Translator translator_;
    std::vector<ControlId> focus_; // of each screen
    std::unique_ptr<FocusRoutes> routes_;
    std::vector<Micros> until_due_; // of each event whose answer waits
    std::vector<bool> held_keys_;   // of each hand and named key
    std::vector<Effect> effects_, taken_;
    std::vector<Move> moves_done_, moves_taken_;
    std::vector<Move> followed_; // by themselves, the move that was replayed
    std::uint64_t moves_made_ = 0;
    // Tickets from the first on were asked for in the effects that were taken last; those from the
    // other on, since then.
    std::uint32_t first_just_asked_ = 0, next_asked_ = 0;
    HostRecord record_;              // but for what is waiting, and the time
    std::vector<bool> flags_set_;    // by the game
    std::vector<bool> stays_loaded_; // of each scene
    std::vector<Item> items_;
    std::size_t max_effects_ = 0;               // that a single move can have
    bool held_[input_slots][button_count] = {}; // by the keyboard, and by each pad
    Finger fingers_[input_slots];               // the pointer, and each finger
    std::vector<Down> down_;
    std::vector<std::uint8_t> whose_; // of each screen: the pad that it belongs to, or everyone
    Micros held_for_ = 0;             // the direction that repeats
    Micros time_ = 0;                 // since the Runner was made
    std::vector<Micros> cools_;       // of each control: until when presses are dropped
    Micros holding_for_ = 0;
    Micros listening_for_ = 0;
    std::string typed_;
    std::vector<ListState> lists_;
    std::vector<ControlId> list_controls_;
    std::vector<std::uint32_t> row_looks_; // of each control; none: of no list that says so
    Micros until_repeat_ = 0;
    Micros settling_ = 0;
    Micros since_change_ = 0;
    Micros since_input_ = 0;
    Micros notice_left_ = 0;
    Wait load_;
    std::vector<Wait> requests_;
    std::vector<std::uint16_t> values_;      // of each setting
    std::vector<std::uint16_t> kept_values_; // of each setting, whatever the player is asked
    struct Unkept {
        SettingId setting = no_setting;
        std::uint16_t value = 0;
    };
    std::vector<Unkept> unkept_; // at each height of the stack; empty: no setting is asked about
    std::vector<std::string> setting_texts_; // of each setting that is a text
    Bindings bindings_;
    CodeNames code_names_;
    std::unique_ptr<FilledTexts> filled_;
    std::vector<ShownByGame> shown_; // of each control with `shows: game`
    std::vector<std::uint32_t> shown_of_;
    ControlId came_from_ = no_control, came_to_ = no_control; // by the last direction,
    std::uint32_t came_when_ = 0;                             // the version of the routes
    ControlId holding_ = no_control;                          // whose press is being held
    ControlId typing_ = no_control;
    ControlId listening_ = no_control;
    Unfolded unfolded_;
    ScreenId told_front_ = no_screen; // what the game was told last
    TuneId tune_ = silence;
    ControlId told_focus_ = no_control;
    std::uint32_t told_row_ = 0;
    std::uint32_t notice_ = never;
    std::uint32_t tickets_ = 0; // given out
    float progress_ = 0;
    std::optional<Device> acting_; // whose input is being answered
    Device last_ = Device::mouse;  // that the player used
    Device repeating_by_, holding_by_;
    std::optional<Button> repeating_;
    Button came_by_{};
    bool replays_ = false;
    bool some_hide_ = false;          // of the screens
    std::uint32_t shown_seconds_ = 0; // that are left, in texts
    Rect focus_stood_;                // where the focus was when it was last seen
    bool moved_on_ = false;           // the screen did what it does by itself, and is still there
    bool pointer_shown_ = true;
    bool mirrored_ = false;
    bool moves_ = true;
    bool needs_redraw_ = true;
};

} // namespace rondix
