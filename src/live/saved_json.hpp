// A saved menu state as a JSON value: of a file of its own, or of a line in a trace.
#pragma once

#include "rondix/saved_state.hpp"

#include <nlohmann/json.hpp>

namespace rondix::live {

using Json = nlohmann::ordered_json;

Json as_json(const SavedState& saved);

Status from_json(const Json& json, SavedState& saved);

} // namespace rondix::live
