// Pictures of the screens of a flow: each as the player sees it after the shortest way to it, what
// lies beneath included; its controls in all their states; and how it comes in.
//
// Units: pixels. Errors: std::runtime_error for pictures of an impossible size. Cost: each screen
// is drawn in each of its states, within the options. Threads: one at a time for all that draws.
#pragma once

#include "rondix/picture_format.hpp"
#include "rondix/tools/check.hpp"

#include <functional>
#include <string>
#include <vector>

namespace rondix {

struct PictureSize {
    int width = 1280, height = 720; ///< in pixels
};

struct ScreenPictureOptions {
    PictureFormat format = PictureFormat::png;
    std::vector<PictureSize> sizes = {{}};
    std::vector<std::string> screens = {}; ///< empty: all that are shown somewhere
    bool states = false; ///< sheets of the controls' states, instead of the screens
    /// Sheets of what the Painter draws, what a renderer makes of the draw list (draw_list.hpp),
    /// and where they differ, instead of the screens: PNG.
    bool draw_list = false;
    std::vector<double> times = {}; ///< frames of the screen's coming in, at these seconds: a PNG
    bool mirrored = false;          ///< right to left
    CheckOptions check = {};
};

struct ScreenPicture {
    std::string name; ///< of a file, without its ending: `title-1280x720`
    std::string bytes;
};

/// The screens that could not be drawn, because they are never shown; and the limit of
/// `options.check` that was reached before all were drawn.
struct DrawnScreens {
    std::vector<std::string> missing;
    Stop stop = Stop::nothing;
};

/// Draws them one by one; ends early when `take` says false.
DrawnScreens draw_screens(const FlowFile& file, const ScreenPictureOptions& options,
                          const std::function<bool(const ScreenPicture&)>& take);

} // namespace rondix
