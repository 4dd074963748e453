// What the server answers: each of these takes the parameters of a request, and gives its result.
#pragma once

#include "reading/grammar.hpp"
#include "rondix/tools/edit.hpp"
#include "server/positions.hpp"
#include "server/workspace.hpp"

#include <nlohmann/json.hpp>

#include <functional>
#include <optional>
#include <stdexcept>
#include <string>
#include <vector>

namespace rondix::server {

using Json = nlohmann::json;

/// What the client is told instead of a result; by the codes of the protocol.
struct Refused : std::runtime_error {
    Refused(int error_code, const std::string& words)
        : std::runtime_error(words)
        , code(error_code) {}
    int code;
};
inline constexpr int invalid_request = -32600, method_not_found = -32601, invalid_params = -32602,
                     not_initialized = -32002, request_failed = -32803;

/// A place that a request is about.
struct Asked {
    std::string path, root;
    std::string text;
    std::uint32_t offset = 0;
    Units units{};
};
/// What the file at the root of a path is.
grammar::Owner owner_of_file(Workspace& workspace, const Asked& at);
Asked asked_at(Workspace& workspace, const Json& what, Units units);

/// A position of the protocol, as a byte of a text.
std::uint32_t offset_in(const Json& position, const std::string& text, Units units);

/// The number of a file among the sources of a flow; SourceRange::nowhere: it is none of them.
std::uint16_t number_of(const FlowFile& file, const std::string& path);

/// Places in the files of a flow, as the protocol has them.
class Ranges {
  public:
    Ranges(const FlowFile& file, Units units)
        : file_(file)
        , units_(units)
        , lines_(file.sources.size()) {}

    Json of(const SourceRange& place) const;
    Json location(const SourceRange& place) const;

  private:
    const FlowFile& file_;
    Units units_;
    mutable std::vector<std::optional<Lines>> lines_; // of those that were asked for
};

Json between(Position begin, Position end);
/// A range between two offsets of a text.
Json range_in(const std::string& text, std::uint32_t begin, std::uint32_t end, Units units);
/// The edits that make one text of another: from the first byte that differs to the last.
Json edits_between(const std::string& was, const std::string& is, Units units);
/// A workspace edit to these texts, or of these edits.
Json edit_to(const FlowFile& file, const FileTexts& texts, Units units);
Json edit_of(const FlowFile& file, const std::vector<Edit>& edits, Units units);

Json complete(Workspace& workspace, const Asked& at);
/// A screen as a PNG; empty: it cannot be drawn.
using PictureOf = std::function<std::string(const FlowFile&, const std::string& screen)>;
Json hover(Workspace& workspace, const Asked& at, const PictureOf& picture);
Json definition(Workspace& workspace, const Asked& at);
Json references(Workspace& workspace, const Asked& at, bool with_declaration);
Json highlights(Workspace& workspace, const Asked& at);
Json symbols(Workspace& workspace, const Asked& at);
Json workspace_symbols(Workspace& workspace, const std::string& query, Units units);
Json prepare_rename(Workspace& workspace, const Asked& at);
Json rename_to(Workspace& workspace, const Asked& at, const std::string& name);
Json lenses(Workspace& workspace, const Asked& at);
Json hints(Workspace& workspace, const Asked& at);
Json colours(Workspace& workspace, const Asked& at);
/// How a colour is written.
Json presentations(const Json& what);
Json folds(const Asked& at);
/// What is around each of the places, from within: the word, the value, the key with its value, the
/// entry ...
Json selections(const Asked& at, const Json& positions);
/// Files that are about to get other names, as the protocol tells it: what the flows say of them.
Json rename_files(Workspace& workspace, const Json& files, Units units);
Json actions(Workspace& workspace, const Asked& from, const Asked& to, const LookAt& looks);

} // namespace rondix::server
