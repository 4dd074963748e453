// The cards of a map: each node with its words and, for a screen, its picture.
#pragma once

#include "draw/drawing.hpp"
#include "draw/map/card_pictures.hpp"
#include "draw/map/map_graph.hpp"

namespace rondix::draw {

class Cards {
  public:
    /// Without pictures where `pictures` is null.
    explicit Cards(CardPictures* pictures)
        : pictures_(pictures) {}

    Extents size_of(const MapNode& node) const;
    void paint(Drawing& drawing, const MapNode& node, Vec at) const;

  private:
    bool has_picture(const MapNode& node) const;
    Extents picture_size() const;
    void paint_picture(Drawing& drawing, const MapNode& node, Vec at, Extents size) const;

    CardPictures* pictures_;
};

} // namespace rondix::draw
