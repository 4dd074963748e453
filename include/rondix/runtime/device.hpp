// Device: what the player's input comes from. A pad and a finger have numbers, so that two of them
// do not get into each other's way.
//
// Threads: any.
#pragma once

#include <cstddef>
#include <cstdint>
#include <string_view>

namespace rondix {

enum class DeviceKind : std::uint8_t { keyboard, pad, pointer, touch };
inline constexpr std::size_t device_kind_count = 4;

/// Some kinds of devices, a bit each.
using DeviceSet = std::uint8_t;
constexpr DeviceSet set_of(DeviceKind kind) {
    return static_cast<DeviceSet>(1U << static_cast<unsigned>(kind));
}
inline constexpr DeviceSet default_devices = 0b0011; ///< keyboard and pad
inline constexpr DeviceSet all_devices = 0b1111;
/// As flow files have them: `keyboard`, `pad`, `mouse`, `touch`.
constexpr std::string_view name_of(DeviceKind kind) {
    constexpr std::string_view names[] = {"keyboard", "pad", "mouse", "touch"};
    return names[static_cast<std::size_t>(kind)];
}

struct Device {
    DeviceKind kind = DeviceKind::keyboard;
    std::uint8_t number = 0; ///< of a pad or finger, from 0 on; those from 8 on count as the last

    static const Device keyboard, mouse;
    static constexpr Device pad(std::uint8_t number) { return {DeviceKind::pad, number}; }
    static constexpr Device finger(std::uint8_t number) { return {DeviceKind::touch, number}; }

    friend constexpr bool operator==(const Device&, const Device&) = default;
};
inline constexpr Device Device::keyboard{DeviceKind::keyboard, 0};
inline constexpr Device Device::mouse{DeviceKind::pointer, 0};
inline constexpr std::uint8_t devices_of_a_kind = 8;

/// The last two are for shoulder buttons and such: they turn the pages of the current screen.
enum class Button : std::uint8_t {
    up,
    down,
    left,
    right,
    accept,
    back,
    menu,
    pages_back,
    pages_on,
};
inline constexpr std::size_t button_count = 9;

} // namespace rondix
