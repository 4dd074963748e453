#include "draw/screens/list_pixels.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <stdexcept>

namespace rondix::draw {

namespace {

/// A number that changes evenly across a triangle.
struct Slope {
    double at = 0, across = 0, down = 0;
    float operator()(double x, double y) const {
        return static_cast<float>(at + x * across + y * down);
    }
};

/// Which pixels a triangle covers, and what is mixed where from its corners. By the middles of
/// pixels; one on an edge is of the triangle whose upper or left edge it is. Corners clockwise.
class Triangle {
  public:
    Triangle(const DrawVertex& a, const DrawVertex& b, const DrawVertex& c)
        : corners_{&a, &b, &c}
        , edges_{edge(b, c), edge(c, a), edge(a, b)}
        , owned_{owns(b, c), owns(c, a), owns(a, b)} {
        by_ = 1 / twice_area(a, b, c);
    }

    bool covers(double x, double y) const {
        for (std::size_t i = 0; i < 3; ++i) {
            const double side = edges_[i].at + x * edges_[i].across + y * edges_[i].down;
            if (side < 0 || (side == 0 && !owned_[i])) return false;
        }
        return true;
    }

    template <class Of>
    Slope slope(Of of) const {
        Slope all;
        for (std::size_t i = 0; i < 3; ++i) {
            const double value = static_cast<double>(of(*corners_[i])) * by_;
            all.at += edges_[i].at * value;
            all.across += edges_[i].across * value;
            all.down += edges_[i].down * value;
        }
        return all;
    }

    static double twice_area(const DrawVertex& a, const DrawVertex& b, const DrawVertex& c) {
        return (double{b.x} - a.x) * (double{c.y} - a.y) -
               (double{b.y} - a.y) * (double{c.x} - a.x);
    }

  private:
    /// Two triangles that have it in common get the same numbers to the last bit.
    static Slope edge(const DrawVertex& p, const DrawVertex& q) {
        if (q.y < p.y || (q.y == p.y && q.x < p.x)) {
            const Slope other = edge(q, p);
            return {-other.at, -other.across, -other.down};
        }
        const double across = -(double{q.y} - p.y), down = double{q.x} - p.x;
        return {-across * p.x - down * p.y, across, down};
    }
    static bool owns(const DrawVertex& p, const DrawVertex& q) {
        return (p.y == q.y && q.x > p.x) || q.y < p.y;
    }

    std::array<const DrawVertex*, 3> corners_;
    std::array<Slope, 3> edges_;
    std::array<bool, 3> owned_;
    double by_ = 0;
};

using Parts = std::array<float, 4>; // red, green, blue, alpha, up to 255

template <class Texture>
Parts sample(const Texture& texture, float u, float v) {
    const float x = u * static_cast<float>(texture.width) - 0.5F;
    const float y = v * static_cast<float>(texture.height) - 0.5F;
    const float left = std::floor(x), top = std::floor(y);
    const auto column = [&](int by) {
        return std::clamp(static_cast<int>(left) + by, 0, texture.width - 1);
    };
    const auto texel = [&](int by_x, int by_y) {
        const int row = std::clamp(static_cast<int>(top) + by_y, 0, texture.height - 1);
        return texture.pixels.data() + 4 * (std::ptrdiff_t{row} * texture.width + column(by_x));
    };
    const float across = x - left, down = y - top;
    const std::array<const std::uint8_t*, 4> texels = {texel(0, 0), texel(1, 0), texel(0, 1),
                                                       texel(1, 1)};
    const std::array<float, 4> weights = {(1 - across) * (1 - down), across * (1 - down),
                                          (1 - across) * down, across * down};
    Parts sum{};
    for (std::size_t i = 0; i < 4; ++i)
        for (std::size_t part = 0; part < 4; ++part)
            sum[part] += weights[i] * static_cast<float>(texels[i][part]);
    return sum;
}

std::uint32_t blended(std::uint32_t old, const Parts& colour, float alpha) {
    std::uint32_t pixel = old & 0xFF000000;
    for (std::size_t part = 0; part < 3; ++part) {
        const unsigned shift = 16 - 8 * static_cast<unsigned>(part);
        const auto was = static_cast<float>(old >> shift & 0xFF);
        const float is = was + alpha * (colour[part] - was);
        pixel |= static_cast<std::uint32_t>(std::clamp(is, 0.0F, 255.0F) + 0.5F) << shift;
    }
    return pixel;
}

template <class Texture>
void draw_triangle(const Texture& texture, const PixelArea& clip, const Pixels& to,
                   const DrawVertex& a, const DrawVertex& b, const DrawVertex& c) {
    const double area = Triangle::twice_area(a, b, c);
    if (area == 0) return;
    const Triangle triangle(a, area > 0 ? b : c, area > 0 ? c : b);
    const auto bound = [](float at, int least, int most) {
        return static_cast<int>(
            std::clamp(std::floor(at), static_cast<float>(least), static_cast<float>(most)));
    };
    const int right = std::min(clip.x + clip.width, to.width);
    const int bottom = std::min(clip.y + clip.height, to.height);
    const int left = std::max(clip.x, 0), top = std::max(clip.y, 0);
    if (left >= right || top >= bottom) return;
    const int begin_x = bound(std::min({a.x, b.x, c.x}), left, right);
    const int end_x = bound(std::max({a.x, b.x, c.x}) + 1, left, right);
    const int begin_y = bound(std::min({a.y, b.y, c.y}), top, bottom);
    const int end_y = bound(std::max({a.y, b.y, c.y}) + 1, top, bottom);
    const Slope u = triangle.slope([](const DrawVertex& p) { return p.u; });
    const Slope v = triangle.slope([](const DrawVertex& p) { return p.v; });
    const std::array<Slope, 4> light = {
        triangle.slope([](const DrawVertex& p) { return p.red; }),
        triangle.slope([](const DrawVertex& p) { return p.green; }),
        triangle.slope([](const DrawVertex& p) { return p.blue; }),
        triangle.slope([](const DrawVertex& p) { return p.alpha; })};
    for (int y = begin_y; y < end_y; ++y) {
        auto* row = reinterpret_cast<std::uint32_t*>(static_cast<unsigned char*>(to.data) +
                                                     std::ptrdiff_t{y} * to.stride);
        for (int x = begin_x; x < end_x; ++x) {
            const double px = x + 0.5, py = y + 0.5;
            if (!triangle.covers(px, py)) continue;
            Parts colour = sample(texture, u(px, py), v(px, py));
            for (std::size_t part = 0; part < 4; ++part) colour[part] *= light[part](px, py) / 255;
            row[x] = blended(row[x], colour, colour[3] / 255);
        }
    }
}

} // namespace

void ListPixels::update(const TextureUpdate& update) {
    if (update.texture >= textures_.size()) textures_.resize(std::size_t{update.texture} + 1);
    Texture& texture = textures_[update.texture];
    if (update.is_new) {
        texture = {update.width, update.height, {}};
        texture.pixels.resize(4 * static_cast<std::size_t>(update.width) *
                              static_cast<std::size_t>(update.height));
    }
    const PixelArea& area = update.area;
    if (texture.width != update.width || texture.height != update.height || area.x < 0 ||
        area.y < 0 || area.x + area.width > texture.width || area.y + area.height > texture.height)
        throw std::logic_error("an update is no part of its texture");
    for (int y = 0; y < area.height; ++y)
        std::copy_n(update.pixels + std::ptrdiff_t{y} * update.stride,
                    static_cast<std::size_t>(area.width) * 4,
                    texture.pixels.begin() +
                        4 * (std::ptrdiff_t{area.y + y} * texture.width + area.x));
}

void ListPixels::draw(const Drawn& drawn, const Pixels& to) {
    for (const TextureUpdate& one : drawn.updates) update(one);
    for (const DrawBatch& batch : drawn.batches) {
        const Texture& texture = textures_.at(batch.texture);
        if (texture.pixels.empty()) throw std::logic_error("a texture was never filled");
        const auto vertices = drawn.vertices.subspan(batch.first_vertex, batch.vertices);
        const auto indices = drawn.indices.subspan(batch.first_index, batch.indices);
        for (std::size_t i = 0; i + 2 < indices.size(); i += 3)
            draw_triangle(texture, batch.clip, to, vertices[indices[i]], vertices[indices[i + 1]],
                          vertices[indices[i + 2]]);
    }
}

} // namespace rondix::draw
