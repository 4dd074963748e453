#include "reading/further_files.hpp"

#include "reading/flow_reader.hpp"
#include "yaml/near_files.hpp"
#include "yaml/text_file.hpp"

#include <filesystem>
#include <set>
#include <unordered_map>

namespace rondix {

namespace {
constexpr std::size_t max_files = 1000;

/// One name for a file, however its path is written.
std::string plain_path(const std::string& path) {
    return std::filesystem::path(path).lexically_normal().string();
}

template <class Rows>
void report_twice_among(const Rows& rows, std::string_view what, Findings& findings) {
    std::unordered_map<std::string_view, SourceRange> seen;
    for (const auto& row : rows) {
        const auto [first, is_new] = seen.try_emplace(row.id.text, row.id.place);
        if (is_new || first->second.file == row.id.place.file) continue; // told when it was read
        add_finding(findings, RuleId::given_twice, row.id.place,
                    "there is a " + std::string(what) + " '" + row.id.text + "' already")
            .also.push_back({first->second, "it is here"});
    }
}

} // namespace

std::string folder_of(const std::string& file) {
    const std::size_t slash = file.rfind('/');
    return slash == std::string::npos ? "" : file.substr(0, slash + 1);
}

bool may_be_read(const Flow& flow, const Name& name, const std::string& path, Findings& findings) {
    const auto plain = [](const std::string& one) {
        std::error_code unknown;
        return std::filesystem::weakly_canonical(std::filesystem::absolute(one, unknown), unknown);
    };
    const auto within = plain(path).lexically_relative(plain(flow.root + "/"));
    if (!within.empty() && *within.begin() != "..") return true;
    add_finding(findings, RuleId::missing_file, name.place,
                "'" + path + "' is outside the folder of the flow and is not read")
        .fix = "move it there, or pass a folder that contains both with '--root'";
    return false;
}

const yaml::Node* read_further(const Flow& flow, const Name& name, const std::string& path,
                               Files& files, Findings& findings) {
    if (!may_be_read(flow, name, path, findings)) return nullptr;
    std::string text;
    const auto at_hand = files.texts.find(path);
    if (at_hand != files.texts.end()) text = at_hand->second;
    const std::string fault = at_hand != files.texts.end() ? "" : read_file(path, text);
    if (!fault.empty()) {
        add_finding(findings, RuleId::missing_file, name.place,
                    "cannot read '" + path + "': " + fault + near_file(name.text, path));
        return nullptr;
    }
    const auto number = static_cast<std::uint16_t>(files.sources.size());
    files.sources.emplace_back(path, without_mark(std::move(text)));
    return files.trees.read(files.sources.back(), number, findings);
}

bool gather_includes(Flow& flow, Files& files, Findings& findings) {
    std::vector<Source>& sources = files.sources;
    std::set<std::string> read = {plain_path(sources[0].name())};
    bool all_readable = true;
    for (std::size_t i = 0; i < flow.includes.size(); ++i) { // which grows while they are read
        const Name name = flow.includes[i];
        const std::string folder = folder_of(sources[name.place.file].name());
        const std::string path = name.text.starts_with('/') ? name.text : folder + name.text;
        if (!read.insert(plain_path(path)).second) continue;
        if (sources.size() > max_files) {
            add_finding(findings, RuleId::too_large, name.place, "a flow has at most 1000 files");
            return false;
        }
        const yaml::Node* tree = read_further(flow, name, path, files, findings);
        all_readable = tree && read_included(*tree, sources.back(), flow, findings) && all_readable;
    }
    return all_readable;
}

void report_names_of_several_files(const Flow& flow, Findings& findings) {
    report_twice_among(flow.scenes, "scene", findings);
    report_twice_among(flow.screens, "screen", findings);
    report_twice_among(flow.parts, "part", findings);
    report_twice_among(flow.flags, "flag", findings);
    report_twice_among(flow.events, "event", findings);
    report_twice_among(flow.requests, "request", findings);
    report_twice_among(flow.settings, "setting", findings);
}

} // namespace rondix
