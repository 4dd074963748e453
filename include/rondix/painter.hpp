// Painter: draws what Runner::view() gives, with Cairo and Pango. A game may use it, or draw the
// items with what it has; the tool's pictures and its window are drawn by it, so they are the same.
#pragma once

#include "rondix/picture_format.hpp"
#include "rondix/runner.hpp"

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

/// Draws one flow. Fonts are those of the flow and DejaVu; a font or picture that is missing is
/// left out or replaced, and named by faults().
class Painter {
  public:
    /// Whose pictures they are. Some SVG takes minutes or all memory to draw. That of strangers is
    /// first tried in a process of its own: where it takes more than two seconds or a gigabyte, it
    /// is a fault. This is for tools; a game knows its own pictures.
    enum class Pictures : std::uint8_t { own, of_strangers };

    /// Pictures are looked for from `folder`, which is empty or ends in '/': that of a packed flow.
    explicit Painter(const CompiledFlow& flow, const std::string& folder = "",
                     Pictures pictures = Pictures::own);
    ~Painter();
    Painter(const Painter&) = delete;
    Painter& operator=(const Painter&) = delete;

    /// For Runner::set_text_measurer(): lasts as long as the Painter.
    TextMeasurer text_measurer();

    /// Fills all of `to`; what the canvas does not reach is black.
    void paint(const Canvas& canvas, std::span<const Item> items, const Pixels& to);
    /// Draws over what is there: the game's own picture.
    void paint_over(const Canvas& canvas, std::span<const Item> items, const Pixels& to);

    /// The same as the bytes of a file.
    std::string picture(PictureFormat format, const Canvas& canvas, std::span<const Item> items,
                        int width, int height);

    /// What is seen where the game is, for pictures without a game: hatching, and this text.
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
