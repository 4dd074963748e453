// The grammar as tables for people, in Markdown: what scripts/docs puts into the docs.
#pragma once

#include <string>

namespace rondix {

/// All of them, each between `<!-- table: NAME -->` and `<!-- end -->`.
std::string grammar_tables();

} // namespace rondix
