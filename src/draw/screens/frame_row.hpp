// Pictures side by side, each with a line under it: frames of a transition, say.
#pragma once

#include "rondix/painter.hpp"
#include "rondix/tools/screen_pictures.hpp"

namespace rondix::draw {

class Frames {
  public:
    Frames(PictureSize size, std::size_t count);
    ~Frames();
    Frames(const Frames&) = delete;
    Frames& operator=(const Frames&) = delete;

    /// Draws what the Runner shows now as the next frame.
    void add(Painter& painter, Runner& runner, const std::string& caption);
    /// The next frame has these pixels.
    void add(const Pixels& pixels, const std::string& caption);
    /// The PNG.
    std::string finish();

  private:
    struct Parts;
    std::unique_ptr<Parts> parts_;
};

} // namespace rondix::draw
