// Painter: draws what Runner::view() gives, with Cairo and Pango. A game may use it, or draw the
// items with its own renderer; the tool's pictures and its window are drawn by it.
//
// Units: design units; pixels where it says so. Errors: std::runtime_error for pictures of an
// impossible size; missing fonts and pictures are in faults(). Cost: fonts and pictures are loaded
// when they are first drawn. Threads: one at a time for all Painters, which share fonts.
#pragma once

#include "rondix/picture_format.hpp"
#include "rondix/runtime/runner.hpp"

#include <memory>
#include <span>
#include <string>
#include <vector>

namespace rondix {

/// Pixels in memory: 32 bits each, 0xAARRGGBB in the machine's order, colours multiplied by
/// opacity.
struct Pixels {
    void* data = nullptr;
    int width = 0, height = 0;
    int stride = 0; ///< bytes from row to row
};

/// Draws one flow. Fonts are those of the flow and DejaVu; a missing font is replaced, a missing
/// picture omitted, and faults() lists both.
class Painter {
  public:
    /// Whose pictures they are. Some SVG takes minutes or all memory to draw. Those of strangers
    /// are first tried in another process: more than two seconds or a gigabyte is a fault. This is
    /// for tools; a game knows its own pictures.
    enum class Pictures : std::uint8_t { own, of_strangers };

    /// Pictures are looked for from `folder`, which is empty or ends in '/': that of a packed flow.
    explicit Painter(const CompiledFlow& flow, const std::string& folder = "",
                     Pictures pictures = Pictures::own);
    ~Painter();
    Painter(const Painter&) = delete;
    Painter& operator=(const Painter&) = delete;

    /// For Runner::set_text_measurer(): lasts as long as the Painter.
    TextMeasurer text_measurer();

    /// Fills all of `to`; outside the canvas it is black.
    void paint(const Canvas& canvas, std::span<const Item> items, const Pixels& to);
    /// Draws over the present content, the game's own picture.
    void paint_over(const Canvas& canvas, std::span<const Item> items, const Pixels& to);

    /// The same as a file in memory.
    std::string picture(PictureFormat format, const Canvas& canvas, std::span<const Item> items,
                        int width, int height);

    /// A picture of the game's own (own_picture()), as large as these pixels, which are copied.
    /// Until it is set, nothing is drawn where it stands.
    void set_picture(std::uint16_t number, const Pixels& pixels);

    /// What stands for the game, in pictures without one: hatching and this text.
    void set_stand_in(std::string text);

    /// A picture or font that cannot be used, by its place in the table of Looks.
    struct Fault {
        enum class Of : std::uint8_t { picture, font };
        Of of{};
        std::size_t number = 0;
        std::string why;
    };
    std::vector<Fault> faults();

  private:
    struct Parts;
    std::unique_ptr<Parts> parts_;
};

} // namespace rondix
