#include "rondix/tools/screen_pictures.hpp"

#include "draw/screens/frame_row.hpp"
#include "draw/screens/listed_sheet.hpp"
#include "draw/screens/state_sheet.hpp"
#include "draw/screens/tour.hpp"
#include "proof/budget.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

namespace rondix {

namespace {

class ScreenDrawer {
  public:
    ScreenDrawer(const FlowFile& file, const ScreenPictureOptions& options)
        : options_(options)
        , budget_(options.check)
        , flow_(*file.compiled)
        , tour_(flow_, options.check)
        , listed_(flow_) {}

    DrawnScreens draw(const std::function<bool(const ScreenPicture&)>& take) {
        DrawnScreens drawn;
        try {
            draw_all(drawn.missing, take);
        } catch (const Stopped& stopped) {
            drawn.stop = stopped.why;
        }
        return drawn;
    }

  private:
    void draw_all(std::vector<std::string>& missing,
                  const std::function<bool(const ScreenPicture&)>& take) {
        budget_.look("pictures", 0, flow_.screens.size());
        std::vector<ScreenId> shown;
        for (std::size_t i = 0; i < flow_.screens.size(); ++i) {
            const std::string name(flow_.text(flow_.screens[i].id));
            if (!wanted(name)) continue;
            if (!tour_.way(ScreenId(i))) {
                missing.push_back(name);
                continue;
            }
            if (!options_.states || has_buttons(ScreenId(i))) shown.push_back(ScreenId(i));
        }
        for (const PictureSize size : options_.sizes) {
            tour_.resize(size, options_.mirrored);
            for (const ScreenId id : shown) {
                budget_.look("pictures", index(id), flow_.screens.size());
                if (!take(draw_one(id, size))) return;
                if (!draw_pages(id, size, take)) return;
            }
        }
    }

    bool wanted(const std::string& name) const {
        const bool built_in = name.find('/') != std::string::npos;
        if (options_.screens.empty()) return !built_in;
        return std::find(options_.screens.begin(), options_.screens.end(), name) !=
               options_.screens.end();
    }

    bool has_buttons(ScreenId id) const {
        const IndexRange controls = flow_[id].controls;
        return std::any_of(flow_.controls.begin() + controls.begin,
                           flow_.controls.begin() + controls.end(),
                           [](const Control& control) { return is_usable_kind(control.kind); });
    }

    ScreenPicture draw_one(ScreenId id, PictureSize size) {
        const std::string name(flow_.text(flow_[id].id));
        if (options_.states) return {name + "-states" + ending(size), draw_states(id)};
        if (!options_.times.empty()) return {name + "-enters" + ending(size), draw_times(id, size)};
        tour_.go(id);
        return {name + ending(size), picture(size)};
    }

    /// The further pages of a screen, each a picture of its own: `options-sound`.
    bool draw_pages(ScreenId id, PictureSize size,
                    const std::function<bool(const ScreenPicture&)>& take) {
        if (options_.states || !options_.times.empty()) return true;
        for (std::size_t p = 0; p < flow_.pages.size(); ++p) {
            const Pages& pages = flow_.pages[p];
            for (std::uint32_t page = 1; pages.screen == id && page < pages.names.count; ++page) {
                tour_.go(id);
                for (std::uint32_t i = 0; i < page; ++i)
                    tour_.step(Move::turn(PagesId(p), next_page));
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

    std::string picture(PictureSize size) {
        tour_.say_what_runs();
        if (options_.draw_list) return draw::listed_sheet(tour_, listed_, renderer_, size);
        return tour_.painter.picture(options_.format, tour_.runner.canvas(), tour_.runner.view(),
                                     size.width, size.height);
    }

    std::string draw_states(ScreenId id) {
        Runner& runner = tour_.runner;
        const draw::Sheet sheet = draw::state_sheet(runner, id, runner.canvas().scale);
        tour_.painter.set_stand_in("");
        const auto pixels = [&](float units) {
            return static_cast<int>(std::ceil(units * sheet.canvas.scale));
        };
        return tour_.painter.picture(options_.format, sheet.canvas, sheet.items,
                                     pixels(sheet.canvas.size.width),
                                     pixels(sheet.canvas.size.height));
    }

    /// Frames side by side, each as large as a whole picture.
    std::string draw_times(ScreenId id, PictureSize size) {
        draw::Frames frames(size, options_.times.size());
        Runner& runner = tour_.runner;
        for (const double time : options_.times) {
            tour_.go(id, 1);
            runner.set_motion(true);
            if (!tour_.way(id)->empty()) {
                runner.replay(tour_.way(id)->back());
                runner.take_effects();
            }
            tour_.show_progress();
            runner.advance(time);
            tour_.say_what_runs();
            frames.add(tour_.painter, runner, fmt::format("{:g} s", time));
        }
        return frames.finish();
    }

    const ScreenPictureOptions& options_;
    Budget budget_;
    const CompiledFlow& flow_;
    draw::Tour tour_;
    draw::ListedFlow listed_;
    draw::ListPixels renderer_;
};

} // namespace

DrawnScreens draw_screens(const FlowFile& file, const ScreenPictureOptions& options,
                          const std::function<bool(const ScreenPicture&)>& take) {
    if (!file.compiled) return {};
    return ScreenDrawer(file, options).draw(take);
}

} // namespace rondix
