// Editor: the menus stand still and are changed where they are seen. What is chosen is moved,
// resized, turned, said anew, dressed; each change is a small edit of the flow file, which is
// written at once and can be undone.
//
// editor.cpp chooses, changes and undoes; pointing.cpp has the pointer, keys.cpp the keys,
// asking.cpp what is asked for, dressing.cpp styles, screens.cpp whole screens, checking.cpp what
// check() says. How it looks: editor_view.hpp and editor_panel.hpp.
#pragma once

#include "editing/choices.hpp"
#include "editing/handles.hpp"
#include "editing/styling.hpp"
#include "play/editor/checked.hpp"
#include "play/editor/history.hpp"
#include "play/editor/screen_sheet.hpp"
#include "play/editor/things.hpp"

#include <SDL.h>

#include <functional>
#include <optional>
#include <string>
#include <vector>

namespace rondix::tool {

/// What is taken along, from where, and where it is now.
struct Drag {
    Handle handle;
    Point from;
    Rect was, is;
    float degrees = 0;
    bool moved = false, in_order = false, chose = false;
};

/// What the window around it does for the editor.
struct EditorHost {
    std::function<void()> reload; ///< reads the flow again after it was written
    std::function<void()> leave;  ///< plays on
    std::function<void()> shown;  ///< the menus were brought to another screen
    std::function<void(std::string)> say;
};

/// What is asked for, and what becomes of the answer.
enum class Asks : std::uint8_t {
    key,      ///< the value of a key
    other,    ///< which key, and its value: `gap 12`
    name,     ///< a new one
    copy,     ///< the name of a copy
    add,      ///< the name of a new control
    property, ///< of a style
    colour,   ///< the name of a new colour
    screen,   ///< the name of a new screen
    copy_screen,
    drop_screen, ///< where what led to it leads then
    part,        ///< the name of a part made of what is chosen
};
struct Prompt {
    Asks asks{};
    std::string key; ///< of the thing, or the property
    std::string text;
    std::vector<Choice> choices;
    std::optional<std::size_t> at; ///< the choice that Return takes
    std::string then = {};         ///< a key that is asked for next
};

class Editor {
  public:
    Editor(Session& session, EditorHost host);

    bool is_on() const { return on_; }
    void toggle();
    void leave() { host_.leave(); }

    /// What is done in the game's part of the window; true: it was for the editor.
    bool take(const SDL_Event& event);
    /// The files were read again, for somebody changed them.
    void note_reading();

    // --- choosing

    void choose(const std::string& name);
    /// One more, or one less.
    void choose_too(const std::string& name);
    /// All that can be chosen on this screen.
    const std::vector<Thing>& things() const;
    /// What was chosen first; null: nothing is.
    const Thing* thing() const;
    bool is_chosen(const std::string& name) const;
    std::size_t count_chosen() const { return chosen_.size(); }

    // --- changing

    /// Those that are chosen come to stand on a line of the one that was chosen first.
    void align(Line line);
    /// Those between the outermost come to stand with equal gaps.
    void spread_out(bool across);
    /// What stands in a column, row or grid stands freely where it is; what does goes back.
    void let_loose();
    void drop_chosen();
    void undo();
    void redo();
    const History& history() const { return history_; }

    // --- asking

    void ask(Asks what, const std::string& key = {});
    const std::optional<Prompt>& prompt() const { return prompt_; }
    void take_choice(std::size_t number);
    /// Where the current screen is used: "title.play", as far as presses go.
    std::vector<std::string> leading_here() const;
    /// What stands behind a key of a thing; empty: nothing. Looked up once for each reading.
    std::string value_of(const Thing& thing, const std::string& key) const;

    // --- styles

    enum class Page : std::uint8_t { thing, style };
    Page page() const { return page_; }
    void show(Page page) { page_ = page; }
    LookState state() const { return state_; }
    void show(LookState state) { state_ = state; }
    /// Whether changes are of what is chosen alone, or of the style that it wears.
    bool alone() const { return alone_; }
    void be_alone(bool alone) { alone_ = alone; }
    void set_property(const std::string& key, const std::string& value);
    /// Of the chosen thing's text in the state that is shown, as it would be with what is being
    /// typed; nothing where it has no text.
    std::optional<double> contrast() const;

    // --- screens

    /// The screens as small pictures, over the game's part of the window.
    enum class Sheet : std::uint8_t { none, to_go, to_link };
    Sheet sheet_shown() const { return sheet_shown_; }
    void show(Sheet sheet);
    ScreenSheet& sheet() const { return sheet_; }
    void take_screen(const std::string& name);
    void go_to_screen(const std::string& name);

    // --- checking

    const Checked& checked() const { return checked_; }
    /// After a change, once the picture of it is seen; true: it was done.
    bool check_if_due();
    void choose(const Issue& issue);
    void fix(const Issue& issue);
    /// The one after the one that was chosen last; and what fixes that.
    void choose_next_issue();
    void fix_chosen_issue();

    // --- what there is to draw

    /// Where the chosen thing is now, while it is taken along too.
    std::optional<Rect> frame() const;
    /// And the others that are chosen.
    std::vector<Rect> other_frames() const;
    const Guides& guides() const { return guides_; }
    float turn() const { return drag_ ? drag_->degrees : 0; }
    /// Between which others it comes to stand when it is let go, as a line in design units.
    std::optional<Rect> mark() const;
    Session& session() const { return session_; }

  private:
    bool take_key(const SDL_KeyboardEvent& key);
    bool take_key_of_prompt(const SDL_KeyboardEvent& key);
    bool take_key_of_sheet(const SDL_KeyboardEvent& key);
    void with_control(const SDL_KeyboardEvent& key);
    void press(Point pixel, bool too);
    void drag_to(Point pixel);
    void release();
    void nudge(float across, float down);
    void nudge_in_order(const Thing& thing, int way);
    void choose_next(int way);
    std::vector<std::string> under(Point at) const;

    void put(const Thing& thing, const Rect& is);
    std::vector<Thing> chosen_things() const;
    void put_all(const std::string& what, const std::vector<Thing>& things,
                 const std::vector<Rect>& where);
    void reorder(const Thing& thing, Point middle);
    std::vector<std::pair<std::string, Rect>> beside(const Thing& thing) const;
    void turn_to(const Thing& thing, float degrees);

    void retyped();
    void choose_property(Prompt& asked) const;
    void answer();
    void answer_for_thing(const Prompt& asked, const Thing& thing);
    void set(const Thing& thing, const std::string& key, const std::string& value);
    void rename_to(const Thing& thing, const std::string& name);
    void add(const std::string& name);
    void add_screen(const std::string& name);
    void copy_screen(const std::string& name);
    void drop_screen(const std::string& instead);
    void make_part(const std::string& name);
    void name_colour(const std::string& key, const std::string& name);

    bool make(const std::string& what, const Changed& changed);
    bool write(const std::string& what, const FileTexts& texts);
    void go_to(const HistoryStep& step, bool back);
    /// Of the game's part, in pixels.
    Size window_size() const;
    Point to_design(Point pixel) const { return session_.runner().canvas().to_design(pixel); }

    Session& session_;
    EditorHost host_;
    bool on_ = false;
    std::vector<std::string> chosen_;
    std::optional<Drag> drag_;
    Guides guides_;
    std::optional<Prompt> prompt_;
    Page page_ = Page::thing;
    LookState state_ = LookState::rest;
    bool alone_ = true;
    Sheet sheet_shown_ = Sheet::none;
    mutable ScreenSheet sheet_;
    History history_;
    std::size_t noted_; ///< the reading that the history knows
    Checked checked_;
    bool check_is_due_ = false;
    std::size_t next_issue_ = 0;
    mutable ThingsSeen seen_;
    mutable ValuesSeen values_;
};

} // namespace rondix::tool
