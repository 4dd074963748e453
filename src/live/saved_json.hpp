// A saved menu state as a JSON value: of a file of its own, or of a line in a trace.
#pragma once

#include "rondix/saved_state.hpp"

#include <nlohmann/json.hpp>

namespace rondix::live {

using Json = nlohmann::ordered_json;

Json as_json(const SavedState& saved);

/// Nothing where it is none, and `fault` says why.
std::optional<SavedState> from_json(const Json& json, std::string& fault);

} // namespace rondix::live
