// What may be written at a place: words of the grammar and names of the flow, for lists to choose
// from while something is typed.
#pragma once

#include "reading/grammar.hpp"
#include "rondix/tools/flow.hpp"

#include <optional>
#include <string>
#include <vector>

namespace rondix {

struct Choice {
    std::string text; ///< all that was typed, with this in place of its last word
    std::string help; ///< what it is, in a few words
    friend bool operator==(const Choice&, const Choice&) = default;
};

/// A key whose value is typed, and the screen or part that it stands on.
struct TypedKey {
    grammar::Owner owner{};
    std::string key;
    std::string on;
    std::optional<ControlKind> kind = {}; ///< of a control
};

/// Those that begin as the last word does come first, then those that hold it elsewhere. Nothing
/// where anything may be written, as for texts.
std::vector<Choice> choices_for(const FlowFile& file, const TypedKey& key,
                                const std::string& typed);
/// The same for a property of a style: `fill`.
std::vector<Choice> style_choices(const FlowFile& file, const std::string& property,
                                  const std::string& typed);
/// Of all styles: named ones, and the standard ones.
std::vector<std::string> styles_of(const FlowFile& file);

} // namespace rondix
