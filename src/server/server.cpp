#include "server/server.hpp"

#include "rondix/tools/report.hpp"

#include <algorithm>

namespace rondix::server {

namespace {

constexpr int parse_error = -32700, internal_error = -32603;
constexpr int pause_before_checking = 400; // milliseconds
constexpr int look_for_results_every = 50;

/// A part of a message, by the keys on the way; null where one is missing.
const Json& part(const Json& from, std::initializer_list<const char*> keys) {
    static const Json none;
    const Json* at = &from;
    for (const char* key : keys) {
        if (!at->is_object()) return none;
        const auto next = at->find(key);
        if (next == at->end()) return none;
        at = &*next;
    }
    return *at;
}

std::string text_in(const Json& from, std::initializer_list<const char*> keys) {
    const Json& text = part(from, keys);
    return text.is_string() ? text.get<std::string>() : std::string();
}

Json capabilities(Units units) {
    return {{"positionEncoding", units == Units::utf8 ? "utf-8" : "utf-16"},
            {"textDocumentSync", {{"openClose", true}, {"change", 2}, {"save", false}}},
            {"completionProvider", {{"triggerCharacters", {" ", ":", "{", "[", ",", "-"}}}},
            {"hoverProvider", true},
            {"definitionProvider", true},
            {"referencesProvider", true},
            {"documentHighlightProvider", true},
            {"documentSymbolProvider", true},
            {"workspaceSymbolProvider", true},
            {"codeLensProvider", Json::object()},
            {"inlayHintProvider", true},
            {"colorProvider", true},
            {"foldingRangeProvider", true},
            {"renameProvider", {{"prepareProvider", true}}},
            {"codeActionProvider", {{"codeActionKinds", {"quickfix", "refactor.extract"}}}}};
}

} // namespace

int Server::run() {
    std::string message;
    while (!ended_) {
        // What is due is done while nobody types.
        const int wait = slips_due_           ? 0
                         : background_.runs() ? look_for_results_every
                         : check_due_         ? pause_before_checking
                                              : -1;
        switch (channel_.read(message, wait)) {
        case Channel::Got::message: take(message); break;
        case Channel::Got::end: ended_ = true; break;
        case Channel::Got::nothing:
            if (slips_due_)
                tell_slips();
            else if (auto done = background_.take())
                tell(done->root, *done->file, done->result.findings);
            else if (check_due_ && !background_.runs())
                begin_checking();
            break;
        }
    }
    return shut_down_ ? 0 : 1;
}

void Server::send(const Json& message) {
    channel_.write(message.dump(-1, ' ', false, Json::error_handler_t::replace));
}

void Server::fail(const Json& id, int code, const std::string& words) {
    send({{"jsonrpc", "2.0"}, {"id", id}, {"error", {{"code", code}, {"message", words}}}});
}

void Server::take(const std::string& text) {
    const Json message = Json::parse(text, nullptr, false);
    if (message.is_discarded()) return fail(nullptr, parse_error, "this is no JSON");
    if (!message.is_object()) return fail(nullptr, invalid_request, "a message is an object");
    const std::string method = text_in(message, {"method"});
    const Json& what = part(message, {"params"});
    const bool is_request = message.contains("id");
    if (method.empty()) {
        // An answer to what this server never asked.
        if (is_request && !message.contains("result") && !message.contains("error"))
            fail(message["id"], invalid_request, "a request has a method");
        return;
    }
    if (!is_request) return note(method, what);
    const Json& id = message["id"];
    try {
        request(id, method, what);
    } catch (const Refused& refused) {
        fail(id, refused.code, refused.what());
    } catch (const std::exception& fault) {
        fail(id, internal_error, fault.what());
    }
}

void Server::request(const Json& id, const std::string& method, const Json& what) {
    const auto answer = [&](Json result) {
        send({{"jsonrpc", "2.0"}, {"id", id}, {"result", std::move(result)}});
    };
    if (method == "initialize") return answer(initialize(what));
    if (!begun_) throw Refused(not_initialized, "'initialize' comes first");
    if (shut_down_) throw Refused(invalid_request, "the server has been shut down");
    if (method == "shutdown") {
        shut_down_ = true;
        background_.cancel();
        return answer(nullptr);
    }
    const auto at = [&] { return asked_at(workspace_, what, units_); };
    if (method == "textDocument/completion") return answer(complete(workspace_, at()));
    if (method == "textDocument/hover") return answer(hover(workspace_, at()));
    if (method == "textDocument/definition") return answer(definition(workspace_, at()));
    if (method == "textDocument/references") {
        const Json& with = part(what, {"context", "includeDeclaration"});
        return answer(references(workspace_, at(), !with.is_boolean() || with.get<bool>()));
    }
    if (method == "textDocument/documentHighlight") return answer(highlights(workspace_, at()));
    if (method == "textDocument/documentSymbol") return answer(symbols(workspace_, at()));
    if (method == "workspace/symbol")
        return answer(workspace_symbols(workspace_, text_in(what, {"query"}), units_));
    if (method == "textDocument/prepareRename") return answer(prepare_rename(workspace_, at()));
    if (method == "textDocument/rename")
        return answer(rename_to(workspace_, at(), text_in(what, {"newName"})));
    if (method == "textDocument/codeLens") return answer(lenses(workspace_, at()));
    if (method == "textDocument/inlayHint") return answer(hints(workspace_, at()));
    if (method == "textDocument/documentColor") return answer(colours(workspace_, at()));
    if (method == "textDocument/colorPresentation") return answer(presentations(what));
    if (method == "textDocument/foldingRange") return answer(folds(at()));
    if (method == "textDocument/codeAction") {
        Json end = what;
        end["position"] = part(what, {"range", "end"});
        Json begin = what;
        begin["position"] = part(what, {"range", "start"});
        return answer(actions(workspace_, asked_at(workspace_, begin, units_),
                              asked_at(workspace_, end, units_)));
    }
    throw Refused(method_not_found, "there is no '" + method + "' here");
}

Json Server::initialize(const Json& what) {
    if (begun_) throw Refused(invalid_request, "'initialize' comes once");
    begun_ = true;
    const Json& encodings = part(what, {"capabilities", "general", "positionEncodings"});
    if (encodings.is_array() && std::ranges::find(encodings, Json("utf-8")) != encodings.end())
        units_ = Units::utf8;
    return {{"capabilities", capabilities(units_)}, {"serverInfo", {{"name", "rondix"}}}};
}

void Server::note(const std::string& method, const Json& what) {
    if (method == "exit") {
        ended_ = true;
        return;
    }
    if (!begun_ || shut_down_) return;
    const auto path = path_of(text_in(what, {"textDocument", "uri"}));
    if (method == "textDocument/didOpen" && path) {
        workspace_.put(*path, text_in(what, {"textDocument", "text"}));
        open_.insert(*path);
    } else if (method == "textDocument/didChange" && path) {
        change(what);
    } else if (method == "textDocument/didClose" && path) {
        workspace_.drop(*path);
        open_.erase(*path);
    } else if (method == "workspace/didChangeWatchedFiles") {
        workspace_.forget();
    } else {
        return;
    }
    background_.cancel();
    slips_due_ = check_due_ = true;
}

/// One after the other; a change without a range is the whole text.
void Server::change(const Json& what) {
    const auto path = path_of(text_in(what, {"textDocument", "uri"}));
    const Json& changes = part(what, {"contentChanges"});
    if (!path || !workspace_.has(*path) || !changes.is_array()) return;
    std::string text = workspace_.text_of(*path);
    for (const Json& one : changes) {
        if (!part(one, {"text"}).is_string()) continue;
        const std::string now = text_in(one, {"text"});
        if (!part(one, {"range"}).is_object()) {
            text = now;
            continue;
        }
        const auto position = [&](const char* end) {
            const Json& line = part(one, {"range", end, "line"});
            const Json& character = part(one, {"range", end, "character"});
            Position at;
            if (line.is_number_unsigned()) at.line = line.get<std::uint32_t>();
            if (character.is_number_unsigned()) at.character = character.get<std::uint32_t>();
            return offset_of(text, at, units_);
        };
        const std::uint32_t begin = position("start");
        const std::uint32_t end = std::max(begin, position("end"));
        text.replace(begin, end - begin, now);
    }
    workspace_.put(*path, std::move(text));
}

// --- diagnostics

void Server::tell_slips() {
    slips_due_ = false;
    std::set<std::string> roots;
    for (const std::string& path : open_) roots.insert(workspace_.root_of(path));
    for (const std::string& root : roots) {
        const FlowFile& file = workspace_.flow_of(root);
        tell(root, file, file.findings);
    }
    // Of flows of which nothing is open any more, nothing is told.
    for (auto& [root, files] : told_)
        if (!roots.contains(root)) tell(root, {}, {});
}

void Server::tell(const std::string& root, const FlowFile& file, const Findings& findings) {
    std::map<std::string, Json> of_file;
    for (const std::string& path : told_[root]) of_file[path] = Json::array();
    for (const Source& source : file.sources) of_file[source.name()] = Json::array();
    for (const Finding& finding : findings) {
        if (!finding.place.known() || finding.place.file >= file.sources.size()) continue;
        const Source& source = file.sources[finding.place.file];
        Json one = {{"range", range_of(source, finding.place, units_)},
                    {"severity", finding.severity() == Severity::error ? 1 : 2},
                    {"code", row_of(finding.rule).name},
                    {"source", "rondix"},
                    {"message", finding.text + (finding.fix.empty() ? "" : "\n" + finding.fix)}};
        for (const Finding::Also& also : finding.also)
            if (also.place.known() && also.place.file < file.sources.size())
                one["relatedInformation"].push_back(
                    {{"location", location_of(file, also.place, units_)}, {"message", also.text}});
        of_file[source.name()].push_back(std::move(one));
    }
    auto& told = told_[root];
    told.clear();
    for (auto& [path, all] : of_file) {
        if (!all.empty()) told.insert(path);
        send({{"jsonrpc", "2.0"},
              {"method", "textDocument/publishDiagnostics"},
              {"params", {{"uri", uri_of(path)}, {"diagnostics", std::move(all)}}}});
    }
}

/// One flow after the other: each is checked once, after the last change.
void Server::begin_checking() {
    check_due_ = false;
    for (const std::string& path : open_) {
        const std::string& root = workspace_.root_of(path);
        const FlowFile& file = workspace_.flow_of(root);
        if (!file.compiled) continue;
        FileTexts texts;
        for (const Source& source : file.sources) texts[source.name()] = source.text();
        background_.check(root,
                          std::make_unique<FlowFile>(load_flow_texts(root, texts, file.flow.root)));
        return;
    }
}

} // namespace rondix::server
