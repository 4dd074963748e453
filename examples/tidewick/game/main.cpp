// Tidewick Ferry: a small game, whole. Steer with the arrows between shoals and buoys, fish crates
// out of the water, and moor at the quay, slowly. Every menu is Rondix's (menus.hpp), all else is
// the game's (game.hpp); here is the loop.
//
//   tidewick [--fails fog] [--trace FILE] [--pilot] [--keys FILE] [--random SEED] [--hurry] ...
#include "game.hpp"
#include "key_script.hpp"
#include "random_hand.hpp"

#include <CLI/CLI.hpp>
#include <sys/resource.h>

#include <cstdio>
#include <fstream>

using namespace tidewick;

namespace {

struct Options {
    GameOptions game;
    double seconds = 0;
    std::string shot;
    std::string keys;
    std::uint32_t random = 0;
    bool hurry = false;
};

/// How much memory there was at most, in kilobytes.
long memory() {
    rusage usage{};
    getrusage(RUSAGE_SELF, &usage);
    return usage.ru_maxrss;
}

struct Window {
    Window() {
        SDL_Init(SDL_INIT_VIDEO | SDL_INIT_AUDIO | SDL_INIT_GAMECONTROLLER);
        window = SDL_CreateWindow("Tidewick Ferry", SDL_WINDOWPOS_CENTERED, SDL_WINDOWPOS_CENTERED,
                                  1280, 720, SDL_WINDOW_RESIZABLE);
        if (window) renderer = SDL_CreateRenderer(window, -1, 0);
    }
    ~Window() {
        if (renderer) SDL_DestroyRenderer(renderer);
        if (window) SDL_DestroyWindow(window);
        SDL_Quit();
    }
    Window(const Window&) = delete;
    Window& operator=(const Window&) = delete;
    SDL_Window* window = nullptr;
    SDL_Renderer* renderer = nullptr;
};

/// The loop. Without `hurry` it waits while nothing moves; with it, each turn is a frame.
int play(SDL_Window* window, SDL_Renderer* renderer, const Options& options) {
    Game game(window, renderer, options.game);
    if (!game.status()) {
        std::fprintf(stderr, "%s\n", std::string(game.status().words()).c_str());
        return 2;
    }
    KeyScript script;
    std::ifstream keys(options.keys);
    if (const std::string fault = script.read(keys); !fault.empty()) {
        std::fprintf(stderr, "%s\n", fault.c_str());
        return 2;
    }
    RandomHand hand(options.random);
    double played = 0, worst = 0, cost = 0;
    long frames = 0, memory_early = 0;
    game.start();
    while (!game.has_quit() || options.random != 0) {
        if (!options.hurry) game.menus().input().wait(game.moves() ? 0 : 1.0 / 20);
        const double real = game.menus().input().seconds();
        const double seconds = options.hurry && !game.is_at_work() ? 1.0 / 60 : real;
        if (options.random != 0) hand.act(window);
        if (!game.is_at_work()) script.advance(seconds);
        for (SDL_Event event; SDL_PollEvent(&event);) game.feed(event);
        game.advance(seconds);
        const bool seen = !options.hurry || frames % 40 == 0;
        if (game.moves() && seen) {
            game.draw();
            SDL_RenderPresent(renderer);
        }
        worst = std::max(worst, game.menus().cost());
        cost += game.menus().cost();
        if (!options.hurry && game.moves()) SDL_Delay(6);
        if (options.hurry && game.is_at_work()) SDL_Delay(2); // the thread is waited for
        ++frames;
        if (!options.hurry || !game.is_at_work()) played += seconds;
        // By then each scene and window size has been seen.
        if (memory_early == 0 && played > options.seconds * 3 / 4) memory_early = memory();
        if (options.seconds > 0 && played >= options.seconds) break;
    }
    game.finish();
    if (!options.shot.empty()) {
        game.draw();
        save_picture(renderer, options.shot);
    }
    if (options.seconds > 0)
        std::printf("%ld frames, menus %.1f us each, %.0f at most; memory %ld kB, %ld at the end\n",
                    frames, 1e6 * cost / static_cast<double>(frames), 1e6 * worst, memory_early,
                    memory());
    return 0;
}

} // namespace

int main(int argc, char** argv) try {
    Options options;
    options.game.menus.folder = TIDEWICK_FOLDER;
    options.game.menus.pictures = TIDEWICK_PICTURES;
    options.game.log = log_path();
    CLI::App app{"Tidewick Ferry: carry cargo through a foggy strait.", "tidewick"};
    app.add_option("--folder", options.game.menus.folder, "of scenes, art and sounds");
    app.add_option("--pictures", options.game.menus.pictures, "file of the packed pictures");
    app.add_option("--settings", options.game.menus.settings, "file of settings");
    app.add_option("--log", options.game.log, "file of the voyage that was written down");
    app.add_option("--trace", options.game.menus.trace, "write what happens into this file");
    app.add_option("--fails", options.game.fails, "a scene that cannot be loaded");
    app.add_option("--seconds", options.seconds, "end after this time");
    app.add_option("--shot", options.shot, "write a picture (PNG) at the end");
    app.add_option("--keys", options.keys, "press what this file says");
    app.add_flag("--pilot", options.game.pilot, "somebody steers for you");
    app.add_option("--random", options.random, "somebody presses anything; a number to begin with");
    app.add_flag("--hurry", options.hurry, "without waiting, sixty frames a second");
    CLI11_PARSE(app, argc, argv);
    if (!options.game.menus.folder.empty() && options.game.menus.folder.back() != '/')
        options.game.menus.folder += '/';
    const Window window;
    if (window.renderer) return play(window.window, window.renderer, options);
    std::fprintf(stderr, "no window: %s\n", SDL_GetError());
    return 2;
} catch (const std::exception& fault) {
    std::fprintf(stderr, "%s\n", fault.what());
    return 2;
}
