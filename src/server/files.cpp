// Files that a flow names: those that one may name at a place, and what a flow says of one that
// gets another name.
#include "server/files.hpp"

#include "reading/text_part.hpp"
#include "server/answers.hpp"
#include "yaml/yaml_tree.hpp"

#include <algorithm>
#include <array>
#include <filesystem>

namespace rondix::server {

namespace fs = std::filesystem;

namespace {

constexpr std::size_t most_files = 200, most_looked_at = 5'000;

/// Keys behind which a file stands, and the endings that it may have.
struct FileKey {
    std::string_view key;
    std::array<std::string_view, 4> endings;
};
constexpr FileKey file_keys[] = {
    {"file", {".svg", ".png"}},
    {"image", {".svg", ".png"}},
    {"font", {".ttf", ".otf"}},
    {"theme", {".theme.yaml"}},
    {"include", {".flow.yaml"}},
    {"cues", {".wav", ".ogg", ".flac", ".mp3"}},
    {"tunes", {".ogg", ".wav", ".flac", ".mp3"}},
};

const FileKey* file_key(std::string_view key) {
    const auto* const found = std::ranges::find(file_keys, key, &FileKey::key);
    return found == std::end(file_keys) ? nullptr : found;
}

/// Calls `act` with each text that stands behind one of these keys, or under it.
template <class Act>
void each_file(const yaml::Node& node, bool is_file, const Act& act) {
    if (node.kind == yaml::Kind::text) {
        if (is_file) act(node);
        return;
    }
    if (node.kind == yaml::Kind::list) {
        for (const yaml::Node& item : node.children) each_file(item, is_file, act);
        return;
    }
    for (std::size_t i = 0; i + 1 < node.children.size(); i += 2)
        each_file(node.children[i + 1], is_file || file_key(node.children[i].text), act);
}

/// What is included is named as from that file; all else as from the flow, or the theme.
std::vector<fs::path> folders(const FlowFile& file, const Source& source) {
    const fs::path own = fs::path(source.name()).parent_path();
    const fs::path main = fs::path(file.sources[0].name()).parent_path();
    return own == main ? std::vector<fs::path>{own} : std::vector<fs::path>{own, main};
}

/// The words that name it.
void rename_in(const FlowFile& file, std::uint16_t number, const fs::path& from, const fs::path& to,
               std::vector<Edit>& edits) {
    const Source& source = file.sources[number];
    Findings unread;
    const std::optional<yaml::Node> tree = yaml::read(source, number, unread);
    if (!tree) return;
    each_file(*tree, false, [&](const yaml::Node& node) {
        for (const Name& word : words_of(node, source))
            for (const fs::path& folder : folders(file, source)) {
                if ((folder / word.text).lexically_normal() != from) continue;
                SourceRange place = word.place;
                std::string text = to.lexically_relative(folder).generic_string();
                if (place.end - place.begin != word.text.size()) { // within quotes
                    const std::string written =
                        source.text().substr(place.begin, place.end - place.begin);
                    const std::size_t at = written.find(word.text);
                    if (at == std::string::npos) return;
                    place.begin += static_cast<std::uint32_t>(at);
                    place.end = place.begin + static_cast<std::uint32_t>(word.text.size());
                }
                edits.push_back({place, std::move(text)});
                break;
            }
    });
}

} // namespace

std::vector<std::string> files_for(std::string_view key, const std::string& folder) {
    const FileKey* named = file_key(key);
    std::vector<std::string> files;
    if (!named) return files;
    std::error_code fault;
    fs::recursive_directory_iterator at(folder, fs::directory_options::skip_permission_denied,
                                        fault);
    std::size_t looked_at = 0; // a flow may lie in somebody's home
    for (const fs::recursive_directory_iterator end;
         !fault && at != end && files.size() < most_files && ++looked_at < most_looked_at;
         at.increment(fault)) {
        const std::string path = at->path().lexically_relative(folder).generic_string();
        if (at.depth() > 4 || path.starts_with('.')) at.disable_recursion_pending();
        if (std::ranges::any_of(named->endings, [&](std::string_view ending) {
                return !ending.empty() && path.ends_with(ending);
            }))
            files.push_back(path);
    }
    std::ranges::sort(files);
    return files;
}

Json rename_files(Workspace& workspace, const Json& files, Units units) {
    if (!files.is_array()) throw Refused(invalid_params, "which files?");
    Json changes = Json::object();
    for (const std::string& root : workspace.roots()) {
        const FlowFile& file = workspace.flow_of(root);
        std::vector<Edit> edits;
        for (const Json& one : files) {
            const auto path = [&](const char* key) {
                const auto found = one.is_object() ? one.find(key) : one.end();
                return one.is_object() && found != one.end() && found->is_string()
                           ? path_of(found->get<std::string>())
                           : std::nullopt;
            };
            const auto from = path("oldUri");
            const auto to = path("newUri");
            if (!from || !to) throw Refused(invalid_params, "a file has an old and a new name");
            for (const Source& source : file.sources)
                rename_in(file, number_of(file, source.name()), *from, *to, edits);
        }
        const Json edit = edit_of(file, edits, units);
        for (const auto& [uri, of_file] : edit["changes"].items()) changes[uri] = of_file;
    }
    return {{"changes", std::move(changes)}};
}

} // namespace rondix::server
