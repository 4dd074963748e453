// The menus of Tidewick Ferry in a game with SDL2. The game is a ferry that goes its way while
// nothing pauses it; a scene is loaded on a thread of its own, while the loading screen moves.
//
//   window [FLOW] [SECONDS]
#include "rondix/flow.hpp"
#include "rondix/painter.hpp"
#include "rondix/report.hpp"
#include "rondix/sdl2.hpp"
#include "rondix/settings_file.hpp"

#include <atomic>
#include <chrono>
#include <cstdlib>
#include <iostream>
#include <string>
#include <thread>
#include <vector>

using namespace rondix;

/// A scene on its way. The thread only counts; what it finds out is passed on by the game's loop.
class SceneLoad {
  public:
    ~SceneLoad() { stop(); }

    void begin(Ticket ticket) {
        stop();
        ticket_ = ticket;
        done_ = 0;
        stopped_ = false;
        thread_ = std::thread([this] {
            for (int part = 1; part <= 100 && !stopped_; ++part) { // as if a file were read
                std::this_thread::sleep_for(std::chrono::milliseconds(12));
                done_ = part;
            }
        });
    }

    void pass_on(Runner& menus) {
        if (!thread_.joinable()) return;
        const int done = done_;
        menus.load_progress(ticket_, static_cast<float>(done) / 100);
        if (done < 100) return;
        stop();
        menus.loaded(ticket_);
    }

  private:
    void stop() {
        stopped_ = true;
        if (thread_.joinable()) thread_.join();
    }
    std::thread thread_;
    std::atomic<int> done_ = 0;
    std::atomic<bool> stopped_ = false;
    Ticket ticket_{};
};

/// What there is of a game: a ferry on the water.
struct Voyage {
    double way = 0;
    bool under_way = false;

    void draw(SDL_Surface* screen) const {
        const auto fill = [&](int x, int y, int w, int h, Uint8 r, Uint8 g, Uint8 b) {
            const SDL_Rect rect{x, y, w, h};
            SDL_FillRect(screen, &rect, SDL_MapRGB(screen->format, r, g, b));
        };
        fill(0, 0, screen->w, screen->h, 116, 146, 150);
        fill(0, screen->h / 2, screen->w, screen->h / 2, 46, 84, 98);
        const int x = static_cast<int>(way * 60) % (screen->w + 200) - 200;
        const int y = screen->h / 2;
        fill(x, y, 200, 34, 34, 50, 58);
        fill(x + 40, y - 36, 110, 36, 239, 228, 204);
        fill(x + 120, y - 66, 20, 30, 155, 74, 43);
    }
};

/// What the lists of the flow show: the voyages that there are, and 48 crates.
class Papers {
  public:
    void hand_to(Runner& menus) {
        const CompiledFlow& flow = menus.flow();
        menus.set_rows(flow.control(flow.screen("voyages"), "charts"), {2, nullptr, voyage});
        for (int i = 1; i <= 48; ++i)
            crates_.push_back((i % 3 == 0   ? "Rope "
                               : i % 3 == 1 ? "Tea "
                                            : "Lamps ") +
                              std::to_string(i));
        menus.set_rows(flow.control(flow.screen("cargo"), "hold"),
                       {static_cast<std::uint32_t>(crates_.size()), this, crate});
    }

  private:
    static ListRow voyage(void*, std::uint32_t row) {
        return row == 0 ? ListRow{"Across the harbour", 0} : ListRow{"Through the fog", 1};
    }
    static ListRow crate(void* papers, std::uint32_t row) {
        return {static_cast<Papers*>(papers)->crates_[row], 0};
    }
    std::vector<std::string> crates_;
};

int main(int argc, char** argv) {
    const FlowFile file = load_flow(argc > 1 ? argv[1] : "examples/tidewick/tidewick.flow.yaml");
    for (const Finding& finding : file.findings) std::cerr << finding_text(finding, file.sources);
    if (!file.compiled) return 2;
    const double end_after = argc > 2 ? std::atof(argv[2]) : 0;

    SDL_Init(SDL_INIT_VIDEO | SDL_INIT_AUDIO | SDL_INIT_GAMECONTROLLER);
    SDL_Window* window = SDL_CreateWindow("Tidewick Ferry", SDL_WINDOWPOS_CENTERED,
                                          SDL_WINDOWPOS_CENTERED, 1280, 720, SDL_WINDOW_RESIZABLE);
    if (!window) {
        std::cerr << "no window: " << SDL_GetError() << '\n';
        return 2;
    }
    Voyage voyage;
    SceneLoad loading;
    double played = 0;
    bool running = true;

    Runner menus(*file.compiled);
    Painter painter(*file.compiled);
    menus.set_ruler(painter.ruler());
    sdl2::Input input(menus, window);
    SettingsFile kept(settings_path(*file.compiled), input.code_words());
    for (const SettingsNote& note : kept.load(menus)) std::cerr << note.text << '\n';
    menus.start();
    Papers papers;
    papers.hand_to(menus);
    menus.set_label(file.compiled->control(file.compiled->screen("chart"), "wind"),
                    "A fair wind from the south");
    sdl2::Sounds sounds(*file.compiled, "");
    sdl2::Display display(*file.compiled, window);
    while (running) {
        if (!voyage.under_way) input.wait(1.0 / 30); // the ship itself moves all the time
        const double seconds = input.seconds();
        menus.advance(seconds);
        for (SDL_Event event; SDL_PollEvent(&event);)
            if (!input.feed(event)) running = running && event.type != SDL_QUIT;
        loading.pass_on(menus);
        for (const Effect& effect : menus.take_effects()) {
            kept.obey(effect);
            if (input.obey(effect) || sounds.obey(effect) || display.obey(effect)) continue;
            if (effect.kind == EffectKind::load) loading.begin(effect.ticket), voyage = {};
            // The log is written at once here; another game may take its time to answer.
            if (effect.kind == EffectKind::request) menus.done(effect.ticket);
            if (effect.kind == EffectKind::quit) running = false;
        }
        kept.save_when_quiet(menus, seconds);
        voyage.under_way = runs(*file.compiled, menus.situation());
        if (voyage.under_way) voyage.way += seconds;
        if (voyage.under_way || menus.stale()) {
            SDL_Surface* screen = SDL_GetWindowSurface(window);
            voyage.draw(screen);
            painter.paint_over(menus.canvas(), menus.view(),
                               {screen->pixels, screen->w, screen->h, screen->pitch});
            SDL_UpdateWindowSurface(window);
        }
        if (voyage.under_way) SDL_Delay(8);
        played += seconds;
        if (end_after > 0 && played >= end_after) running = false;
    }
    if (const std::string fault = kept.save(menus); !fault.empty()) std::cerr << fault << '\n';
    SDL_DestroyWindow(window);
    SDL_Quit();
}
