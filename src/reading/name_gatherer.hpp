// Gathers the names of a flow while its files are read: what each key of the grammar names, and
// which of the names mean the same.
#pragma once

#include "reading/grammar.hpp"
#include "rondix/tools/name_index.hpp"
#include "yaml/yaml_tree.hpp"

#include <map>
#include <string>
#include <utility>
#include <vector>

namespace rondix {

/// A name as it is written somewhere.
struct WrittenName {
    std::vector<NameKind> kinds; ///< that it may be; the first that is declared is meant
    std::string text;
    std::string on; ///< the screen or part in which it stands
    SourceRange place;
    bool declares = false;
    ControlKind control{};  ///< of a control that is declared
    bool elsewhere = false; ///< it may be on another screen, if on one only
    bool mentioned = false; ///< in a text, in braces, which may be the game's own
};

class NameGatherer {
  public:
    /// Of a file: `flow`, `included` or `theme`.
    void gather(const yaml::Node& root, const Source& source, grammar::Owner owner);
    NameIndex finish() const;

    /// What a screen takes from others: the one that it extends, and parts.
    struct Takes {
        std::string extends;
        std::vector<std::string> parts;
    };

  private:
    std::vector<WrittenName> names_;
    std::map<std::string, Takes, std::less<>> takes_; // by screen
};

} // namespace rondix
