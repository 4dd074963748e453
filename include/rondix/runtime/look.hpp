// Look: how one thing appears at one instant, in numbers and colours that can be blended, so that a
// transition is nothing but a changing blend.
//
// Units: opacities and weights from 0 to 1, lengths in design units. Threads: any.
#pragma once

#include <array>
#include <cstddef>
#include <cstdint>

namespace rondix {

/// Shares from 0 to 1, not multiplied by the opacity.
struct Colour {
    float red = 0, green = 0, blue = 0, opacity = 1;
    friend constexpr bool operator==(const Colour&, const Colour&) = default;
};
inline constexpr Colour no_colour{0, 0, 0, 0};

/// From 0xRRGGBB.
constexpr Colour rgb(std::uint32_t value, float opacity = 1) {
    const auto part = [value](unsigned shift) {
        return static_cast<float>(value >> shift & 0xFF) / 255.0F;
    };
    return {part(16), part(8), part(0), opacity};
}

/// What a control can look like. Focused covers the pointer and keys alike.
enum class LookState : std::uint8_t { rest, focused, pressed, on, disabled };
inline constexpr std::size_t look_state_count = 5;

struct Look {
    Colour fill = no_colour;     ///< of the ground, where it begins,
    Colour fill_end = no_colour; ///< and where it ends; both alike for a plain one
    Colour border = no_colour;
    Colour shadow = no_colour;
    Colour ink{1, 1, 1, 1};     ///< of text
    Colour outline = no_colour; ///< round the letters
    Colour ink_shadow = no_colour;
    Colour tint{1, 1, 1, 1}; ///< pictures are multiplied by it
    float border_width = 0;
    float corner = 0; ///< radius
    float shadow_x = 0, shadow_y = 0, shadow_blur = 0;
    float outline_width = 0;
    float ink_shadow_x = 0, ink_shadow_y = 0;
    float scale = 1; ///< about the middle
    float shift_x = 0, shift_y = 0;
    float rotate = 0; ///< degrees, clockwise
    float opacity = 1;

    friend constexpr bool operator==(const Look&, const Look&) = default;
};

/// All that a Look consists of, for reading and blending it property by property.
inline constexpr std::array look_colours = {
    &Look::fill, &Look::fill_end, &Look::border,     &Look::shadow,
    &Look::ink,  &Look::outline,  &Look::ink_shadow, &Look::tint,
};
inline constexpr std::array look_numbers = {
    &Look::border_width, &Look::corner,        &Look::shadow_x,     &Look::shadow_y,
    &Look::shadow_blur,  &Look::outline_width, &Look::ink_shadow_x, &Look::ink_shadow_y,
    &Look::scale,        &Look::shift_x,       &Look::shift_y,      &Look::rotate,
    &Look::opacity,
};
static_assert(sizeof(Look) ==
              sizeof(Colour) * look_colours.size() + sizeof(float) * look_numbers.size());

/// How a change runs over its time: evenly, slow at its start, at its end, or at both.
enum class Ease : std::uint8_t { even, in, out, both };

struct Transition {
    std::uint16_t ms = 0;
    Ease ease = Ease::out;
};

/// How a screen enters or leaves.
struct ScreenTransition {
    enum class By : std::uint8_t { cut, fade, slide, grow };
    enum class From : std::uint8_t { left, right, top, bottom };
    By by = By::cut;
    From from = From::right;
    Transition time;
};

/// How much each state contributes to a look; the shares add up to 1.
using Shares = std::array<float, look_state_count>;

} // namespace rondix
