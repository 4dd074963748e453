// Names: what one may look like, and the nearest right one for a wrong one.
//
// Errors: none. Cost: nearest() compares with every name. Threads: any.
#pragma once

#include <string>
#include <string_view>
#include <utility>
#include <vector>

namespace rondix {

/// A letter, then letters, digits, '-' and '_'.
bool is_name(std::string_view text);

/// The one of `names` that was most likely meant by `wrong`, or an empty text when none is near.
/// Distance: optimal string alignment (edits and swapped neighbours), case not counting.
std::string_view nearest(std::string_view wrong, const std::vector<std::string_view>& names);

/// A name as a title: `saved-voyages` becomes `Saved voyages`.
std::string title_from(std::string_view name);

/// Names in quotes: `'a', 'b'`, and of more than `most` the first ones: `'a', 'b' and 3 more`.
std::string listed(const std::vector<std::string>& names, std::size_t most);

/// The nearest right name, and how that is said at the end of a text.
struct Suggestion {
    std::string name = {}; ///< empty: none is near
    std::string text =
        {}; ///< "; did you mean 'x'?", "; case counts: did you mean 'x'?", or nothing
};
Suggestion suggestion(std::string_view wrong, const std::vector<std::string_view>& names);

/// A text, and the name that it suggests, for whoever puts it in.
struct Said {
    Said(std::string says, std::string means = {}) // NOLINT(google-explicit-constructor)
        : text(std::move(says))
        , meant(std::move(means)) {}
    std::string text, meant;
};
inline Said operator+(std::string text, Suggestion end) {
    return {std::move(text) + end.text, std::move(end.name)};
}
inline Said operator+(Said said, std::string_view more) {
    said.text += more;
    return said;
}

} // namespace rondix
