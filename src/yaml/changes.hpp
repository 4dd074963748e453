// Where a text differs from what it was before.
#pragma once

#include "yaml/stretch.hpp"

#include <cstdint>
#include <string_view>
#include <vector>

namespace rondix::yaml {

/// `before` of the text as it was reads otherwise now, and is longer by `more`.
struct Change {
    Stretch before;
    std::int64_t more = 0;
};

/// One change that holds all that differs. As far to the front as it can be: a line that is put
/// behind an entry belongs to that.
Change change_between(std::string_view was, std::string_view is);

/// The same line by line, where no line came or went, as when a name is written anew in many
/// places; in their order. Else, and where they are very many, the one change.
std::vector<Change> changes_between(std::string_view was, std::string_view is);

} // namespace rondix::yaml
