// The form of flow files as a JSON Schema (draft 07), for editors that complete and check while one
// types. It knows keys, words and how steps are written; names are for `rondix check`.
//
// Lifetime: as long as the program. Cost: made once, when it is first asked for. Threads: any.
#pragma once

#include <string_view>

namespace rondix {

std::string_view flow_schema();

} // namespace rondix
