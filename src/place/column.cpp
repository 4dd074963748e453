#include "place/column.hpp"

#include <algorithm>

namespace rondix::place {

namespace {
// Shares of the screen's height, but for the width of the column.
constexpr float title_top = 0.08F;
constexpr float title_height = 0.12F;
constexpr float column_top = 0.24F;
constexpr float column_bottom = 0.88F;
constexpr float row_height = 0.085F;
constexpr float gap_of_row = 0.25F; // of the row's height
constexpr float column_width = 0.36F;
} // namespace

Rect title_band(float width, float height) {
    return {0, height * title_top, width, height * title_height};
}

void stand_in_column(float width, float height, std::span<Rect> boxes) {
    if (boxes.empty()) return;
    const auto count = static_cast<float>(boxes.size());
    const float room = height * (column_bottom - column_top);
    const float rows = count + (count - 1) * gap_of_row;
    const float row = std::min(height * row_height, room / rows);
    const float pitch = row * (1 + gap_of_row);
    const float top = height * column_top + (room - row * rows) / 2;
    const float left = width * (1 - column_width) / 2;
    for (std::size_t i = 0; i < boxes.size(); ++i)
        boxes[i] = {left, top + pitch * static_cast<float>(i), width * column_width, row};
}

Rect notice_band(float width, float height) {
    return {0, height * 0.9F, width, height * 0.06F};
}

} // namespace rondix::place
