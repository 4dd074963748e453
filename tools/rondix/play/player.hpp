// Player: the loop of `rondix play`. Events go to the tool's keys, the panel or the menus; time
// passes; effects are obeyed by a stand-in for the game; and what changed is drawn.
#pragma once

#include "play/editor/editor_panel.hpp"
#include "play/panel.hpp"
#include "play/session.hpp"
#include "play/stage.hpp"
#include "play/stand_in.hpp"
#include "rondix/sdl2.hpp"
#include "rondix/settings_file.hpp"
#include "rondix/tools/walkthrough.hpp"
#include "rondix/trace.hpp"

#include <optional>
#include <string>

namespace rondix::tool {

struct PlayOptions {
    std::string flow;
    int width = 960, height = 720; ///< of the game's part
    bool panel = true;
    double load_time = 1.2;
    double seconds = 0;     ///< end after this many seconds; 0: when the window is closed
    std::string script;     ///< a walkthrough that is played
    double pace = 0.4;      ///< seconds between its steps
    std::string shot;       ///< a picture of the window when it ends
    std::string record;     ///< the moves that were made, as a walkthrough
    std::string settings;   ///< a file in which the player's settings are kept
    std::string trace;      ///< a file for a trace of what happens
    std::string arrange;    ///< a control: the menus stand still once it is there, and it is chosen
    bool draw_list = false; ///< menus are shown by their draw list
    bool speaks = false;    ///< what a voice would say is printed
};

class Player {
  public:
    Player(const PlayOptions& options, Session& session, Stage& stage);

    /// Until it ends; the tool's exit status.
    int run(const Walkthrough* script);

  private:
    void connect();
    void take(const SDL_Event& event);
    bool take_on_panel(int x, int y);
    void arrange();
    void mirror();
    void arrange_when_there();
    bool take_key(const SDL_KeyboardEvent& event);
    void act(const Panel::Action& action);
    void obey(const Effect& effect);
    void step_script(double seconds);
    void draw();
    void say(std::string text);
    void note_moves(double seconds);
    bool finish_files();
    void bind_named_keys();
    void listen();
    void load_settings();
    void reload();
    std::vector<std::pair<std::string, std::string>> keys() const;
    bool wants_drawing() const { return dirty_ || session_.runner().needs_redraw(); }

    const PlayOptions& options_;
    Session& session_;
    Stage& stage_;
    std::optional<sdl2::Input> input_;
    std::optional<sdl2::Sounds> sounds_;
    std::optional<WalkPlayer> script_;
    SettingsFile kept_;
    Trace trace_;
    std::vector<Effect> obeyed_; // in this frame
    StandIn game_;
    bool is_listed_ = false; // the menus are shown by their draw list
    Panel panel_;
    Editor editor_;
    EditorPanel editor_panel_;
    std::string notice_;
    double notice_left_ = 0;
    double until_look_ = 0;
    double until_step_ = 0;
    bool dirty_ = true;
    bool help_ = false;
    bool mirrored_ = false;
    bool ended_ = false;
    bool recorded_ = true; // as far as was asked for
    bool arranged_ = false;
};

} // namespace rondix::tool
