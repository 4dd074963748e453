// A flow's draw list with the fonts and pictures that the Painter has: what the tool shows of one,
// and what tests compare.
#pragma once

#include "draw/screens/picture_files.hpp"
#include "rondix/draw_list.hpp"

#include <string>
#include <vector>

namespace rondix::draw {

class ListedFlow {
  public:
    /// Pictures are looked for from `folder`, which is empty or ends in '/'.
    explicit ListedFlow(const CompiledFlow& flow, const std::string& folder = "",
                        DrawLimits limits = {});
    ListedFlow(const ListedFlow&) = delete;
    ListedFlow& operator=(const ListedFlow&) = delete;

    DrawList& list() { return list_; }
    /// A picture of the game's own, a copy of these pixels.
    void set_picture(std::uint16_t number, cairo_surface_t* pixels);

  private:
    void add_font(std::string_view name, bool bold);
    bool put_pixels(PictureId picture, int width, int height, std::uint8_t* to);

    PictureFiles pictures_;
    std::vector<std::string> files_; // of fonts, which stay in memory
    DrawList list_;
};

} // namespace rondix::draw
