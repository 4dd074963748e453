// Manual pages, as `man` reads them (man(7) of groff), made of what the commands declare.
#pragma once

#include "command.hpp"

#include <string>

namespace rondix::tool {

/// Of one command.
std::string manual_page(const Declared& command, const Commands& all);
/// Of the tool: what its commands have in common, and a line for each.
std::string manual_page_of_all(const Declared& common, const Commands& all);

} // namespace rondix::tool
