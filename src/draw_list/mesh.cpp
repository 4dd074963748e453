#include "draw_list/mesh.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

namespace rondix::draw_list {

namespace {

constexpr std::size_t most_vertices = 65'535; // that a batch's indices reach
constexpr int most_steps = 24;

/// (Rounded by hand: four times a vertex, a call costs more than all else.)
std::uint8_t byte(float share) {
    constexpr float half = 0.5F;
    return static_cast<std::uint8_t>(std::clamp(share, 0.0F, 1.0F) * 255 + half);
}

float mix(float a, float b, float share) {
    return a + (b - a) * share;
}

} // namespace

Mesh::Mesh()
    : arcs_(most_steps + 1) {
    for (int steps = 0; steps <= most_steps; ++steps)
        for (int k = 0; k <= steps; ++k) {
            const float share = steps == 0 ? 0 : static_cast<float>(k) / static_cast<float>(steps);
            const float angle = std::numbers::pi_v<float> / 2 * share;
            arcs_[static_cast<std::size_t>(steps)].push_back({std::sin(angle), -std::cos(angle)});
        }
}

void Mesh::clear() {
    vertices_.clear();
    indices_.clear();
    batches_.clear();
}

/// Room for so many vertices in a batch of the present texture and clip.
void Mesh::begin(std::size_t vertices) {
    const bool goes_on = !batches_.empty() && batches_.back().texture == texture_ &&
                         batches_.back().clip == clip_ &&
                         batches_.back().vertices + vertices <= most_vertices;
    if (goes_on) return;
    DrawBatch batch;
    batch.first_index = static_cast<std::uint32_t>(indices_.size());
    batch.first_vertex = static_cast<std::uint32_t>(vertices_.size());
    batch.texture = texture_;
    batch.clip = clip_;
    batches_.push_back(batch);
}

std::uint16_t Mesh::add(const Spot& spot, const Paint& paint) {
    const Point p = spot.at;
    const Point pixel = paint.to_pixels(p);
    const Point texel = paint.to_texture(p);
    Colour colour = paint.begin;
    if (paint.along_x != 0 || paint.along_y != 0) {
        const float along =
            std::clamp(p.x * paint.along_x + p.y * paint.along_y + paint.from, 0.0F, 1.0F);
        const Colour& end = paint.end;
        colour = {mix(colour.red, end.red, along), mix(colour.green, end.green, along),
                  mix(colour.blue, end.blue, along), mix(colour.opacity, end.opacity, along)};
    }
    vertices_.push_back({pixel.x, pixel.y, texel.x, texel.y, byte(colour.red), byte(colour.green),
                         byte(colour.blue), byte(colour.opacity * spot.cover)});
    return static_cast<std::uint16_t>(batches_.back().vertices++);
}

void Mesh::triangle(std::uint16_t a, std::uint16_t b, std::uint16_t c) {
    const std::size_t at = indices_.size();
    indices_.resize(at + 3);
    std::uint16_t* to = indices_.data() + at;
    to[0] = a, to[1] = b, to[2] = c;
    batches_.back().indices += 3;
}

/// Enough of them that no edge lies further than a tenth of a pixel from the arc.
int Mesh::steps_for(float corner, float half) const {
    if (corner <= 0) return 0;
    const float pixels = corner / (2 * half);
    const float angle = 2 * std::acos(std::max(1 - 0.1F / std::max(pixels, 0.1F), 0.0F));
    return std::clamp(
        static_cast<int>(std::ceil(std::numbers::pi_v<float> / 2 / std::max(angle, 0.01F))), 1,
        most_steps);
}

/// Clockwise from above the right upper corner: `steps` + 1 points a corner.
void Mesh::outline(std::vector<Point>& to, const Rect& bounds, float inset, float corner,
                   int steps) const {
    const Rect box{bounds.x + inset, bounds.y + inset, bounds.width - 2 * inset,
                   bounds.height - 2 * inset};
    const float radius = std::max(0.0F, std::min({corner, box.width / 2, box.height / 2}));
    const float left = box.x + radius, right = box.right() - radius;
    const float top = box.y + radius, bottom = box.bottom() - radius;
    const std::vector<Point>& arc = arcs_[static_cast<std::size_t>(steps)];
    to.clear();
    for (const Point& p : arc) to.push_back({right + radius * p.x, top + radius * p.y});
    for (const Point& p : arc) to.push_back({right - radius * p.y, bottom + radius * p.x});
    for (const Point& p : arc) to.push_back({left - radius * p.x, bottom - radius * p.y});
    for (const Point& p : arc) to.push_back({left + radius * p.y, top - radius * p.x});
}

/// Returns the first vertex: outer and inner ones take turns.
std::uint16_t Mesh::strip(const std::vector<Point>& outer, const std::vector<Point>& inner,
                          float outer_cover, float inner_cover, const Paint& paint) {
    const std::size_t count = outer.size();
    begin(2 * count);
    std::uint16_t first = 0;
    for (std::size_t i = 0; i < count; ++i) {
        const std::uint16_t a = add({outer[i], outer_cover}, paint);
        add({inner[i], inner_cover}, paint);
        if (i == 0) first = a;
    }
    for (std::size_t i = 0; i < count; ++i) {
        const auto here = static_cast<std::uint16_t>(first + 2 * i);
        const auto next = static_cast<std::uint16_t>(first + 2 * ((i + 1) % count));
        triangle(here, next, static_cast<std::uint16_t>(here + 1));
        triangle(next, static_cast<std::uint16_t>(next + 1), static_cast<std::uint16_t>(here + 1));
    }
    return first;
}

void Mesh::box(const Rect& bounds, float corner, float half, const Paint& paint) {
    const float smaller = std::min({half, bounds.width / 2, bounds.height / 2});
    const int steps = steps_for(corner, half);
    outline(outer_, bounds, -half, corner > 0 ? corner + half : 0, steps);
    outline(inner_, bounds, smaller, corner - smaller, steps);
    const std::uint16_t first = strip(outer_, inner_, 0, 1, paint);
    const auto inner = [&](std::size_t i) { return static_cast<std::uint16_t>(first + 2 * i + 1); };
    for (std::size_t i = 2; i < inner_.size(); ++i) triangle(inner(0), inner(i - 1), inner(i));
}

void Mesh::ring(const Rect& bounds, float corner, float width, float half, const Paint& paint) {
    const float least = std::min(bounds.width, bounds.height) / 2;
    if (width >= least) return box(bounds, corner, half, paint);
    const int steps = steps_for(corner, half);
    // How much of a pixel a line covers grows and falls over the pixels at its sides, or over its
    // own width where it is thinner than a pixel.
    const float grows = std::min(width, 2 * half);
    const auto at = [&](std::vector<Point>& to, float inset) {
        outline(to, bounds, std::min(inset, least), corner > 0 ? corner - inset : 0, steps);
    };
    at(outermost_, -half);
    at(outer_, grows - half);
    at(inner_, width + half - grows);
    at(innermost_, width + half);
    const float cover = grows / (2 * half);
    begin(8 * outer_.size());
    strip(outermost_, outer_, 0, cover, paint);
    strip(outer_, inner_, cover, cover, paint);
    strip(inner_, innermost_, cover, 0, paint);
}

/// Four sides and, where these count otherwise, four corners.
void Mesh::bars(const Rect& bounds, float width, float cover, float of_corners,
                const Paint& paint) {
    const float left = bounds.x, right = bounds.right() - width;
    const float top = bounds.y, bottom = bounds.bottom() - width;
    const float across = right - left - width, down = bottom - top - width;
    for (const float x : {left, right})
        for (const float y : {top, bottom}) quad({x, y, width, width}, paint, of_corners);
    for (const float y : {top, bottom}) quad({left + width, y, across, width}, paint, cover);
    for (const float x : {left, right}) quad({x, top + width, width, down}, paint, cover);
}

void Mesh::frame(const Rect& bounds, float width, float half, const Paint& paint) {
    const float pixel = 2 * half;
    const float whole = std::floor(width / pixel + 0.01F) * pixel;
    const float rest = std::max((width - whole) / pixel, 0.0F); // of one more pixel
    if (2 * (whole + pixel) > std::min(bounds.width, bounds.height))
        return ring(bounds, 0, width, half, paint);
    if (whole > 0) bars(bounds, whole, 1, 1, paint);
    if (rest < 0.01F) return;
    const Rect inner{bounds.x + whole, bounds.y + whole, bounds.width - 2 * whole,
                     bounds.height - 2 * whole};
    bars(inner, pixel, rest, rest * (2 - rest), paint);
}

void Mesh::quad(const Rect& bounds, const Paint& paint, float cover) {
    begin(4);
    const std::uint16_t a = add({{bounds.x, bounds.y}, cover}, paint);
    const std::uint16_t b = add({{bounds.right(), bounds.y}, cover}, paint);
    const std::uint16_t c = add({{bounds.right(), bounds.bottom()}, cover}, paint);
    const std::uint16_t d = add({{bounds.x, bounds.bottom()}, cover}, paint);
    triangle(a, b, c);
    triangle(a, c, d);
}

void Mesh::polygon(std::span<const Spot> corners, const Paint& paint) {
    if (corners.size() < 3) return;
    begin(corners.size());
    std::uint16_t first = 0, before = 0;
    for (std::size_t i = 0; i < corners.size(); ++i) {
        const std::uint16_t here = add(corners[i], paint);
        if (i == 0) first = here;
        if (i > 1) triangle(first, before, here);
        before = here;
    }
}

/// The part of a triangle left of `until`, fading over the pixel around it.
void Mesh::cut(const std::array<Spot, 3>& corners, float until, float half, const Paint& paint) {
    std::array<Spot, 8> kept, full, fading;
    // One side of a line x = at (Sutherland and Hodgman, "Reentrant polygon clipping", 1974).
    const auto clipped = [](std::span<const Spot> from, std::array<Spot, 8>& to, float at,
                            bool left) {
        std::size_t count = 0;
        for (std::size_t i = 0; i < from.size(); ++i) {
            const Spot& a = from[i];
            const Spot& b = from[(i + 1) % from.size()];
            const bool a_in = left ? a.at.x <= at : a.at.x >= at;
            const bool b_in = left ? b.at.x <= at : b.at.x >= at;
            if (a_in) to[count++] = a;
            if (a_in == b_in) continue;
            const float share = (at - a.at.x) / (b.at.x - a.at.x);
            to[count++] = {{at, mix(a.at.y, b.at.y, share)}, mix(a.cover, b.cover, share)};
        }
        return count;
    };
    polygon({full.data(), clipped(corners, full, until - half, true)}, paint);
    const std::size_t right = clipped(corners, kept, until - half, false);
    const std::size_t count = clipped({kept.data(), right}, fading, until + half, true);
    for (std::size_t i = 0; i < count; ++i)
        fading[i].cover *= std::clamp((until + half - fading[i].at.x) / (2 * half), 0.0F, 1.0F);
    polygon({fading.data(), count}, paint);
}

void Mesh::box_until(const Rect& bounds, float corner, float until, float half,
                     const Paint& paint) {
    const float smaller = std::min({half, bounds.width / 2, bounds.height / 2});
    const int steps = steps_for(corner, half);
    outline(outer_, bounds, -half, corner > 0 ? corner + half : 0, steps);
    outline(inner_, bounds, smaller, corner - smaller, steps);
    const std::size_t count = inner_.size();
    for (std::size_t i = 0; i < count; ++i) {
        const std::size_t next = (i + 1) % count;
        cut({{{outer_[i], 0}, {outer_[next], 0}, {inner_[i], 1}}}, until, half, paint);
        cut({{{outer_[next], 0}, {inner_[next], 1}, {inner_[i], 1}}}, until, half, paint);
        if (i > 0 && next != 0)
            cut({{{inner_[0], 1}, {inner_[i], 1}, {inner_[next], 1}}}, until, half, paint);
    }
}

} // namespace rondix::draw_list
