#include "rondix/screen_pictures.hpp"

#include "draw/frames.hpp"
#include "draw/state_sheet.hpp"
#include "rondix/painter.hpp"
#include "rondix/ways.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

namespace rondix {

namespace {

class ScreenDrawer {
  public:
    ScreenDrawer(const FlowFile& file, const ScreenPictureOptions& options)
        : options_(options)
        , flow_(*file.compiled)
        , painter_(flow_)
        , ways_(ways_to_screens(flow_, options.check)) {}

    std::vector<std::string> draw(const std::function<bool(const ScreenPicture&)>& take) {
        std::vector<std::string> missing;
        for (std::size_t i = 0; i < flow_.screens.size(); ++i) {
            const std::string name(flow_.text(flow_.screens[i].id));
            if (!wanted(name)) continue;
            if (!ways_[i]) {
                missing.push_back(name);
                continue;
            }
            for (const PictureSize size : options_.sizes)
                if (!take(draw_one(ScreenId(i), name, size))) return missing;
        }
        return missing;
    }

  private:
    bool wanted(const std::string& name) const {
        const bool built_in = name.find('/') != std::string::npos;
        if (options_.screens.empty()) return !built_in;
        return std::find(options_.screens.begin(), options_.screens.end(), name) !=
               options_.screens.end();
    }

    ScreenPicture draw_one(ScreenId id, const std::string& name, PictureSize size) {
        const std::string ending =
            options_.sizes.size() > 1 ? fmt::format("-{}x{}", size.width, size.height) : "";
        if (options_.states) return {name + "-states" + ending, draw_states(id, size)};
        if (!options_.times.empty()) return {name + "-enters" + ending, draw_times(id, size)};
        Runner runner(flow_);
        prepare(runner, size);
        go(runner, id, 0);
        return {name + ending, picture(runner, size)};
    }

    void prepare(Runner& runner, PictureSize size) {
        runner.set_ruler(painter_.ruler());
        runner.resize(static_cast<float>(size.width), static_cast<float>(size.height));
        runner.set_mirrored(options_.mirrored);
        runner.set_motion(false);
        runner.start();
    }

    /// Goes the way to a screen but for its last moves.
    void go(Runner& runner, ScreenId id, std::size_t but) {
        const std::vector<Move>& way = *ways_[index(id)];
        for (std::size_t i = 0; i + but < way.size(); ++i) step(runner, way[i]);
        show_progress(runner);
    }

    void step(Runner& runner, Move move) const {
        runner.replay(move);
        runner.take_effects();
        runner.advance(Runner::settling_time);
    }

    /// A load on its way is shown when it is half done.
    static void show_progress(Runner& runner) { runner.load_progress(runner.ticket(), 0.5F); }

    void say_what_runs(const Runner& runner) {
        const Situation& now = runner.situation();
        const bool loaded = now.phase() == Phase::loaded;
        painter_.set_stand_in(
            loaded ? fmt::format("the game: {}", flow_.text(flow_[now.scene()].id)) : "");
    }

    std::string picture(Runner& runner, PictureSize size) {
        say_what_runs(runner);
        return painter_.picture(options_.format, runner.canvas(), runner.view(), size.width,
                                size.height);
    }

    std::string draw_states(ScreenId id, PictureSize size) {
        Runner runner(flow_);
        prepare(runner, size);
        const draw::Sheet sheet = draw::state_sheet(runner, id, runner.canvas().scale);
        painter_.set_stand_in("");
        const auto pixels = [&](float units) {
            return static_cast<int>(std::ceil(units * sheet.canvas.scale));
        };
        return painter_.picture(options_.format, sheet.canvas, sheet.items,
                                pixels(sheet.canvas.size.width), pixels(sheet.canvas.size.height));
    }

    /// Frames side by side, each as large as a whole picture.
    std::string draw_times(ScreenId id, PictureSize size) {
        draw::Frames frames(size, options_.times.size());
        for (const double time : options_.times) {
            Runner runner(flow_);
            prepare(runner, size);
            go(runner, id, 1);
            runner.set_motion(true);
            if (!ways_[index(id)]->empty()) {
                runner.replay(ways_[index(id)]->back());
                runner.take_effects();
            }
            show_progress(runner);
            runner.advance(time);
            say_what_runs(runner);
            frames.add(painter_, runner, fmt::format("{:g} s", time));
        }
        return frames.finish();
    }

    const ScreenPictureOptions& options_;
    const CompiledFlow& flow_;
    Painter painter_;
    std::vector<std::optional<std::vector<Move>>> ways_;
};

} // namespace

std::vector<std::string> draw_screens(const FlowFile& file, const ScreenPictureOptions& options,
                                      const std::function<bool(const ScreenPicture&)>& take) {
    if (!file.compiled) return {};
    return ScreenDrawer(file, options).draw(take);
}

} // namespace rondix
