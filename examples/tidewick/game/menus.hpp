// Menus: everything between the game and Rondix. The flow is packed into the program, its names are
// checked by the compiler; devices, sounds, window, settings and trace are what Rondix brings
// along. The game hears what it has to do (load, quit, write the log ...) and tells what happened.
#pragma once

#include "tidewick.ids.hpp"

#include "../../renderers/sdl2_renderer.hpp"
#include "rondix/conformance.hpp"
#include "rondix/draw_list.hpp"
#include "rondix/packed_pictures.hpp"
#include "rondix/runtime/packed_flow.hpp"
#include "rondix/sdl2.hpp"
#include "rondix/settings_file.hpp"
#include "rondix/trace.hpp"

#include <functional>
#include <optional>
#include <string>
#include <vector>

namespace tidewick {

struct MenusOptions {
    std::string folder;   ///< of art and sounds; ends in '/'
    std::string settings; ///< file
    std::string trace;    ///< file, or none
    std::string pictures; ///< file of the packed pictures
};

class Menus {
  public:
    /// What the game is for the menus.
    struct Game {
        std::function<void(rondix::SceneId, rondix::LoadTicket)> load;
        std::function<void(rondix::RequestTicket)> write_log;
        std::function<void(std::size_t)> throw_overboard; ///< a crate of the hold
        std::function<void(std::string_view)> say;        ///< a line for the captain
        std::function<void()> quit;
    };

    /// status() says why there are no menus, if there are none.
    Menus(SDL_Window* window, SDL_Renderer* renderer, const MenusOptions& options, Game game);
    const rondix::Status& status() const { return status_; }

    void start();
    /// An event of SDL; false when it is the game's.
    bool feed(const SDL_Event& event) { return input_->feed(event); }
    /// Time passes, and what the menus want is done.
    void advance(double seconds);
    /// With a line for the captain, which may be empty.
    void draw(std::string_view note);
    /// Settings that are not written yet, and the end of the trace.
    void finish();

    /// The crates that the hold's list shows.
    void show_hold(const std::vector<std::string_view>& crates);
    /// In knots, and as a share of what she can do.
    void show_speed(double knots, double share);

    rondix::Runner& runner() { return *runner_; }
    rondix::sdl2::Input& input() { return *input_; }
    bool game_runs() const { return rondix::runs(flow_, runner_->menu_state()); }
    std::uint16_t setting(rondix::SettingId id) const { return runner_->value_of(id); }
    /// How long the Runner took in the last frame, in seconds: all but the painting.
    double cost() const { return cost_; }

  private:
    void load_looks(const std::string& pictures);
    rondix::Item note_item(std::string_view note) const;
    void obey(const rondix::Effect& effect);
    void tell(std::span<const rondix::Breach> breaches);
    void follow_volumes();
    void count_crates();
    static rondix::ListRow crate_row(void* menus, std::uint32_t row);

    rondix::CompiledFlow flow_;
    rondix::Status status_;
    Game game_;
    std::optional<rondix::Runner> runner_;
    std::vector<std::vector<std::byte>> files_; // of pictures and fonts
    rondix::PackedPictures pictures_;
    std::optional<rondix::DrawList> list_;
    std::optional<Sdl2Renderer> renderer_;
    std::vector<rondix::Item> items_;
    std::optional<rondix::sdl2::Input> input_;
    std::optional<rondix::sdl2::Sounds> sounds_;
    std::optional<rondix::sdl2::Display> display_;
    std::optional<rondix::SettingsFile> kept_;
    std::optional<rondix::Trace> trace_;
    std::optional<rondix::Conformance> watch_;
    std::vector<std::string_view> hold_;
    double cost_ = 0;
};

} // namespace tidewick
