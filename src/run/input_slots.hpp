// Input slots: the rows in which the Runner keeps what each device holds down, and the device whose
// input is being answered.
#pragma once

#include "rondix/runtime/device.hpp"

#include <algorithm>
#include <optional>

namespace rondix {

constexpr std::uint8_t number_of(Device device) {
    return std::min<std::uint8_t>(device.number, devices_of_a_kind - 1);
}

/// The keyboard and the pointer come first, then pads and fingers by their numbers.
constexpr std::size_t hand_of(Device device) {
    const bool one_of_many = device.kind == DeviceKind::pad || device.kind == DeviceKind::touch;
    return one_of_many ? 1 + std::size_t{number_of(device)} : 0;
}

constexpr bool is_direction(Button button) {
    return button <= Button::right;
}

/// Says for a while whose input is being answered.
class Acting {
  public:
    Acting(std::optional<Device>& who, Device by)
        : who_(who) {
        who_ = by;
    }
    ~Acting() { who_.reset(); }
    Acting(const Acting&) = delete;
    Acting& operator=(const Acting&) = delete;

  private:
    std::optional<Device>& who_;
};

} // namespace rondix
