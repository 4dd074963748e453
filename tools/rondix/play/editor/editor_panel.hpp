// The panel of the editor: what is chosen and what can be done with it, what is on the screen, what
// check() says, and what was changed.
#pragma once

#include "play/editor/editor.hpp"
#include "play/panel_page.hpp"
#include "rondix/painter.hpp"

#include <functional>
#include <optional>
#include <string>

namespace rondix::tool {

class EditorPanel {
  public:
    using Action = std::function<void(Editor&)>;

    void draw(const Pixels& window, int left, const Editor& editor);
    std::optional<Action> at(int x, int y) const { return buttons_.at(x, y); }
    void scroll(int steps) { buttons_.scroll(steps); }

  private:
    PanelButtons<Action> buttons_;
};

/// What its pages are written with.
class EditorPen {
  public:
    using Action = EditorPanel::Action;

    EditorPen(PanelPage& on, PanelButtons<Action>& buttons)
        : page(on)
        , buttons_(buttons) {}

    void chip(const std::string& text, Action action, bool is_lit = false, bool enabled = true) {
        buttons_.add(page.chip_of(text, is_lit, enabled), enabled ? std::move(action) : Action());
    }
    /// A line of its own that can be pressed.
    void row(const PanelRow& row, Action action) { buttons_.add(page.row(row), std::move(action)); }

    void swatch(const std::string& name, const Colour& colour, Action action) {
        buttons_.add(page.swatch_of(name, colour), std::move(action));
    }

    PanelPage& page;

  private:
    PanelButtons<Action>& buttons_;
};

void write_thing_page(EditorPen& pen, const Editor& editor, const Thing& thing);
void write_style_page(EditorPen& pen, const Editor& editor, const Thing& thing);

} // namespace rondix::tool
