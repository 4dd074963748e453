// Tour: a Runner and a Painter that go to one screen after the other by the shortest ways, with
// sample rows and keys, so that each can be drawn as the player sees it there.
#pragma once

#include "draw/afresh.hpp"
#include "draw/screens/sample_keys.hpp"
#include "rondix/painter.hpp"
#include "rondix/tools/screen_pictures.hpp"
#include "rondix/tools/ways.hpp"
#include "walk/sample_rows.hpp"

#include <fmt/format.h>

namespace rondix::draw {

class Tour {
  public:
    Tour(const CompiledFlow& flow, const CheckOptions& options)
        : painter(flow, "", Painter::Pictures::of_strangers)
        , runner(flow)
        , ways_(ways_to_screens(flow, options)) {
        rows_.fill(runner);
        keys_.give(runner);
        runner.set_text_measurer(painter.text_measurer());
    }

    /// Nothing for a screen that is never shown.
    const std::optional<std::vector<Move>>& way(ScreenId id) const { return ways_[index(id)]; }

    void resize(PictureSize size, bool mirrored = false) {
        runner.resize(static_cast<float>(size.width), static_cast<float>(size.height));
        runner.set_mirrored(mirrored);
    }

    /// Goes the way to a screen from the start, but for its last moves.
    void go(ScreenId id, std::size_t but = 0) {
        runner.set_motion(false);
        start_afresh(runner);
        const std::vector<Move>& moves = *way(id);
        for (std::size_t i = 0; i + but < moves.size(); ++i) step(moves[i]);
        show_progress();
    }

    void step(Move move) {
        runner.replay(move);
        runner.take_effects();
        runner.advance(Runner::settling_time);
    }

    /// A load on its way is shown when it is half done.
    void show_progress() { runner.report_progress(runner.load_ticket(), 0.5F); }

    /// What stands in for the game, where it is seen.
    void say_what_runs() {
        const MenuState& now = runner.menu_state();
        const CompiledFlow& flow = runner.flow();
        painter.set_stand_in(now.phase() == Phase::loaded
                                 ? fmt::format("the game: {}", flow.text(flow[now.scene()].id))
                                 : "");
    }

    Painter painter;
    Runner runner;

  private:
    SampleRows rows_;
    SampleKeys keys_;
    std::vector<std::optional<std::vector<Move>>> ways_;
};

} // namespace rondix::draw
