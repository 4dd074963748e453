// DrawList: what Runner::view() gives as triangles, textures and clip rectangles, for a renderer
// that a game has already. Text, pictures, corners, borders, shadows and smooth edges are all
// triangles with a colour and a place in a texture; a screen is a few draw calls.
//
//     for (const rondix::TextureUpdate& one : drawn.updates) renderer.update(one);
//     for (const rondix::DrawBatch& batch : drawn.batches) renderer.draw(batch);
//
// A renderer multiplies each texel by the colour of the vertex and blends it over what is there:
// new = alpha · colour + (1 - alpha) · old, with colours that are not multiplied by alpha. Textures
// are filtered bilinearly and end at their edges.
//
// Units: pixels of the window, y pointing down; textures from 0 to 1. Lifetime: what draw() returns
// lasts until the next call. Errors: none; a letter that no font has, and a picture without pixels,
// are left out. Cost: nothing is allocated once what is shown has been shown before; what the view
// shows first is shaped and drawn into a texture then. Threads: that of the Runner.
#pragma once

#include "rondix/runtime/canvas.hpp"
#include "rondix/runtime/compiled_flow.hpp"
#include "rondix/runtime/item.hpp"
#include "rondix/runtime/text_measurer.hpp"

#include <cstddef>
#include <cstdint>
#include <memory>
#include <span>
#include <string_view>

namespace rondix {

struct DrawVertex {
    float x = 0, y = 0;
    float u = 0, v = 0;
    std::uint8_t red = 0, green = 0, blue = 0, alpha = 0;
};

/// Whole pixels.
struct PixelArea {
    int x = 0, y = 0, width = 0, height = 0;
    friend constexpr bool operator==(const PixelArea&, const PixelArea&) = default;
};

/// Triangles in one texture: three indices each, which count from `first_vertex`.
struct DrawBatch {
    std::uint32_t first_index = 0, indices = 0;
    std::uint32_t first_vertex = 0, vertices = 0;
    std::uint16_t texture = 0;
    PixelArea clip; ///< nothing is to be drawn outside of it
};

/// Pixels that a texture is to have from here on; they last as long as the rest.
struct TextureUpdate {
    std::uint16_t texture = 0;
    /// Made anew in this size, and what it had is gone; without a size it is not used any more.
    bool is_new = false;
    int width = 0, height = 0;            ///< of the texture
    PixelArea area;                       ///< in it
    const std::uint8_t* pixels = nullptr; ///< four bytes each: red, green, blue, alpha
    int stride = 0;                       ///< bytes from row to row
};

struct Drawn {
    std::span<const TextureUpdate> updates; ///< to be made before anything is drawn
    std::span<const DrawBatch> batches;     ///< in drawing order
    std::span<const DrawVertex> vertices;
    std::span<const std::uint16_t> indices;
};

/// Where pictures come from: the game's own loader, or what the tool has read.
struct PictureSource {
    void* context = nullptr;
    /// In design units; empty: it cannot be shown.
    Size (*size)(void* context, PictureId picture) = nullptr;
    /// Fills `width` times `height` pixels, four bytes each, red, green, blue and alpha, not
    /// multiplied. False: it cannot be shown.
    bool (*pixels)(void* context, PictureId picture, int width, int height,
                   std::uint8_t* to) = nullptr;
};

/// In pixels.
struct DrawLimits {
    int page = 2048;    ///< side of a texture that letters and pictures share
    int pages = 2;      ///< such textures at most; when they are full, they are begun anew
    int picture = 4096; ///< longest side of a picture that has a texture of its own
    /// Of all such pictures together; what was not used for longest makes room.
    int pictures = 24 << 20;
};

class DrawList {
  public:
    explicit DrawList(const CompiledFlow& flow, PictureSource pictures = {},
                      DrawLimits limits = {});
    ~DrawList();
    DrawList(const DrawList&) = delete;
    DrawList& operator=(const DrawList&) = delete;

    /// A font by the name that the flow gives it. Its file (TrueType or OpenType) stays in memory
    /// as long as the draw list. Letters that a font lacks come from the others, in their order.
    /// False: it is no font.
    bool add_font(std::string_view name, bool bold, std::span<const std::byte> file);

    /// For Runner::set_text_measurer(): lasts as long as the draw list.
    TextMeasurer text_measurer();

    /// In the window that the canvas was made for.
    const Drawn& draw(const Canvas& canvas, std::span<const Item> items);

    /// The last one again, without updates: while nothing changes, Runner::needs_redraw().
    const Drawn& again();

    /// A picture looks otherwise from here on: one of the game's own, say.
    void forget(PictureId picture);
    /// The renderer has lost its textures: each is given again.
    void forget_textures();

  private:
    struct Parts;
    std::unique_ptr<Parts> parts_;
};

} // namespace rondix
