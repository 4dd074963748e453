// @GAME@, in a window with SDL2.
#include "game.ids.hpp"
#include "game.packed.hpp"

#include "rondix/painter.hpp"
#include "rondix/runtime/packed_flow.hpp"
#include "rondix/sdl2.hpp"
#include "rondix/settings_file.hpp"

#include <cstdlib>
#include <string>

using namespace rondix;

namespace {

/// What there is of a game: a square that goes round while nothing pauses it, until its air is
/// used up. Half of it opens the second level.
struct Square {
    static constexpr double longest = 20; // seconds
    double time = 0;

    double air() const { return 1 - time / longest; }

    void draw(SDL_Surface* screen) const {
        SDL_FillRect(screen, nullptr, SDL_MapRGB(screen->format, 38, 52, 60));
        const int x = screen->w / 2 + static_cast<int>(200 * SDL_cos(time)) - 30;
        const int y = screen->h / 2 + static_cast<int>(200 * SDL_sin(time)) - 30;
        const SDL_Rect square{x, y, 60, 60};
        SDL_FillRect(screen, &square, SDL_MapRGB(screen->format, 226, 170, 90));
    }
};

void log(const Status& status) {
    if (!status) SDL_Log("%s", std::string(status.words()).c_str());
}

/// Beside the program, wherever it is started from.
std::string folder_of_pictures() {
    char* base = SDL_GetBasePath();
    const std::string folder = base ? base : "";
    SDL_free(base);
    return folder + "menus/";
}

/// Pictures and fonts that are not there are left out; it says which.
void log_what_is_missing(Painter& painter, const CompiledFlow& flow, const std::string& folder) {
    for (const Painter::Fault& fault : painter.faults()) {
        const bool picture = fault.of == Painter::Fault::Of::picture;
        const TextRef name =
            picture ? flow.looks.pictures[fault.number] : flow.looks.fonts[fault.number];
        SDL_Log("%s%s: %s", picture ? folder.c_str() : "font ",
                std::string(flow.text(name)).c_str(), fault.why.c_str());
    }
}

} // namespace

/// main [SECONDS]: ends after so long.
int main(int argc, char** argv) {
    const double end_after = argc > 1 ? std::atof(argv[1]) : 0;
    CompiledFlow flow;
    if (!open_packed(std::as_bytes(std::span(packed_flow)), flow) ||
        names_hash(flow) != game::names) {
        SDL_Log("the flow is not the one that this program was built with");
        return 2;
    }
    SDL_Init(SDL_INIT_VIDEO | SDL_INIT_AUDIO | SDL_INIT_GAMECONTROLLER);
    SDL_Window* window = SDL_CreateWindow("@GAME@", SDL_WINDOWPOS_CENTERED, SDL_WINDOWPOS_CENTERED,
                                          1280, 720, SDL_WINDOW_RESIZABLE);
    if (!window) {
        SDL_Log("no window: %s", SDL_GetError());
        return 2;
    }
    {
        Runner menus(flow);
        const std::string folder = folder_of_pictures();
        Painter painter(flow, folder);
        log_what_is_missing(painter, flow, folder);
        menus.set_text_measurer(painter.text_measurer());
        sdl2::Input input(menus, window);
        sdl2::Display display(flow, window);
        sdl2::Sounds sounds(flow, folder);
        SettingsFile kept(settings_path(flow), input.code_words());
        for (const SettingsNote& note : kept.load(menus)) SDL_Log("%s", note.text.c_str());
        menus.start();
        Square square;
        double played = 0;
        bool running = true;
        while (running) {
            const bool plays = runs(flow, menus.menu_state());
            input.wait(plays ? 0 : 0.1);
            const double seconds = input.seconds();
            menus.advance(seconds);
            for (SDL_Event event; SDL_PollEvent(&event);)
                if (!input.feed(event)) running = running && event.type != SDL_QUIT;
            for (const Effect& effect : menus.take_effects()) {
                kept.obey(effect);
                if (input.obey(effect) || display.obey(effect) || sounds.obey(effect)) continue;
                if (effect.kind == EffectKind::load) { // load the scene here; then answer
                    square = {};
                    menus.finish(effect.load_ticket(), Answer::done);
                }
                if (effect.kind == EffectKind::quit) running = false;
            }
            log(kept.save_when_quiet(menus, seconds));
            if (plays) square.time += seconds; // your game goes on here
            menus.set_shown_share(game::controls::play::air, static_cast<float>(square.air()));
            if (square.air() < 0.5) menus.set_flag(game::flags::first_done, true);
            if (plays && square.air() <= 0) menus.post(game::events::lost);
            if (plays || menus.needs_redraw()) {
                SDL_Surface* screen = SDL_GetWindowSurface(window);
                square.draw(screen);
                painter.paint_over(menus.canvas(), menus.view(),
                                   {screen->pixels, screen->w, screen->h, screen->pitch});
                SDL_UpdateWindowSurface(window);
            }
            if (plays) SDL_Delay(8);
            played += seconds;
            if (end_after > 0 && played >= end_after) running = false;
        }
        log(kept.save(menus));
    }
    SDL_DestroyWindow(window);
    SDL_Quit();
}
