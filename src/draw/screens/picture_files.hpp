// Pictures from files, SVG or PNG: their own size, and how they look at the size at which they are
// wanted. What was drawn once is kept.
#pragma once

#include "draw/cairo.hpp"
#include "rondix/runtime/compiled_flow.hpp"
#include "rondix/runtime/geometry.hpp"
#include "rondix/runtime/look.hpp"

#include <map>
#include <string>
#include <tuple>
#include <vector>

namespace rondix::draw {

/// Whether a tint changes any colour.
constexpr bool is_tinted(const rondix::Colour& tint) {
    return tint.red < 1 || tint.green < 1 || tint.blue < 1;
}

/// In their order; `folder` is empty or ends in '/'.
std::vector<std::string> paths_of_pictures(const CompiledFlow& flow, const std::string& folder);

class PictureFiles {
  public:
    /// `tried`: those that take too long to draw are a fault.
    PictureFiles(std::vector<std::string> paths, bool tried);
    ~PictureFiles();

    /// One that comes from no file: a copy of what is drawn.
    void set(std::size_t picture, cairo_surface_t* drawn);

    /// Why it cannot be shown; empty when it can.
    const std::string& fault(std::size_t picture);
    /// In its own pixels; empty when it cannot be shown.
    Size size(std::size_t picture);
    /// Drawn to so many pixels, its colours multiplied by a tint; null when it cannot be shown.
    cairo_surface_t* pixels(std::size_t picture, int width, int height, const rondix::Colour& tint);
    /// Drawn into an area of a context as lines and shapes, where the file has them.
    void draw(cairo_t* context, std::size_t picture, const Rect& area);

  private:
    struct File;
    File& open(std::size_t picture);

    std::vector<std::string> paths_;
    bool tried_;
    std::map<std::size_t, std::unique_ptr<File>> files_;
    std::map<std::tuple<std::size_t, int, int, std::uint32_t>, Held<cairo_surface_t>> drawn_;
};

} // namespace rondix::draw
