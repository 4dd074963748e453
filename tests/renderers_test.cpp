// The example renderers show the same picture as the Painter: SDL2's renderer by OpenGL, and OpenGL
// ES 2; without a display, and with Mesa's renderer in software.
#include "difference.hpp"
#include "reference/part.hpp"
#include "support.hpp"

#include "../examples/renderers/gles2_renderer.hpp"
#include "../examples/renderers/sdl2_renderer.hpp"
#include "draw/screens/listed_flow.hpp"
#include "draw/screens/state_sheet.hpp"
#include "draw/screens/tour.hpp"

namespace rondix::test {
namespace {

constexpr int width = 640, height = 360;
constexpr auto pixel_count = static_cast<std::size_t>(width) * height;

/// A window that nobody sees.
class Window {
  public:
    explicit Window(Uint32 flags) {
        SDL_SetHint(SDL_HINT_VIDEODRIVER, "offscreen");
        if (SDL_Init(SDL_INIT_VIDEO) != 0) throw std::runtime_error(SDL_GetError());
        SDL_GL_SetAttribute(SDL_GL_CONTEXT_PROFILE_MASK, SDL_GL_CONTEXT_PROFILE_ES);
        SDL_GL_SetAttribute(SDL_GL_CONTEXT_MAJOR_VERSION, 2);
        SDL_GL_SetAttribute(SDL_GL_CONTEXT_MINOR_VERSION, 0);
        window = SDL_CreateWindow("menus", 0, 0, width, height, flags);
        if (!window) throw std::runtime_error(SDL_GetError());
    }
    ~Window() {
        SDL_DestroyWindow(window);
        SDL_Quit();
    }
    Window(const Window&) = delete;
    Window& operator=(const Window&) = delete;

    SDL_Window* window = nullptr;
};

/// Screens of all example flows, with all states of their controls and on their way in, and what
/// becomes of them by `show`, which gives pixels.
template <class Show>
class Shown {
  public:
    Shown(Show show, std::string by)
        : show_(std::move(show))
        , by_(std::move(by)) {}

    void expect_as_painted() {
        for (const auto& path : example_flows()) {
            const FlowFile file = load_flow(path.string());
            if (file.compiled) expect_screens(file);
        }
        std::printf("%s: %zu pictures, mean difference %.3f %% at most\n", by_.c_str(), pictures_,
                    100 * worst_);
        EXPECT_GT(pictures_, part_of(100));
    }

  private:
    void expect_screens(const FlowFile& file) {
        const CompiledFlow& flow = *file.compiled;
        draw::Tour tour(flow, {});
        tour.resize({width, height});
        draw::ListedFlow listed(flow);
        const std::size_t every = 20 / part_of(20);
        for (std::size_t i = 0; i < flow.screens.size(); i += i < 20 ? 1 : 16) {
            const auto& way = tour.way(ScreenId(i));
            if (!way || met_++ % every != 0) continue;
            tour.go(ScreenId(i));
            expect_alike(tour, listed, ScreenId(i));
            expect_states(tour, listed, ScreenId(i));
            if (way->empty()) continue;
            for (const double time : {0.04, 0.12}) {
                tour.go(ScreenId(i), 1);
                tour.runner.set_motion(true);
                tour.runner.replay(way->back());
                tour.runner.take_effects();
                tour.runner.advance(time);
                expect_alike(tour, listed, ScreenId(i));
            }
        }
    }

    void expect_states(draw::Tour& tour, draw::ListedFlow& listed, ScreenId screen) {
        if (tour.runner.flow()[screen].controls.count == 0) return;
        // As rondix draw --state has it; of a large sheet the beginning is seen.
        const draw::Sheet sheet = draw::state_sheet(tour.runner, screen, 0.75F);
        expect_alike(tour, listed, screen, sheet.canvas, sheet.items);
    }

    void expect_alike(draw::Tour& tour, draw::ListedFlow& listed, ScreenId screen) {
        expect_alike(tour, listed, screen, tour.runner.canvas(), tour.runner.view());
    }

    void expect_alike(draw::Tour& tour, draw::ListedFlow& listed, ScreenId screen,
                      const Canvas& canvas, std::span<const Item> items) {
        const CompiledFlow& flow = tour.runner.flow();
        Pixels32 painted(pixel_count, 0xFF000000);
        tour.painter.paint(canvas, items, {painted.data(), width, height, width * 4});
        const Pixels32 shown = show_(listed.list().draw(canvas, items));
        const Difference found = difference(painted, shown, width, height);
        const std::string_view name = flow.text(flow[screen].id);
        EXPECT_LT(found.mean, 0.01) << by_ << ": " << name;
        EXPECT_EQ(found.beyond, 0u) << by_ << ": " << name;
        worst_ = std::max(worst_, found.mean);
        ++pictures_;
    }

    Show show_;
    std::string by_;
    std::size_t pictures_ = 0, met_ = 0;
    double worst_ = 0;
};

void expect_by_sdl(const std::string& driver) {
    const Window window(driver == "software" ? 0 : SDL_WINDOW_OPENGL);
    SDL_SetHint(SDL_HINT_RENDER_DRIVER, driver.c_str());
    SDL_Renderer* to = SDL_CreateRenderer(window.window, -1, 0);
    ASSERT_NE(to, nullptr) << SDL_GetError();
    SDL_RendererInfo info;
    SDL_GetRendererInfo(to, &info);
    ASSERT_EQ(info.name, driver);
    {
        Sdl2Renderer renderer(to);
        Shown(
            [&](const Drawn& drawn) {
                SDL_SetRenderDrawColor(to, 0, 0, 0, 255);
                SDL_RenderClear(to);
                renderer.draw(drawn);
                Pixels32 pixels(pixel_count);
                SDL_RenderReadPixels(to, nullptr, SDL_PIXELFORMAT_ARGB8888, pixels.data(),
                                     width * 4);
                return pixels;
            },
            driver)
            .expect_as_painted();
    }
    SDL_DestroyRenderer(to);
}

TEST(Renderers, Sdl2ByOpenGl) {
    expect_by_sdl("opengl");
}

TEST(Renderers, Sdl2ByOpenGlEs) {
    expect_by_sdl("opengles2");
}

TEST(Renderers, OpenGlEs2) {
    const Window window(SDL_WINDOW_OPENGL);
    const SDL_GLContext context = SDL_GL_CreateContext(window.window);
    ASSERT_NE(context, nullptr) << SDL_GetError();
    {
        Gles2Renderer renderer;
        Shown(
            [&](const Drawn& drawn) {
                glClearColor(0, 0, 0, 1);
                glClear(GL_COLOR_BUFFER_BIT);
                renderer.draw(drawn, width, height);
                std::vector<std::uint8_t> bytes(4 * pixel_count);
                glReadPixels(0, 0, width, height, GL_RGBA, GL_UNSIGNED_BYTE, bytes.data());
                EXPECT_EQ(glGetError(), GLenum{GL_NO_ERROR});
                Pixels32 pixels(pixel_count);
                for (std::size_t i = 0; i < pixel_count; ++i) {
                    const std::size_t row = height - 1 - i / width;
                    const std::uint8_t* at = bytes.data() + 4 * (row * width + i % width);
                    pixels[i] =
                        0xFF000000 | std::uint32_t{at[0]} << 16 | std::uint32_t{at[1]} << 8 | at[2];
                }
                return pixels;
            },
            "OpenGL ES 2")
            .expect_as_painted();
    }
    SDL_GL_DeleteContext(context);
}

} // namespace
} // namespace rondix::test
