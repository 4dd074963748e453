// Panel: what stands beside the game in `rondix play`: the menu state as it changes, and buttons
// that do what the game would do.
#pragma once

#include "play/panel_page.hpp"
#include "play/session.hpp"
#include "play/stand_in.hpp"

#include <vector>

namespace rondix::tool {

class Panel {
  public:
    static constexpr int width = 340;

    enum class Does : std::uint8_t {
        event,
        flag,
        load_ends,
        shorter,
        longer,
        restart,
        help,
        arrange
    };
    struct Action {
        Does does{};
        std::uint32_t subject = 0;
    };

    /// Draws it into its part of the window; remembers where its buttons are.
    void draw(const Pixels& window, int left, Session& session, const StandIn& game);
    std::optional<Action> at(int x, int y) const { return buttons_.at(x, y); }
    void scroll(int steps) { buttons_.scroll(steps); }

  private:
    PanelButtons<Action> buttons_;
};

} // namespace rondix::tool
