// So many of something, in words: "1 screen", "3 screens".
#pragma once

#include <cstddef>
#include <string>
#include <string_view>

namespace rondix {

inline std::string counted(std::size_t count, std::string_view one, std::string_view many) {
    return std::to_string(count) + " " + std::string(count == 1 ? one : many);
}

} // namespace rondix
