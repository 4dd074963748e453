// Mesh: triangles of one frame, put together shape by shape. Edges are smooth without any help of
// the renderer: along each runs a strip a pixel wide on which the colour fades.
#pragma once

#include "rondix/draw_list.hpp"

#include <array>
#include <vector>

namespace rondix::draw_list {

/// From the units of an item to pixels, and to the colour and the texture.
struct Paint {
    Transform to_pixels = {};
    Colour begin = {}, end = {};              ///< of a gradient; alike for a plain colour
    float along_x = 0, along_y = 0, from = 0; ///< x·along_x + y·along_y + from: how far along
    Transform to_texture = {};                ///< of a point of the item
};

class Mesh {
  public:
    Mesh();
    void clear();

    // --- what follows is drawn with this
    void use_texture(std::uint16_t texture) { texture_ = texture; }
    std::uint16_t texture() const { return texture_; }
    void use_clip(const PixelArea& clip) { clip_ = clip; }

    // --- shapes, in units of the item; half: half a pixel in them
    /// A box with round corners.
    void box(const Rect& bounds, float corner, float half, const Paint& paint);
    /// A border of this width within the box.
    void ring(const Rect& bounds, float corner, float width, float half, const Paint& paint);
    /// As much of the box as lies left of `until`.
    void box_until(const Rect& bounds, float corner, float until, float half, const Paint& paint);
    /// A border within a box that stands on whole pixels, without round corners.
    void frame(const Rect& bounds, float width, float half, const Paint& paint);
    /// Edges as sharp as they stand.
    void quad(const Rect& bounds, const Paint& paint, float cover = 1);

    const std::vector<DrawVertex>& vertices() const { return vertices_; }
    const std::vector<std::uint16_t>& indices() const { return indices_; }
    const std::vector<DrawBatch>& batches() const { return batches_; }

  private:
    struct Spot {
        Point at;
        float cover = 1;
    };
    void outline(std::vector<Point>& to, const Rect& bounds, float inset, float corner,
                 int steps) const;
    int steps_for(float corner, float half) const;
    void bars(const Rect& bounds, float width, float cover, float of_corners, const Paint& paint);
    void begin(std::size_t vertices);
    std::uint16_t add(const Spot& spot, const Paint& paint);
    void triangle(std::uint16_t a, std::uint16_t b, std::uint16_t c);
    std::uint16_t strip(const std::vector<Point>& outer, const std::vector<Point>& inner,
                        float outer_cover, float inner_cover, const Paint& paint);
    void cut(const std::array<Spot, 3>& corners, float until, float half, const Paint& paint);
    void polygon(std::span<const Spot> corners, const Paint& paint);

    std::vector<DrawVertex> vertices_;
    std::vector<std::uint16_t> indices_;
    std::vector<DrawBatch> batches_;
    std::vector<Point> outer_, inner_, outermost_, innermost_;
    std::vector<std::vector<Point>> arcs_; // a quarter of a circle in so many steps
    std::uint16_t texture_ = 0;
    PixelArea clip_;
};

} // namespace rondix::draw_list
