// Packing: a compiled flow as the image that packed_flow.hpp opens.
#pragma once

#include "rondix/compiled_flow.hpp"

#include <string>

namespace rondix {

/// The same flow gives the same bytes.
std::string pack(const CompiledFlow& flow);

/// An image as C++, to be compiled into a game: `alignas(16) constexpr unsigned char NAME[]`.
std::string pack_as_cpp(const std::string& image, const std::string& name);

} // namespace rondix
