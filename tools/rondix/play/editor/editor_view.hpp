// How the editor looks: a frame around what is chosen, and a panel of its own.
#pragma once

#include "play/editor/editor.hpp"
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
    std::optional<Action> at(int x, int y) const;
    void scroll(int steps);

  private:
    struct Button {
        Rect bounds;
        Action action;
    };
    std::vector<Button> buttons_;
    float scrolled_ = 0;
    float too_much_ = 0;
};

} // namespace rondix::tool
