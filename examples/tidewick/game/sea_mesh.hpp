// SeaMesh: shapes with smooth edges, by SDL's renderer. Along each edge runs a strip a pixel wide
// on which the colour fades.
#pragma once

#include "scene.hpp"

#include "rondix/runtime/geometry.hpp"

#include <SDL.h>

#include <cstdint>
#include <vector>

namespace tidewick {

class SeaMesh {
  public:
    explicit SeaMesh(SDL_Renderer* to)
        : to_(to) {}

    /// From what follows to pixels.
    void use(const rondix::Transform& to_pixels) { to_pixels_ = to_pixels; }
    const rondix::Transform& to_pixels() const { return to_pixels_; }
    void colour(std::uint32_t rgb, double opacity = 1);

    /// Corners all the same way round, and none that points inwards.
    void polygon(const std::vector<Spot>& corners);
    void box(double x, double y, double width, double height);
    void disc(Spot middle, double radius);
    /// The three corners of each, without smooth edges.
    void triangles(const std::vector<Spot>& corners);
    /// A line along the points; back to the first where it is closed.
    void line(const std::vector<Spot>& points, double width, bool closed = false);
    void arc(Spot middle, double radius, double width, double from, double until);
    /// From the middle out: nothing up to one radius, this much from another on.
    void haze(Spot middle, double from, double until, double beyond);
    /// As the polygon, but with an opacity at each corner.
    void fading(const std::vector<Spot>& corners, const std::vector<double>& opacities);

    /// Shows what was put in.
    void flush();

  private:
    int add(rondix::Point pixel, double opacity);
    rondix::Point pixel(Spot spot) const {
        return to_pixels_({static_cast<float>(spot.x), static_cast<float>(spot.y)});
    }
    void quad(int a, int b, int c, int d);

    SDL_Renderer* to_;
    rondix::Transform to_pixels_;
    SDL_Color colour_{};
    std::vector<SDL_Vertex> vertices_;
    std::vector<int> indices_;
    std::vector<rondix::Point> pixels_;
};

/// A shape without holes in triangles, three corners each (G. Meisters, "Polygons have ears",
/// 1975).
std::vector<Spot> in_triangles(std::vector<Spot> outline);

} // namespace tidewick
