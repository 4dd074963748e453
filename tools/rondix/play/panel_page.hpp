// PanelPage: what the panels of `rondix play` are written on, from the top down.
#pragma once

#include "draw/drawing.hpp"
#include "rondix/runtime/geometry.hpp"

#include <string>

namespace rondix::tool {

class PanelPage {
  public:
    static constexpr int width = 340;
    static constexpr double margin = 16;

    /// Fills its part of the window.
    PanelPage(draw::Drawing& drawing, double left, double window_height, double scrolled);

    double y() const { return y_; }
    void gap(double height) { y_ += height; }
    void heading(const std::string& text);
    void pair(const std::string& name, const std::string& value);
    void small(const std::string& text);
    /// In another colour: what has come up, such as an error.
    void alert(const std::string& text);

    /// As many as fit on a line, then the next line.
    void chips_begin() { chip_x_ = margin; }
    /// Where it is in the window.
    Rect chip_of(const std::string& text, bool is_lit, bool enabled);
    void chips_end() { y_ += 34; }

  private:
    void wrapped(const std::string& text, double indent, draw::Colour colour);
    void put(const std::string& text, double indent, draw::Colour colour);

    draw::Drawing& drawing_;
    double left_;
    double y_;
    double chip_x_ = margin;
};

} // namespace rondix::tool
