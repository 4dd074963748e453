// The example renderers show the same picture as the Painter: SDL2's renderer by OpenGL, and OpenGL
// ES 2; without a display, and with Mesa's renderer in software.
#include "difference.hpp"
#include "support.hpp"

#include "../examples/renderers/gles2_renderer.hpp"
#include "../examples/renderers/sdl2_renderer.hpp"
#include "draw/screens/listed_flow.hpp"
#include "draw/screens/tour.hpp"

namespace rondix::test {
namespace {

constexpr int width = 960, height = 540;
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

/// Screens of the demo and what becomes of them by `show`, which gives pixels.
template <class Show>
void expect_as_painted(Show show, const std::string& by) {
    const FlowFile file = demo_flow();
    draw::Tour tour(*file.compiled, {});
    tour.resize({width, height});
    draw::ListedFlow listed(*file.compiled);
    double worst = 0;
    for (const char* name : {"title", "options", "pause", "cargo", "chart"}) {
        tour.go(file.compiled->screen(name));
        const auto items = tour.runner.view();
        Pixels32 painted(pixel_count, 0xFF000000);
        tour.painter.paint(tour.runner.canvas(), items, {painted.data(), width, height, width * 4});
        const Pixels32 shown = show(listed.list().draw(tour.runner.canvas(), items));
        const Difference found = difference(painted, shown, width, height);
        EXPECT_LT(found.mean, 0.01) << by << ": " << name;
        EXPECT_EQ(found.beyond, 0u) << by << ": " << name;
        worst = std::max(worst, found.mean);
    }
    std::printf("%s: mean difference %.3f %% at most\n", by.c_str(), 100 * worst);
}

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
        expect_as_painted(
            [&](const Drawn& drawn) {
                SDL_SetRenderDrawColor(to, 0, 0, 0, 255);
                SDL_RenderClear(to);
                renderer.draw(drawn);
                Pixels32 pixels(pixel_count);
                SDL_RenderReadPixels(to, nullptr, SDL_PIXELFORMAT_ARGB8888, pixels.data(),
                                     width * 4);
                return pixels;
            },
            driver);
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
        expect_as_painted(
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
            "OpenGL ES 2");
    }
    SDL_GL_DeleteContext(context);
}

} // namespace
} // namespace rondix::test
