// Editor: the menus stand still and are changed where they are seen. What is chosen is moved,
// resized, turned, said anew; each change is a small edit of the flow file, which is written at
// once and can be undone.
#pragma once

#include "editing/handles.hpp"
#include "play/editor/history.hpp"
#include "play/editor/things.hpp"
#include "rondix/tools/check.hpp"

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

class Editor {
  public:
    /// `reload` reads the flow again after it was written; `say` tells the user something.
    Editor(Session& session, std::function<void()> reload, std::function<void(std::string)> say)
        : session_(session)
        , reload_(std::move(reload))
        , say_(std::move(say)) {}

    bool is_on() const { return on_; }
    void toggle();

    /// What is done in the game's part of the window; true: it was for the editor.
    bool take(const SDL_Event& event);
    /// The files were changed by somebody else; `before` is how they read.
    void note_from_outside(const FileTexts& before);

    void choose(const std::string& name);
    /// One more, or one less.
    void choose_too(const std::string& name);
    /// Those that are chosen come to stand on a line of the one that was chosen first.
    void align(Line line);
    /// Those between the outermost come to stand with equal gaps.
    void spread_out(bool across);
    /// For a key of what is chosen, for its name, or for that of a copy.
    void ask(const std::string& key);
    void undo();
    void redo();

    // --- what there is to draw

    /// What was chosen first; nothing: none is.
    std::optional<std::string> chosen() const;
    bool is_chosen(const std::string& name) const;
    std::size_t count_chosen() const { return chosen_.size(); }
    /// Where that is now, while it is taken along too.
    std::optional<Rect> frame() const;
    /// And the others that are chosen.
    std::vector<Rect> other_frames() const;
    const std::vector<Guide>& guides() const { return guides_; }
    float turn() const { return drag_ ? drag_->degrees : 0; }
    /// Between which others it comes to stand when it is let go, as a line in design units.
    std::optional<Rect> mark() const;

    /// What is asked for, and what was typed so far.
    struct Prompt {
        std::string key; ///< of the control: `text`; or `name`, `copy`
        std::string text;
    };
    const std::optional<Prompt>& prompt() const { return prompt_; }
    const History& history() const { return history_; }

    /// What check() says since the last change, without looking at pictures.
    struct Checked {
        std::size_t errors = 0, warnings = 0;
        std::vector<std::string> came, went;
    };
    const Checked& checked() const { return checked_; }

    Session& session() const { return session_; }
    std::optional<Thing> thing() const;

  private:
    bool take_key(const SDL_KeyboardEvent& key);
    bool take_key_of_prompt(const SDL_KeyboardEvent& key);
    void press(Point pixel, bool too);
    void drag_to(Point pixel);
    void release();
    void nudge(float across, float down);
    void put(const Thing& thing, const Rect& is);
    std::vector<Thing> chosen_things() const;
    void put_all(const std::string& what, const std::vector<Thing>& things,
                 const std::vector<Rect>& where);
    void reorder(const Thing& thing, Point middle);
    std::vector<std::pair<std::string, Rect>> beside(const Thing& thing) const;
    void turn_to(const Thing& thing, float degrees);
    void choose_next(int way);
    void answer();
    void add(const std::string& name);
    void make(const std::string& what, const Changed& changed);
    bool write(const std::string& what, const FileTexts& texts);
    void go_to(const HistoryStep& step, bool back);
    void check_again();
    Point to_design(Point pixel) const { return session_.runner().canvas().to_design(pixel); }

    Session& session_;
    std::function<void()> reload_;
    std::function<void(std::string)> say_;
    bool on_ = false;
    std::vector<std::string> chosen_;
    std::optional<Drag> drag_;
    std::vector<Guide> guides_;
    std::optional<Prompt> prompt_;
    History history_;
    Checked checked_;
    std::vector<std::string> findings_;
};

} // namespace rondix::tool
