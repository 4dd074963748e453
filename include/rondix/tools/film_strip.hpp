// FilmStrip: the screens that were passed, in order, each with the control that is pressed next and
// the move under it, ending in the trap, or where a walkthrough ends.
//
// Units: pixels. Errors: std::runtime_error for pictures of an impossible size. Threads: one at a
// time for all that draws.
#pragma once

#include "rondix/painter.hpp"
#include "rondix/picture_format.hpp"
#include "rondix/runtime/runner.hpp"

#include <memory>
#include <string>

namespace rondix {

struct FilmStripOptions {
    PictureFormat format = PictureFormat::png;
    int frame_width = 400; ///< in pixels; the height follows from the design size
    int columns = 3;       ///< frames side by side
    std::string title;
};

class FilmStrip {
  public:
    /// The Runner is started and stands still: no motion, no rows, the size of a frame.
    FilmStrip(const CompiledFlow& flow, const FilmStripOptions& options);
    ~FilmStrip();
    FilmStrip(const FilmStrip&) = delete;
    FilmStrip& operator=(const FilmStrip&) = delete;

    /// The one that goes through the moves.
    Runner& runner();

    /// A frame of what is shown now, before the move is made. `pressed` is marked; it may be
    /// no_control. `players`: it is the player's move, not that of the game or the clock.
    void add(const std::string& move, ControlId pressed, bool players);
    /// The last frame: what is shown now, and what that comes to.
    void end(const std::string& words, bool bad);

    /// The bytes of the picture.
    std::string finish();

  private:
    struct Parts;
    std::unique_ptr<Parts> parts_;
};

} // namespace rondix
