#include "sea_mesh.hpp"

#include <algorithm>
#include <cmath>

namespace tidewick {

using rondix::Point;

namespace {

constexpr double full_turn = 6.283185307179586;
constexpr float half_pixel = 0.5F;

/// Which way a corner turns.
double turn(Spot a, Spot b, Spot c) {
    return (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);
}

/// Across a line from one point to another, a pixel long.
Point across(Point from, Point to) {
    const float x = to.x - from.x, y = to.y - from.y;
    const float length = std::max(std::hypot(x, y), 1e-4F);
    return {-y / length, x / length};
}

std::vector<Spot> round(Spot middle, double radius, double from, double until) {
    const int steps = std::max(static_cast<int>(std::abs(until - from) / full_turn * 36), 4);
    std::vector<Spot> points;
    for (int i = 0; i <= steps; ++i) {
        const double angle = from + (until - from) * i / steps;
        points.push_back(
            {middle.x + std::cos(angle) * radius, middle.y + std::sin(angle) * radius});
    }
    return points;
}

} // namespace

void SeaMesh::colour(std::uint32_t rgb, double opacity) {
    colour_ = {static_cast<Uint8>(rgb >> 16), static_cast<Uint8>(rgb >> 8), static_cast<Uint8>(rgb),
               static_cast<Uint8>(std::lround(std::clamp(opacity, 0.0, 1.0) * 255))};
}

int SeaMesh::add(Point at, double opacity) {
    SDL_Color colour = colour_;
    colour.a = static_cast<Uint8>(std::lround(colour_.a * std::clamp(opacity, 0.0, 1.0)));
    vertices_.push_back({{at.x, at.y}, colour, {0, 0}});
    return static_cast<int>(vertices_.size()) - 1;
}

void SeaMesh::quad(int a, int b, int c, int d) {
    indices_.insert(indices_.end(), {a, b, c, a, c, d});
}

void SeaMesh::fading(const std::vector<Spot>& corners, const std::vector<double>& opacities) {
    const std::size_t count = corners.size();
    if (count < 3) return;
    pixels_.clear();
    for (const Spot corner : corners) pixels_.push_back(pixel(corner));
    double area = 0;
    for (std::size_t i = 1; i + 1 < count; ++i)
        area += turn(corners[0], corners[i], corners[i + 1]);
    const float out = area > 0 ? -half_pixel : half_pixel;
    const int first = static_cast<int>(vertices_.size());
    for (std::size_t i = 0; i < count; ++i) {
        const Point before = pixels_[(i + count - 1) % count], here = pixels_[i];
        const Point a = across(before, here), b = across(here, pixels_[(i + 1) % count]);
        const Point by{(a.x + b.x) / 2 * out, (a.y + b.y) / 2 * out};
        add({here.x - by.x, here.y - by.y}, opacities[i]);
        add({here.x + by.x, here.y + by.y}, 0);
    }
    const auto inner = [&](std::size_t i) { return first + static_cast<int>(2 * (i % count)); };
    for (std::size_t i = 0; i < count; ++i) {
        quad(inner(i), inner(i) + 1, inner(i + 1) + 1, inner(i + 1));
        if (i >= 2) indices_.insert(indices_.end(), {inner(0), inner(i - 1), inner(i)});
    }
}

void SeaMesh::polygon(const std::vector<Spot>& corners) {
    fading(corners, std::vector<double>(corners.size(), 1));
}

void SeaMesh::box(double x, double y, double width, double height) {
    polygon({{x, y}, {x + width, y}, {x + width, y + height}, {x, y + height}});
}

void SeaMesh::disc(Spot middle, double radius) {
    std::vector<Spot> corners = round(middle, radius, 0, full_turn);
    corners.pop_back();
    polygon(corners);
}

void SeaMesh::triangles(const std::vector<Spot>& corners) {
    for (const Spot corner : corners) indices_.push_back(add(pixel(corner), 1));
}

void SeaMesh::line(const std::vector<Spot>& points, double width, bool closed) {
    const std::size_t count = points.size();
    if (count < 2) return;
    pixels_.clear();
    for (const Spot point : points) pixels_.push_back(pixel(point));
    const float half = static_cast<float>(width) / 2 * std::hypot(to_pixels_.xx, to_pixels_.yx);
    const int first = static_cast<int>(vertices_.size());
    for (std::size_t i = 0; i < count; ++i) {
        const bool begins = i == 0 && !closed, ends = i + 1 == count && !closed;
        const Point here = pixels_[i];
        const Point a =
            begins ? across(here, pixels_[1]) : across(pixels_[(i + count - 1) % count], here);
        const Point b = ends ? a : across(here, pixels_[(i + 1) % count]);
        Point by{(a.x + b.x) / 2, (a.y + b.y) / 2};
        const float length = std::max(by.x * by.x + by.y * by.y, 0.25F); // as wide in a corner
        by = {by.x / length, by.y / length};
        for (const float side :
             {-half - half_pixel, half_pixel - half, half - half_pixel, half + half_pixel})
            add({here.x + by.x * side, here.y + by.y * side}, std::abs(side) > half ? 0 : 1);
    }
    for (std::size_t i = 0; i < (closed ? count : count - 1); ++i) {
        const int here = first + static_cast<int>(4 * i);
        const int next = first + static_cast<int>(4 * ((i + 1) % count));
        for (int strip = 0; strip < 3; ++strip)
            quad(here + strip, here + strip + 1, next + strip + 1, next + strip);
    }
}

void SeaMesh::arc(Spot middle, double radius, double width, double from, double until) {
    line(round(middle, radius, from, until), width);
}

void SeaMesh::haze(Spot middle, double from, double until, double beyond) {
    const std::vector<Spot> directions = round({0, 0}, 1, 0, full_turn);
    const int first = static_cast<int>(vertices_.size());
    for (const Spot one : directions)
        for (const double radius : {from, until, beyond})
            add(pixel({middle.x + one.x * radius, middle.y + one.y * radius}), radius > from);
    for (std::size_t i = 0; i + 1 < directions.size(); ++i)
        for (int ring = 0; ring < 2; ++ring) {
            const int here = first + static_cast<int>(3 * i) + ring;
            quad(here, here + 1, here + 4, here + 3);
        }
}

void SeaMesh::flush() {
    SDL_SetRenderDrawBlendMode(to_, SDL_BLENDMODE_BLEND);
    if (!indices_.empty())
        SDL_RenderGeometry(to_, nullptr, vertices_.data(), static_cast<int>(vertices_.size()),
                           indices_.data(), static_cast<int>(indices_.size()));
    vertices_.clear();
    indices_.clear();
}

std::vector<Spot> in_triangles(std::vector<Spot> outline) {
    double area = 0;
    for (std::size_t i = 1; i + 1 < outline.size(); ++i)
        area += turn(outline[0], outline[i], outline[i + 1]);
    if (area < 0) std::ranges::reverse(outline);
    std::vector<Spot> triangles;
    while (outline.size() >= 3) {
        const std::size_t count = outline.size();
        std::size_t ear = count;
        for (std::size_t i = 0; i < count && ear == count; ++i) {
            const Spot a = outline[(i + count - 1) % count], b = outline[i],
                       c = outline[(i + 1) % count];
            if (turn(a, b, c) <= 0) continue;
            const auto is_within = [&](Spot p) {
                return turn(a, b, p) > 0 && turn(b, c, p) > 0 && turn(c, a, p) > 0;
            };
            if (std::ranges::none_of(outline, is_within)) ear = i;
        }
        if (ear == count) ear = 0; // lines that cross: anything
        for (const std::size_t i : {ear + count - 1, ear, ear + 1})
            triangles.push_back(outline[i % count]);
        outline.erase(outline.begin() + static_cast<std::ptrdiff_t>(ear));
    }
    return triangles;
}

} // namespace tidewick
