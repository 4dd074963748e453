#include "rondix/screen_pictures.hpp"

#include "draw/afresh.hpp"
#include "draw/screens/frames.hpp"
#include "draw/screens/sample_keys.hpp"
#include "draw/screens/sample_rows.hpp"
#include "draw/screens/state_sheet.hpp"
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
        , runner_(flow_)
        , ways_(ways_to_screens(flow_, options.check)) {
        rows_.fill(runner_);
        keys_.give(runner_);
    }

    std::vector<std::string> draw(const std::function<bool(const ScreenPicture&)>& take) {
        std::vector<std::string> missing;
        std::vector<ScreenId> shown;
        for (std::size_t i = 0; i < flow_.screens.size(); ++i) {
            const std::string name(flow_.text(flow_.screens[i].id));
            if (!wanted(name)) continue;
            if (!ways_[i]) {
                missing.push_back(name);
                continue;
            }
            if (!options_.states || has_buttons(ScreenId(i))) shown.push_back(ScreenId(i));
        }
        for (const PictureSize size : options_.sizes) {
            prepare(size);
            for (const ScreenId id : shown) {
                if (!take(draw_one(id, size))) return missing;
                if (!draw_pages(id, size, take)) return missing;
            }
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

    bool has_buttons(ScreenId id) const {
        const Range controls = flow_[id].controls;
        return std::any_of(flow_.controls.begin() + controls.begin,
                           flow_.controls.begin() + controls.end(),
                           [](const Control& control) { return is_usable_kind(control.kind); });
    }

    ScreenPicture draw_one(ScreenId id, PictureSize size) {
        const std::string name(flow_.text(flow_[id].id));
        if (options_.states) return {name + "-states" + ending(size), draw_states(id)};
        if (!options_.times.empty()) return {name + "-enters" + ending(size), draw_times(id, size)};
        go(id, 0);
        return {name + ending(size), picture(size)};
    }

    /// The further pages of a screen, each a picture of its own: `options-sound`.
    bool draw_pages(ScreenId id, PictureSize size,
                    const std::function<bool(const ScreenPicture&)>& take) {
        if (options_.states || !options_.times.empty()) return true;
        for (std::size_t p = 0; p < flow_.pages.size(); ++p) {
            const Pages& pages = flow_.pages[p];
            for (std::uint32_t page = 1; pages.screen == id && page < pages.names.count; ++page) {
                go(id, 0);
                for (std::uint32_t i = 0; i < page; ++i) step(Move::turn(PagesId(p), next_page));
                const auto name = flow_.text(flow_.words[pages.names.begin + page]);
                if (!take({fmt::format("{}-{}{}", flow_.text(flow_[id].id), name, ending(size)),
                           picture(size)}))
                    return false;
            }
        }
        return true;
    }

    std::string ending(PictureSize size) const {
        return options_.sizes.size() > 1 ? fmt::format("-{}x{}", size.width, size.height) : "";
    }

    void prepare(PictureSize size) {
        runner_.set_ruler(painter_.ruler());
        runner_.resize(static_cast<float>(size.width), static_cast<float>(size.height));
        runner_.set_mirrored(options_.mirrored);
    }

    /// Goes the way to a screen from the start, but for its last moves.
    void go(ScreenId id, std::size_t but) {
        runner_.set_motion(false);
        draw::start_afresh(runner_);
        const std::vector<Move>& way = *ways_[index(id)];
        for (std::size_t i = 0; i + but < way.size(); ++i) step(way[i]);
        show_progress();
    }

    void step(Move move) {
        runner_.replay(move);
        runner_.take_effects();
        runner_.advance(Runner::settling_time);
    }

    /// A load on its way is shown when it is half done.
    void show_progress() { runner_.load_progress(runner_.ticket(), 0.5F); }

    void say_what_runs() {
        const Situation& now = runner_.situation();
        const bool loaded = now.phase() == Phase::loaded;
        painter_.set_stand_in(
            loaded ? fmt::format("the game: {}", flow_.text(flow_[now.scene()].id)) : "");
    }

    std::string picture(PictureSize size) {
        say_what_runs();
        return painter_.picture(options_.format, runner_.canvas(), runner_.view(), size.width,
                                size.height);
    }

    std::string draw_states(ScreenId id) {
        const draw::Sheet sheet = draw::state_sheet(runner_, id, runner_.canvas().scale);
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
            go(id, 1);
            runner_.set_motion(true);
            if (!ways_[index(id)]->empty()) {
                runner_.replay(ways_[index(id)]->back());
                runner_.take_effects();
            }
            show_progress();
            runner_.advance(time);
            say_what_runs();
            frames.add(painter_, runner_, fmt::format("{:g} s", time));
        }
        return frames.finish();
    }

    const ScreenPictureOptions& options_;
    const CompiledFlow& flow_;
    Painter painter_;
    Runner runner_;
    draw::SampleRows rows_;
    draw::SampleKeys keys_;
    std::vector<std::optional<std::vector<Move>>> ways_;
};

} // namespace

std::vector<std::string> draw_screens(const FlowFile& file, const ScreenPictureOptions& options,
                                      const std::function<bool(const ScreenPicture&)>& take) {
    if (!file.compiled) return {};
    return ScreenDrawer(file, options).draw(take);
}

} // namespace rondix
