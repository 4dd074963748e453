#include "draw/screens/listed_sheet.hpp"

#include "draw/screens/frame_row.hpp"

#include <fmt/format.h>

namespace rondix::draw {

namespace {

constexpr int times_brighter = 8; // so that it can be seen

/// The mean of all parts of colours, as a share; `one` becomes the difference.
double take_away(std::vector<std::uint32_t>& one, const std::vector<std::uint32_t>& other) {
    double sum = 0;
    for (std::size_t i = 0; i < one.size(); ++i) {
        std::uint32_t left = 0xFF000000;
        for (unsigned shift = 0; shift < 24; shift += 8) {
            const int off = std::abs(static_cast<int>(one[i] >> shift & 0xFF) -
                                     static_cast<int>(other[i] >> shift & 0xFF));
            sum += off;
            left |= static_cast<std::uint32_t>(std::min(off * times_brighter, 255)) << shift;
        }
        one[i] = left;
    }
    return sum / 3 / 255 / static_cast<double>(std::max<std::size_t>(one.size(), 1));
}

} // namespace

std::string listed_sheet(Tour& tour, ListedFlow& listed, ListPixels& renderer, PictureSize size) {
    std::vector<std::uint32_t> painted(static_cast<std::size_t>(size.width) *
                                       static_cast<std::size_t>(size.height));
    const auto all_of = [&](std::vector<std::uint32_t>& pixels) {
        return Pixels{pixels.data(), size.width, size.height, size.width * 4};
    };
    const Canvas& canvas = tour.runner.canvas();
    const std::span<const Item> items = tour.runner.view();
    tour.painter.paint(canvas, {}, all_of(painted)); // what stands for the game
    std::vector<std::uint32_t> shown = painted;
    renderer.draw(listed.list().draw(canvas, items), all_of(shown));
    tour.painter.paint(canvas, items, all_of(painted));
    Frames sheet(size, 3);
    sheet.add(all_of(painted), "by the Painter");
    sheet.add(all_of(shown), "by its draw list");
    const double mean = take_away(painted, shown);
    sheet.add(all_of(painted),
              fmt::format("where they differ, {} times as bright: {:.2f} % in the mean",
                          times_brighter, 100 * mean));
    return sheet.finish();
}

} // namespace rondix::draw
