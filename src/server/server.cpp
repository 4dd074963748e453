#include "server/server.hpp"

#include "rondix/tools/edit.hpp"

#include <algorithm>

namespace rondix::server {

namespace {

constexpr int parse_error = -32700, internal_error = -32603;
constexpr std::chrono::milliseconds pause_before_checking{400};
constexpr int look_for_results_every = 50; // milliseconds

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
            {"selectionRangeProvider", true},
            {"renameProvider", {{"prepareProvider", true}}},
            {"workspace",
             {{"fileOperations",
               {{"willRename", {{"filters", {{{"pattern", {{"glob", "**/*"}}}}}}}}}}}},
            {"codeActionProvider", {{"codeActionKinds", {"quickfix", "refactor.extract"}}}}};
}

} // namespace

int Server::run() {
    std::string message;
    while (!ended_) {
        // What is due is done while nobody types.
        const int wait = !slips_due_.empty()   ? 0
                         : background_.runs()  ? look_for_results_every
                         : !check_due_.empty() ? left_of_pause()
                                               : -1;
        switch (channel_.read(message, wait)) {
        case Channel::Got::message: take(message); break;
        case Channel::Got::end: ended_ = true; break;
        case Channel::Got::nothing:
            if (!slips_due_.empty()) tell_slips();
            workspace_.tidy();
            break;
        }
        if (slips_due_.empty()) go_on_checking();
    }
    return shut_down_ ? 0 : 1;
}

void Server::go_on_checking() {
    if (auto done = background_.take()) {
        tell(done->root, *done->file, done->result.findings);
        workspace_.put_checked(done->root, std::move(done->result));
    }
    if (!background_.runs() && left_of_pause() == 0) begin_checking();
}

/// Nobody has typed for a while: questions do not count. In milliseconds.
int Server::left_of_pause() const {
    const auto passed = std::chrono::steady_clock::now() - changed_at_;
    const auto left = pause_before_checking - passed;
    return std::max(0,
                    static_cast<int>(std::chrono::ceil<std::chrono::milliseconds>(left).count()));
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
    if (method == "textDocument/hover") return answer(hover(workspace_, at(), picture_of()));
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
    if (method == "textDocument/selectionRange")
        return answer(selections(at(), part(what, {"positions"})));
    if (method == "workspace/willRenameFiles")
        return answer(rename_files(workspace_, part(what, {"files"}), units_));
    if (method == "textDocument/codeAction") {
        Json end = what;
        end["position"] = part(what, {"range", "end"});
        Json begin = what;
        begin["position"] = part(what, {"range", "start"});
        return answer(actions(workspace_, asked_at(workspace_, begin, units_),
                              asked_at(workspace_, end, units_), looks_alone()));
    }
    throw Refused(method_not_found, "there is no '" + method + "' here");
}

Json Server::initialize(const Json& what) {
    if (begun_) throw Refused(invalid_request, "'initialize' comes once");
    begun_ = true;
    const Json& encodings = part(what, {"capabilities", "general", "positionEncodings"});
    if (encodings.is_array() && std::ranges::find(encodings, Json("utf-8")) != encodings.end())
        units_ = Units::utf8;
    const Json& pictures = part(what, {"initializationOptions", "pictures"});
    wants_pictures_ = pictures.is_boolean() && pictures.get<bool>();
    return {{"capabilities", capabilities(units_)}, {"serverInfo", {{"name", "rondix"}}}};
}

/// One at a time draws: what is checked meanwhile is checked again.
LookAt Server::looks_alone() {
    if (!means_.looks) return {};
    return [this](const FlowFile& file, const CheckOptions& options) {
        stop_checking();
        return means_.looks(file, options);
    };
}

PictureOf Server::picture_of() {
    if (!wants_pictures_ || !means_.picture) return {};
    return [this](const FlowFile& file, const std::string& screen) {
        if (!file.compiled) return std::string();
        const auto [drawn, is_new] = drawn_.try_emplace({file.sources[0].name(), screen});
        if (is_new) {
            stop_checking();
            drawn->second = means_.picture(file, screen);
        }
        return drawn->second;
    };
}

void Server::stop_checking() {
    if (background_.runs()) check_due_.insert(background_.root());
    background_.cancel();
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
        if (path->ends_with(".walk.yaml")) return; // it is there to be renamed in
        open_.insert(*path);
        note_all();
    } else if (method == "textDocument/didChange" && path) {
        change(what);
        note_change(*path);
    } else if (method == "textDocument/didClose" && path) {
        workspace_.drop(*path);
        open_.erase(*path);
        note_all();
    } else if (method == "workspace/didChangeWatchedFiles") {
        workspace_.forget();
        note_all();
    }
}

/// Whatever is open may read otherwise now.
void Server::note_all() {
    changed_at_ = std::chrono::steady_clock::now();
    drawn_.clear();
    background_.cancel();
    slips_due_ = check_due_ = open_;
    slips_due_.insert(""); // none: what is told may have to go
}

void Server::note_change(const std::string& path) {
    if (!open_.contains(path)) return;
    changed_at_ = std::chrono::steady_clock::now();
    drawn_.clear();
    stop_checking();
    slips_due_.insert(path);
    check_due_.insert(path);
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
    std::set<std::string> roots;
    for (const std::string& path : slips_due_)
        if (open_.contains(path)) roots.insert(workspace_.root_of(path));
    const bool all = slips_due_.contains("");
    slips_due_.clear();
    for (const std::string& root : roots) {
        const FlowFile& file = workspace_.nameless_flow_of(root);
        tell(root, file, file.findings);
    }
    // Of flows of which nothing is open any more, nothing is told.
    if (!all) return;
    for (auto& [root, files] : told_)
        if (!roots.contains(root)) tell(root, {}, {});
    std::erase_if(told_, [](const auto& one) { return one.second.empty(); });
}

void Server::tell(const std::string& root, const FlowFile& file, const Findings& findings) {
    std::map<std::string, Json> of_file;
    for (const std::string& path : told_[root]) of_file[path] = Json::array();
    for (const Source& source : file.sources) of_file[source.name()] = Json::array();
    const Ranges ranges(file, units_);
    for (const Finding& finding : findings)
        if (finding.place.known() && finding.place.file < file.sources.size())
            of_file[file.sources[finding.place.file].name()].push_back(
                told_of(file, finding, ranges));
    auto& told = told_[root];
    told.clear();
    for (auto& [path, all] : of_file) {
        if (!all.empty()) told.insert(path);
        send({{"jsonrpc", "2.0"},
              {"method", "textDocument/publishDiagnostics"},
              {"params", {{"uri", uri_of(path)}, {"diagnostics", std::move(all)}}}});
    }
}

Json Server::told_of(const FlowFile& file, const Finding& finding, const Ranges& ranges) const {
    const std::string rule(row_of(finding.rule).name);
    Json one = {{"range", ranges.of(finding.place)},
                {"severity", finding.severity() == Severity::error ? 1 : 2},
                {"code", rule},
                {"source", "rondix"},
                {"message", finding.text + (finding.fix.empty() ? "" : "\n" + finding.fix)}};
    if (!means_.explanations.empty())
        one["codeDescription"] = {{"href", uri_of(means_.explanations) + "#" + rule}};
    for (const Finding::Also& also : finding.also)
        if (also.place.known() && also.place.file < file.sources.size())
            one["relatedInformation"].push_back(
                {{"location", ranges.location(also.place)}, {"message", also.text}});
    return one;
}

/// One flow after the other: each is checked once, after the last change.
void Server::begin_checking() {
    while (!check_due_.empty()) {
        const std::string root = workspace_.root_of(*check_due_.begin());
        std::erase_if(check_due_,
                      [&](const std::string& path) { return workspace_.root_of(path) == root; });
        const FlowFile& file = workspace_.flow_of(root); // and there is time for its names
        if (!file.compiled) continue;                    // its slips were told
        background_.check(root, texts_of(file), file.flow.root, means_.looks, means_.longest_check);
        return;
    }
}

} // namespace rondix::server
