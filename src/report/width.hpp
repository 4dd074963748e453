// How many columns of a terminal a text takes: wide letters two, marks that stand over others none,
// switches of colour none.
#pragma once

#include <cstddef>
#include <string_view>

namespace rondix {

std::size_t width_of(std::string_view text);

} // namespace rondix
