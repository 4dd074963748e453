// A saved situation as a JSON value: of a file of its own, or of a line in a trace.
#pragma once

#include "rondix/saved_situation.hpp"

#include <nlohmann/json.hpp>

namespace rondix::live {

using Json = nlohmann::ordered_json;

Json as_json(const SavedSituation& saved);

/// Nothing where it is none, and `fault` says why.
std::optional<SavedSituation> from_json(const Json& json, std::string& fault);

} // namespace rondix::live
