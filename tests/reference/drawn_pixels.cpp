#include "reference/drawn_pixels.hpp"

#include <algorithm>
#include <array>
#include <cmath>
#include <stdexcept>

namespace rondix::reference {

DrawnPixels::DrawnPixels(int width, int height)
    : width_(width)
    , height_(height)
    , canvas_(static_cast<std::size_t>(width) * static_cast<std::size_t>(height) * 3) {}

void DrawnPixels::clear(float red, float green, float blue) {
    for (std::size_t i = 0; i < canvas_.size(); i += 3) {
        canvas_[i] = red;
        canvas_[i + 1] = green;
        canvas_[i + 2] = blue;
    }
}

void DrawnPixels::update(const TextureUpdate& update) {
    if (update.texture >= textures_.size()) textures_.resize(std::size_t{update.texture} + 1);
    Texture& texture = textures_[update.texture];
    if (update.is_new) {
        texture = {update.width, update.height, {}};
        texture.pixels.resize(4 * static_cast<std::size_t>(update.width) *
                              static_cast<std::size_t>(update.height));
    }
    const PixelArea& area = update.area;
    if (texture.width != update.width || texture.height != update.height || area.x < 0 ||
        area.y < 0 || area.x + area.width > texture.width ||
        area.y + area.height > texture.height)
        throw std::logic_error("an update is no part of its texture");
    for (int y = 0; y < area.height; ++y) {
        const auto row = static_cast<std::size_t>(area.width) * 4;
        std::copy_n(update.pixels + std::ptrdiff_t{y} * update.stride, row,
                    texture.pixels.begin() +
                        4 * (std::ptrdiff_t{area.y + y} * texture.width + area.x));
        uploaded += row;
    }
}

DrawnPixels::Texel DrawnPixels::sample(const Texture& texture, float u, float v) {
    const float x = u * static_cast<float>(texture.width) - 0.5F;
    const float y = v * static_cast<float>(texture.height) - 0.5F;
    const float left = std::floor(x), top = std::floor(y);
    const float across = x - left, down = y - top;
    Texel sum;
    for (int dy = 0; dy < 2; ++dy)
        for (int dx = 0; dx < 2; ++dx) {
            const int column = std::clamp(static_cast<int>(left) + dx, 0, texture.width - 1);
            const int row = std::clamp(static_cast<int>(top) + dy, 0, texture.height - 1);
            const float weight = (dx == 1 ? across : 1 - across) * (dy == 1 ? down : 1 - down);
            const auto at = 4 * (static_cast<std::size_t>(row) *
                                     static_cast<std::size_t>(texture.width) +
                                 static_cast<std::size_t>(column));
            const std::uint8_t* texel = texture.pixels.data() + at;
            sum.red += weight * texel[0];
            sum.green += weight * texel[1];
            sum.blue += weight * texel[2];
            sum.alpha += weight * texel[3];
        }
    return {sum.red / 255, sum.green / 255, sum.blue / 255, sum.alpha / 255};
}

/// By the middles of pixels; one on an edge is of the triangle whose upper or left edge it is.
void DrawnPixels::triangle(const Texture& texture, const PixelArea& clip, const DrawVertex& a,
                           const DrawVertex& b, const DrawVertex& c) {
    const auto side = [](const DrawVertex& p, const DrawVertex& q, double x, double y) {
        return (double{q.x} - p.x) * (y - p.y) - (double{q.y} - p.y) * (x - p.x);
    };
    const double whole = side(a, b, c.x, c.y);
    if (whole == 0) return;
    if (whole < 0) return triangle(texture, clip, a, c, b);
    const auto owns = [](const DrawVertex& p, const DrawVertex& q) {
        return (p.y == q.y && q.x > p.x) || q.y < p.y;
    };
    const std::array<bool, 3> owned = {owns(b, c), owns(c, a), owns(a, b)};
    const auto bound = [](float at) { return static_cast<int>(std::floor(at)); };
    const int left = std::max({bound(std::min({a.x, b.x, c.x})), clip.x, 0});
    const int right =
        std::min({bound(std::max({a.x, b.x, c.x})) + 1, clip.x + clip.width, width_});
    const int top = std::max({bound(std::min({a.y, b.y, c.y})), clip.y, 0});
    const int bottom =
        std::min({bound(std::max({a.y, b.y, c.y})) + 1, clip.y + clip.height, height_});
    for (int y = top; y < bottom; ++y)
        for (int x = left; x < right; ++x) {
            const double px = x + 0.5, py = y + 0.5;
            const std::array<double, 3> shares = {side(b, c, px, py), side(c, a, px, py),
                                                  side(a, b, px, py)};
            bool is_in = true;
            for (std::size_t i = 0; i < 3; ++i)
                is_in = is_in && (shares[i] > 0 || (shares[i] == 0 && owned[i]));
            if (!is_in) continue;
            const auto mixed = [&](auto of) {
                return static_cast<float>(
                    (shares[0] * of(a) + shares[1] * of(b) + shares[2] * of(c)) / whole);
            };
            const Texel texel = sample(texture, mixed([](const DrawVertex& v) { return v.u; }),
                                       mixed([](const DrawVertex& v) { return v.v; }));
            const float alpha =
                texel.alpha * mixed([](const DrawVertex& v) { return v.alpha; }) / 255;
            float* pixel = canvas_.data() + 3 * (static_cast<std::size_t>(y) *
                                                     static_cast<std::size_t>(width_) +
                                                 static_cast<std::size_t>(x));
            const auto blend = [&](std::size_t part, float colour, float light) {
                pixel[part] += alpha * (colour * light / 255 - pixel[part]);
            };
            blend(0, texel.red, mixed([](const DrawVertex& v) { return v.red; }));
            blend(1, texel.green, mixed([](const DrawVertex& v) { return v.green; }));
            blend(2, texel.blue, mixed([](const DrawVertex& v) { return v.blue; }));
        }
}

void DrawnPixels::draw(const Drawn& drawn) {
    uploaded = 0;
    calls = drawn.batches.size();
    for (const TextureUpdate& one : drawn.updates) update(one);
    for (const DrawBatch& batch : drawn.batches) {
        const Texture& texture = textures_.at(batch.texture);
        const auto vertices = drawn.vertices.subspan(batch.first_vertex, batch.vertices);
        const auto indices = drawn.indices.subspan(batch.first_index, batch.indices);
        for (std::size_t i = 0; i + 2 < indices.size(); i += 3)
            triangle(texture, batch.clip, vertices[indices[i]], vertices[indices[i + 1]],
                     vertices[indices[i + 2]]);
    }
}

std::vector<std::uint32_t> DrawnPixels::pixels() const {
    std::vector<std::uint32_t> all(canvas_.size() / 3);
    const auto byte = [&](std::size_t at) {
        return static_cast<std::uint32_t>(
            std::lround(std::clamp(canvas_[at], 0.0F, 1.0F) * 255));
    };
    for (std::size_t i = 0; i < all.size(); ++i)
        all[i] = 0xFF000000 | byte(3 * i) << 16 | byte(3 * i + 1) << 8 | byte(3 * i + 2);
    return all;
}

} // namespace rondix::reference
