// Two Tugs: two captains at one screen, each with menus of his own side by side. Whoever touches a
// key or a pad that belongs to nobody takes a free seat; when one stops, both stop.
//
//   two-tugs [--seconds S] [--shot FILE.bmp]
#include "game.hpp"
#include "two-tugs.packed.hpp"

#include "rondix/runtime/packed_flow.hpp"

#include <cstdlib>
#include <cstring>

using namespace two_tugs;

int main(int argc, char** argv) {
    double seconds = 0;
    const char* shot = nullptr;
    for (int i = 1; i + 1 < argc; i += 2) {
        if (std::strcmp(argv[i], "--seconds") == 0) seconds = std::atof(argv[i + 1]);
        if (std::strcmp(argv[i], "--shot") == 0) shot = argv[i + 1];
    }
    rondix::CompiledFlow flow;
    if (!rondix::open_packed(std::as_bytes(std::span(packed_flow)), flow)) return 2;
    SDL_Init(SDL_INIT_VIDEO | SDL_INIT_GAMECONTROLLER);
    SDL_Window* window = SDL_CreateWindow("Two Tugs", SDL_WINDOWPOS_CENTERED,
                                          SDL_WINDOWPOS_CENTERED, 1280, 720, SDL_WINDOW_RESIZABLE);
    if (!window) {
        SDL_Log("no window: %s", SDL_GetError());
        return 2;
    }
    {
        Game game(flow, window);
        bool closed = false;
        for (double played = 0; !closed && !game.quits() && (seconds <= 0 || played < seconds);) {
            for (SDL_Event event; SDL_PollEvent(&event);) {
                closed = closed || event.type == SDL_QUIT;
                game.feed(event);
            }
            constexpr float frame = 1.0F / 60;
            game.advance(frame);
            game.draw();
            SDL_Delay(16);
            played += static_cast<double>(frame);
        }
        if (shot) SDL_SaveBMP(SDL_GetWindowSurface(window), shot);
    }
    SDL_DestroyWindow(window);
    SDL_Quit();
}
