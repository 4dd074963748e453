// check_looks(): what is wrong with how a flow looks: what stands where it cannot be seen or
// pressed, what cannot be read, what is not there.
//
// Places are asked for every window size that is named, and once more with all texts a third
// longer, as translations are. Colours are taken from pictures, so that the screens beneath a text
// counts, whatever it is: the contrast of a text is that of its letters with the ground at its
// worst place but for a few specks (one pixel in twenty). What the game itself shows may be
// anything: both black and white are tried.
//
// Sources: W3C, Web Content Accessibility Guidelines 2.2 (2023): contrast 1.4.3, target size 2.5.8,
// the look of the focus 2.4.13; the contrast ratio as it is defined there.
//
// Errors: a limit that is reached is in Found. Cost: lays out and draws each screen for each window
// size. Threads: one at a time for all that draws.
#pragma once

#include "rondix/tools/check.hpp"
#include "rondix/tools/found.hpp"
#include "rondix/tools/screen_pictures.hpp"

#include <vector>

namespace rondix {

struct LookCheckOptions {
    /// Of windows. Empty: 960x540, 1280x720 and 2560x1440, and the design size of portrait windows
    /// where the flow says something for those.
    std::vector<PictureSize> sizes = {};
    bool pictures = true; ///< false: places and files alone, which is quicker
    CheckOptions check = {};
};

/// In the order of the file. Nothing for a flow that has no tables.
Found check_looks(const FlowFile& file, const LookCheckOptions& options = {});

} // namespace rondix
