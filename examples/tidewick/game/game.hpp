// Game: the ferry's side of what the menus ask for. Scenes are loaded and the log is written on
// threads of their own; the menus are answered from the loop.
#pragma once

#include "helm.hpp"
#include "log_book.hpp"
#include "menus.hpp"
#include "pilot.hpp"
#include "sea_painter.hpp"

#include <SDL_mixer.h>

namespace tidewick {

struct GameOptions {
    MenusOptions menus;
    std::string log;    ///< file
    std::string fails;  ///< a scene whose load is made to fail
    bool pilot = false; ///< somebody steers for the captain
};

class Game {
  public:
    Game(SDL_Window* window, SDL_Renderer* renderer, const GameOptions& options);
    const rondix::Status& status() const { return menus_.status(); }

    void start();
    bool feed(const SDL_Event& event);
    void advance(double seconds);
    void draw();
    void finish() { menus_.finish(); }

    Menus& menus() { return menus_; }
    bool has_quit() const { return quits_; }
    /// Whether a thread loads a scene or writes the log.
    bool is_at_work() const { return loading_.is_busy() || writing_.is_busy(); }
    /// Whether anything moves, so that the next frame is wanted at once.
    bool moves() { return menus_.game_runs() || menus_.runner().needs_redraw(); }

  private:
    void begin_load(rondix::SceneId scene, rondix::LoadTicket ticket);
    void begin_log(rondix::RequestTicket ticket);
    void pass_on_load();
    void pass_on_log();
    void sail(double seconds);
    void say(std::string_view what);

    GameOptions options_;
    Menus menus_;
    Worker<SceneResult> loading_;
    Worker<std::string> writing_;
    rondix::LoadTicket load_ticket_{};
    rondix::RequestTicket log_ticket_{};
    rondix::SceneId scene_ = rondix::no_scene;
    Voyage voyage_;
    Helm helm_;
    Pilot pilot_;
    Deck deck_;
    SeaPainter painter_;
    std::optional<LogEntry> log_;
    double note_left_ = 0, until_gull_ = 0, since_log_ = 0;
    struct FreeChunk {
        void operator()(Mix_Chunk* chunk) const;
    };
    std::unique_ptr<Mix_Chunk, FreeChunk> horn_;
    bool quits_ = false;
};

} // namespace tidewick
