// What a build makes of a flow: the image that packed_flow.hpp opens, and its names as C++ or C.
//
// Errors: none; the flow has passed verify(). Cost: linear in the flow. Threads: any.
#pragma once

#include "rondix/runtime/compiled_flow.hpp"

#include <string>

namespace rondix {

/// The same flow gives the same bytes. Pictures and sounds in `folder`, which ends in '/', are
/// named as they stand in it, so that no path of the machine where it was packed is left.
std::string pack(const CompiledFlow& flow, const std::string& folder = "");

/// An image as C++, to be compiled into a game: `alignas(16) constexpr unsigned char NAME[]`.
std::string pack_as_cpp(const std::string& image, const std::string& name);
/// As C, which is C++ as well.
std::string pack_as_c(const std::string& image, const std::string& name);

/// The names of a flow as constants, `screens::title`, `controls::title::cast_off`, in a namespace:
/// that of the game's name where none is given.
std::string ids_as_cpp(const CompiledFlow& flow, const std::string& name_space = "");
/// As enumerators of C, `tidewick_ferry_controls_title_cast_off`, which begin with the game's name
/// where no other is given.
std::string ids_as_c(const CompiledFlow& flow, const std::string& prefix = "");

} // namespace rondix
