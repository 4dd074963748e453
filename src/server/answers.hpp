// What the server answers: each of these takes the parameters of a request, and gives its result.
#pragma once

#include "server/positions.hpp"
#include "server/workspace.hpp"

#include <nlohmann/json.hpp>

#include <stdexcept>
#include <string>

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
Asked asked_at(Workspace& workspace, const Json& what, Units units);

/// The number of a file among the sources of a flow; SourceRange::nowhere: it is none of them.
std::uint16_t number_of(const FlowFile& file, const std::string& path);
Json range_of(const Source& source, const SourceRange& place, Units units);
Json location_of(const FlowFile& file, const SourceRange& place, Units units);
/// A workspace edit to these texts.
Json edit_to(const FlowFile& file, const FileTexts& texts, Units units);

Json complete(Workspace& workspace, const Asked& at);
Json hover(Workspace& workspace, const Asked& at);
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
Json actions(Workspace& workspace, const Asked& from, const Asked& to);

} // namespace rondix::server
