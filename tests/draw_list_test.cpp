// The draw list shows the same picture as the Painter: every screen of every example flow, in all
// states, on its way in, mirrored, in windows of several shapes; random looks and texts.
#include "random_screen.hpp"
#include "reference/drawn_pixels.hpp"
#include "reference/part.hpp"
#include "support.hpp"

#include "draw/screens/listed_flow.hpp"
#include "draw/screens/state_sheet.hpp"
#include "draw/screens/tour.hpp"
#include "draw/text_layout.hpp"

#include <random>

namespace rondix::test {
namespace {

using Pixels32 = std::vector<std::uint32_t>;

struct Difference {
    double mean = 0;        ///< of all parts of colours, as a share
    std::size_t beyond = 0; ///< pixels that differ by more than a tenth
};

int part_of_colour(std::uint32_t pixel, int part) {
    return static_cast<int>(pixel >> (8 * part) & 0xFF);
}

/// A pixel is beyond where it is further from all that the other picture has around this place than
/// a tenth, or at an edge than a quarter of its contrast: smooth edges may run a little otherwise,
/// and where letters touch, Cairo adds up their edges, which is a quarter more at most.
bool is_beyond(const Pixels32& one, const Pixels32& other, int width, int height, int x, int y) {
    constexpr int tenth = 25;
    for (int part = 0; part < 3; ++part) {
        const int is = part_of_colour(one[static_cast<std::size_t>(y * width + x)], part);
        int least = 255, most = 0;
        for (int dy = -1; dy <= 1; ++dy)
            for (int dx = -1; dx <= 1; ++dx) {
                const int nx = std::clamp(x + dx, 0, width - 1);
                const int ny = std::clamp(y + dy, 0, height - 1);
                const int beside =
                    part_of_colour(other[static_cast<std::size_t>(ny * width + nx)], part);
                least = std::min(least, beside);
                most = std::max(most, beside);
            }
        const int contrast = std::max(most, is) - std::min(least, is);
        const int slack = std::max(tenth, contrast / 4);
        if (is < least - slack || is > most + slack) return true;
    }
    return false;
}

Difference difference(const Pixels32& one, const Pixels32& other, int width, int height) {
    Difference all;
    double sum = 0;
    for (int y = 0; y < height; ++y)
        for (int x = 0; x < width; ++x) {
            const auto at = static_cast<std::size_t>(y * width + x);
            int most = 0;
            for (int part = 0; part < 3; ++part) {
                const int off =
                    std::abs(part_of_colour(one[at], part) - part_of_colour(other[at], part));
                sum += off;
                most = std::max(most, off);
            }
            if (most > 25 && (is_beyond(one, other, width, height, x, y) ||
                              is_beyond(other, one, width, height, x, y)))
                ++all.beyond;
        }
    all.mean = sum / 3 / 255 / static_cast<double>(one.size());
    return all;
}

/// Both pictures of a flow, wherever it is.
class Compared {
  public:
    Compared(const CompiledFlow& flow, Painter& painter, PictureSize size)
        : painter_(painter)
        , listed_(flow)
        , size_(size)
        , renderer_(size.width, size.height) {}

    void resize(PictureSize size) {
        size_ = size;
        renderer_ = {size.width, size.height};
        listed_.list().forget_textures();
    }

    Difference operator()(const Canvas& canvas, std::span<const Item> items) {
        Pixels32 painted(static_cast<std::size_t>(size_.width * size_.height), 0xFF000000);
        painter_.paint(canvas, items, {painted.data(), size_.width, size_.height, size_.width * 4});
        renderer_.clear(0, 0, 0);
        renderer_.draw(listed_.list().draw(canvas, items));
        most_calls = std::max(most_calls, renderer_.calls);
        const Difference found = difference(painted, renderer_.pixels(), size_.width, size_.height);
        worst = std::max(worst, found.mean);
        if (found.beyond > 0) write(painted);
        return found;
    }

    /// For whoever looks into it: the Painter's, the other one.
    void write(Pixels32& painted) const {
        Pixels32 listed = renderer_.pixels();
        const auto folder = std::filesystem::path(RONDIX_BUILD) / "pictures";
        std::filesystem::create_directories(folder);
        const auto save = [&](Pixels32& pixels, const char* name) {
            const draw::Held<cairo_surface_t> surface(cairo_image_surface_create_for_data(
                reinterpret_cast<unsigned char*>(pixels.data()), CAIRO_FORMAT_RGB24, size_.width,
                size_.height, size_.width * 4));
            cairo_surface_write_to_png(surface.get(), (folder / name).c_str());
        };
        save(painted, "draw-list-painter.png");
        save(listed, "draw-list-listed.png");
    }

    std::size_t most_calls = 0;
    double worst = 0;

  private:
    Painter& painter_;
    draw::ListedFlow listed_;
    PictureSize size_;
    reference::DrawnPixels renderer_;
};

void expect_alike(const Difference& found, const std::string& where) {
    EXPECT_LT(found.mean, 0.01) << where;
    EXPECT_EQ(found.beyond, 0u) << where;
}

std::vector<std::filesystem::path> example_flows() {
    std::vector<std::filesystem::path> flows;
    for (const auto& entry : std::filesystem::recursive_directory_iterator(root() / "examples"))
        if (entry.path().string().ends_with(".flow.yaml") &&
            entry.path().string().find("/broken/") == std::string::npos)
            flows.push_back(entry.path());
    std::ranges::sort(flows);
    return flows;
}

TEST(DrawList, ShowsEveryScreenAsThePainterDoes) {
    std::size_t screens = 0, calls = 0;
    double worst = 0;
    for (const auto& path : example_flows()) {
        const FlowFile file = load_flow(path.string());
        if (!file.compiled) continue; // a file that others include
        const CompiledFlow& flow = *file.compiled;
        draw::Tour tour(flow, {});
        tour.resize({640, 400});
        Compared compared(flow, tour.painter, {640, 400});
        for (std::size_t i = 0; i < flow.screens.size(); ++i) {
            if (!tour.way(ScreenId(i)) || (i > 20 && i % 8 != 0)) continue;
            tour.go(ScreenId(i));
            const std::string where =
                path.filename().string() + ": " + std::string(flow.text(flow.screens[i].id));
            expect_alike(compared(tour.runner.canvas(), tour.runner.view()), where);
            ++screens;
        }
        worst = std::max(worst, compared.worst);
        calls = std::max(calls, compared.most_calls);
    }
    std::printf("%zu screens, mean difference %.3f %% at most, %zu draw calls at most\n", screens,
                100 * worst, calls);
    EXPECT_GT(screens, 100u);
    EXPECT_LE(calls, 6u);
}

TEST(DrawList, ShowsTheDemoInAnyWindowAndMirrored) {
    const FlowFile file = demo_flow();
    draw::Tour tour(*file.compiled, {});
    Compared compared(*file.compiled, tour.painter, {1280, 720});
    for (const PictureSize size : {PictureSize{1280, 720}, {1921, 1083}, {800, 600}, {450, 800}})
        for (const bool mirrored : {false, true}) {
            tour.resize(size, mirrored);
            compared.resize(size);
            for (const char* name : {"title", "options", "pause", "cargo"}) {
                tour.go(file.compiled->screen(name));
                expect_alike(compared(tour.runner.canvas(), tour.runner.view()),
                             std::string(name) + " " + std::to_string(size.width));
            }
        }
}

TEST(DrawList, ShowsControlsInAllStates) {
    for (const char* name : {"examples/tidewick/tidewick.flow.yaml",
                             "examples/nine-locks/nine-locks.flow.yaml"}) {
        const FlowFile file = load_flow((root() / name).string());
        const CompiledFlow& flow = *file.compiled;
        draw::Tour tour(flow, {});
        tour.resize({1280, 720});
        for (std::size_t i = 0; i < flow.screens.size(); ++i) {
            if (!tour.way(ScreenId(i)) || flow.screens[i].controls.count == 0) continue;
            tour.go(ScreenId(i));
            const draw::Sheet sheet = draw::state_sheet(tour.runner, ScreenId(i), 0.75F);
            const PictureSize size{
                static_cast<int>(sheet.canvas.size.width * sheet.canvas.scale),
                static_cast<int>(sheet.canvas.size.height * sheet.canvas.scale)};
            Compared compared(flow, tour.painter, size);
            expect_alike(compared(sheet.canvas, sheet.items),
                         std::string(name) + " " + std::string(flow.text(flow.screens[i].id)));
        }
    }
}

/// Screens that come and go, controls that grow: in any moment of it.
TEST(DrawList, ShowsWhatMovesAsThePainterDoes) {
    const FlowFile file = demo_flow();
    draw::Tour tour(*file.compiled, {});
    tour.resize({960, 540});
    Compared compared(*file.compiled, tour.painter, {960, 540});
    Runner& menus = tour.runner;
    std::size_t moving = 0;
    for (const char* name : {"title", "options", "pause", "aground", "arrival", "cargo"})
        for (const double time : {0.02, 0.06, 0.1, 0.17, 0.25, 0.33}) {
            const ScreenId id = file.compiled->screen(name);
            tour.go(id, 1);
            menus.set_motion(true);
            if (!tour.way(id)->empty()) menus.replay(tour.way(id)->back());
            menus.take_effects();
            menus.advance(time);
            const auto items = menus.view();
            moving += std::ranges::any_of(items, [](const Item& item) {
                return item.transform != Transform{} || item.look.opacity < 1 || item.leaving;
            });
            expect_alike(compared(menus.canvas(), items),
                         std::string(name) + " at " + std::to_string(time));
        }
    EXPECT_GT(moving, 15u);
    std::printf("%zu moments of movement\n", moving);
}

} // namespace
} // namespace rondix::test
