// Blurred shadows of rounded boxes. What was blurred once is kept.
#pragma once

#include "draw/cairo.hpp"

#include <map>
#include <tuple>

namespace rondix::draw {

class Shadows {
  public:
    struct Shadow {
        cairo_surface_t* mask = nullptr; ///< opacities
        int margin = 0;                  ///< by which it is larger than the box on every side
    };
    /// Of a box of so many pixels.
    Shadow of(int width, int height, int corner, int blur);

  private:
    std::map<std::tuple<int, int, int, int>, Held<cairo_surface_t>> kept_;
};

/// The outline of a rounded box, as the context's path.
void rounded_path(cairo_t* context, double x, double y, double width, double height, double corner);

} // namespace rondix::draw
