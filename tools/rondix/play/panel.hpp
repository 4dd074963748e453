// Panel: what stands beside the game in `rondix play`: the menu state as it changes, and buttons
// that do what the game would do.
#pragma once

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
    /// What is pressed at this place of the window, if something is.
    std::optional<Action> at(int x, int y) const;
    void scroll(int steps);

  private:
    struct Button {
        Rect bounds;
        Action action;
    };
    std::vector<Button> buttons_;
    float scrolled_ = 0;
    float too_much_ = 0; ///< of the page, below the window
};

} // namespace rondix::tool
