// ScreenSheet: all screens of the flow as small pictures, to go to one or to lead a press there.
#pragma once

#include "draw/map/card_pictures.hpp"
#include "play/session.hpp"

#include <memory>
#include <optional>
#include <string>
#include <vector>

namespace rondix::tool {

class ScreenSheet {
  public:
    explicit ScreenSheet(Session& session)
        : session_(session) {}

    struct Card {
        std::string name;
        Rect bounds; ///< in the window, as it is scrolled
    };
    /// In rows, in the order of the flow, in a part of the window of this size.
    std::vector<Card> cards(float width, float height);
    std::optional<std::string> at(float width, float height, Point pixel);
    /// Null: the screen is never shown.
    std::optional<Pixels> picture(const std::string& screen);
    /// The one that the keys are on; at first the one that is in front.
    std::string chosen();
    void choose(const std::string& name) { chosen_ = name; }
    /// To the one beside it, above it or below it.
    void move(float width, float height, int across, int down);
    void scroll(int steps) { scrolled_ -= static_cast<float>(steps) * 60; }

  private:
    void look_again();

    Session& session_;
    std::size_t reading_ = 0; // of the flow, that the pictures are of
    std::unique_ptr<draw::CardPictures> pictures_;
    std::string chosen_;
    float scrolled_ = 0;
};

} // namespace rondix::tool
