// Changer: one change of a flow under way. It opens the file in which something is declared, and
// says at the end how that file reads, if the flow has no new errors.
#pragma once

#include "editing/file_change.hpp"
#include "reading/grammar.hpp"
#include "rondix/tools/change.hpp"

#include <optional>
#include <string>
#include <utility>
#include <vector>

namespace rondix {

/// Something that is declared in a file: the map or list that holds it, and where in that.
struct Declared {
    TreePath holder;
    std::size_t child = 0; ///< a key of a map, or an item of a list
    bool is_item = false;  ///< a control

    TreePath value() const {
        TreePath path = holder;
        path.push_back(is_item ? child : child + 1);
        return path;
    }
};

class Changer {
  public:
    explicit Changer(const FlowFile& file)
        : file_(file) {}

    /// Opens what a name stands for.
    bool open(const NameAsked& thing);
    /// Opens the file in which the flow begins.
    bool open_flow() { return open_file(0); }

    FileChange& text() { return *text_; }
    const Declared& declared() const { return declared_; }

    /// False, for being returned.
    bool fail(std::string fault) {
        result_.fault = std::move(fault);
        return false;
    }
    /// The same where there is a fault.
    bool done(std::string fault) { return fault.empty() || fail(std::move(fault)); }

    Changed finish();

  private:
    bool open_file(std::uint16_t file);
    bool open_at(const NamePlace& at);
    bool open_on(NameKind kind, const std::string& on, const std::string& name);

    const FlowFile& file_;
    std::uint16_t file_number_ = 0;
    std::optional<FileChange> text_;
    Declared declared_;
    Changed result_;
};

/// Looks up many keys of one reading of a flow, whose files it reads once.
class KeyReader {
  public:
    explicit KeyReader(const FlowFile& file)
        : opened_(file) {}
    std::optional<std::string> value(const NameAsked& thing, const std::string& key);

  private:
    Changer opened_;
};

/// A key, by its path, and the value that it gets, as YAML.
using KeysToSet = std::vector<std::pair<std::string, std::string>>;
/// Several keys of one thing: all of them, or none.
Changed set_keys_of(const FlowFile& file, const NameAsked& thing, const KeysToSet& keys);

std::string in_quotes(std::string_view text);
/// What stands behind a name of this kind.
grammar::Owner owner_of(NameKind kind);
/// The key that says what a control is, `button`; empty: it is none.
std::string kind_key_of(const yaml::Node& control);
/// Its name; empty: it has none.
std::string name_of_control(const yaml::Node& control);
/// What stands behind the name of a new screen: its title, and a way back.
std::string plain_screen(const std::string& name);
/// Where it stands in a list of controls, or their number.
std::size_t place_of_control(const yaml::Node& list, const std::string& name);

} // namespace rondix
