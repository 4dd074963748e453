// Which keys hold names, and of what; which tables declare some; and which names steps take.
#pragma once

#include "reading/grammar.hpp"
#include "rondix/tools/name_index.hpp"

#include <optional>
#include <string_view>

namespace rondix {

/// What a key of this owner holds names of. (Where a flow starts is a scene or a screen.)
std::optional<NameKind> named_behind(grammar::Owner owner, std::string_view key);

/// What the keys of a table are names of: those of `screens` of screens.
std::optional<NameKind> declared_by(std::string_view table);

/// What stands behind the name of a step.
std::optional<NameKind> kind_of(grammar::NameOf name_of);

} // namespace rondix
