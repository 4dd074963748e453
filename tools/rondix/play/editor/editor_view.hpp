// How the editor looks: a frame around what is chosen, and a panel of its own.
#pragma once

#include "play/editor/editor.hpp"
#include "play/panel_page.hpp"
#include "rondix/painter.hpp"

#include <optional>
#include <string>
#include <vector>

namespace rondix::tool {

/// Over the game's part of the window, `width` pixels wide.
void draw_editor(const Pixels& window, int width, const Editor& editor);

class EditorPanel {
  public:
    enum class Does : std::uint8_t { choose, ask, align, spread, undo, redo, leave };
    struct Action {
        Does does{};
        std::string subject; ///< the control, what is asked for, or the line
    };

    void draw(const Pixels& window, int left, const Editor& editor);
    std::optional<Action> at(int x, int y) const { return buttons_.at(x, y); }
    void scroll(int steps) { buttons_.scroll(steps); }

  private:
    PanelButtons<Action> buttons_;
};

} // namespace rondix::tool
