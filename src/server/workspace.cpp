#include "server/workspace.hpp"

#include "loading/load_again.hpp"
#include "reading/further_files.hpp"

#include <algorithm>
#include <filesystem>
#include <fstream>
#include <set>
#include <sstream>

namespace rondix::server {

namespace fs = std::filesystem;

namespace {

constexpr std::string_view scheme = "file://";
constexpr std::string_view flow_ending = ".flow.yaml", walk_ending = ".walk.yaml";
/// Flows that are looked through for one that includes a file.
constexpr std::size_t most_beside = 64;
constexpr std::size_t large = 100'000; // bytes
constexpr std::size_t most_spent = 3;

int hex_digit(char c) {
    if (c >= '0' && c <= '9') return c - '0';
    if (c >= 'a' && c <= 'f') return c - 'a' + 10;
    if (c >= 'A' && c <= 'F') return c - 'A' + 10;
    return -1;
}

bool is_of(const FlowFile& file, const std::string& path) {
    return std::ranges::any_of(file.sources,
                               [&](const Source& source) { return source.name() == path; });
}

/// The flows of a folder, in the order of their names.
std::vector<std::string> flows_in(const fs::path& folder) {
    std::vector<std::string> flows;
    std::error_code fault;
    for (fs::directory_iterator at(folder, fault), end; !fault && at != end; at.increment(fault))
        if (at->path().string().ends_with(flow_ending) && flows.size() < most_beside)
            flows.push_back(at->path().string());
    std::ranges::sort(flows);
    return flows;
}

} // namespace

std::optional<std::string> path_of(const std::string& uri) {
    if (!uri.starts_with(scheme)) return std::nullopt;
    const std::size_t slash = uri.find('/', scheme.size());
    if (slash == std::string::npos) return std::nullopt;
    std::string path;
    for (std::size_t i = slash; i < uri.size(); ++i) {
        const bool coded = uri[i] == '%' && i + 2 < uri.size() && hex_digit(uri[i + 1]) >= 0 &&
                           hex_digit(uri[i + 2]) >= 0;
        path +=
            coded ? static_cast<char>(hex_digit(uri[i + 1]) * 16 + hex_digit(uri[i + 2])) : uri[i];
        if (coded) i += 2;
    }
    return fs::path(path).lexically_normal().string();
}

std::string uri_of(const std::string& path) {
    constexpr std::string_view plain = "-._~/";
    constexpr std::string_view digits = "0123456789ABCDEF";
    std::string uri(scheme);
    for (const char c : fs::absolute(path).lexically_normal().string()) {
        const auto byte = static_cast<unsigned char>(c);
        if (std::isalnum(byte) || plain.find(c) != std::string_view::npos) {
            uri += c;
        } else {
            uri += '%';
            uri += digits[byte >> 4];
            uri += digits[byte & 15];
        }
    }
    return uri;
}

void Workspace::put(const std::string& path, std::string text) {
    const bool is_new = texts_.insert_or_assign(path, std::move(text)).second;
    if (is_new) return forget(); // flows may wait for it
    for (auto& [root, reading] : readings_)
        if (reading.now && is_of(*reading.now, path)) reading.is_fresh = false;
}

void Workspace::drop(const std::string& path) {
    texts_.erase(path);
    forget();
}

void Workspace::forget() {
    roots_.clear();
    for (auto& [root, reading] : readings_) reading.is_fresh = false;
}

void Workspace::put_checked(const std::string& root, CheckResult result) {
    figures_.insert_or_assign(root, result.figures);
    read(root).checked = std::move(result);
}

const CheckResult* Workspace::checked(const std::string& root) const {
    const auto known = readings_.find(root);
    const bool is_known =
        known != readings_.end() && known->second.is_fresh && known->second.checked;
    return is_known ? &*known->second.checked : nullptr;
}

const Figures* Workspace::figures_of(const std::string& root) const {
    const auto known = figures_.find(root);
    return known == figures_.end() ? nullptr : &known->second;
}

const std::string& Workspace::root_of(const std::string& path) {
    const auto known = roots_.find(path);
    if (known != roots_.end()) {
        if (known->second == path) return known->second;
        // As it was read last: if it is changed, that is soon.
        const Reading& reading = readings_[known->second];
        if (is_of(reading.now ? *reading.now : flow_of(known->second), path)) return known->second;
    }
    roots_[path] = path; // unless there is another one
    std::set<std::string> tried = {path};
    fs::path folder = fs::path(path).parent_path();
    for (int up = 0; up < 3 && !folder.empty(); ++up, folder = folder.parent_path())
        for (const std::string& flow : flows_in(folder))
            if (tried.insert(flow).second && is_of(*read(flow).now, path))
                return roots_[path] = flow;
    return roots_[path];
}

Workspace::Reading& Workspace::read(const std::string& root) {
    Reading& reading = readings_[root];
    if (reading.now && reading.is_fresh) return reading;
    auto file =
        std::make_unique<FlowFile>(load_again(root, texts_, folder_of(root), reading.trees));
    const bool is_yaml = reading.trees.of(root) != nullptr;
    if (reading.now && reading.is_yaml && (reading.has_names || !is_yaml)) {
        if (!reading.has_names) reading.now->names = names_of(*reading.now, reading.trees, true);
        std::swap(reading.named, reading.now);
    }
    if (spent_.size() >= most_spent) spent_.clear(); // nobody has paused for long
    spent_.push_back(std::move(reading.now));
    reading.is_yaml = is_yaml;
    reading.now = std::move(file);
    reading.has_names = false;
    reading.is_fresh = true;
    reading.checked.reset();
    return reading;
}

const FlowFile& Workspace::flow_of(const std::string& path) {
    return with_names(read(path));
}

const FlowFile& Workspace::with_names(Reading& reading) {
    if (!reading.has_names) reading.now->names = names_of(*reading.now, reading.trees);
    reading.has_names = true;
    return *reading.now;
}

const FlowFile& Workspace::nameless_flow_of(const std::string& path) {
    return *read(path).now;
}

const FlowFile& Workspace::named_flow_of(const std::string& path) {
    const auto known = readings_.find(path);
    const bool is_large = known != readings_.end() && known->second.now &&
                          known->second.now->sources[0].text().size() > large;
    Reading& reading = is_large ? known->second : read(path);
    const bool as_it_was = !reading.is_yaml || (is_large && !reading.has_names);
    return as_it_was && reading.named ? *reading.named : with_names(reading);
}

FlowFile Workspace::flow_with(const std::string& root, const FileTexts& changed) {
    FileTexts texts = texts_;
    for (const auto& [path, text] : changed) texts.insert_or_assign(path, text);
    yaml::Trees trees = read(root).trees; // those that are known stay what they are
    FlowFile file = load_again(root, texts, folder_of(root), trees);
    file.names = names_of(file, trees);
    return file;
}

std::string Workspace::text_of(const std::string& path) {
    if (const auto open = texts_.find(path); open != texts_.end()) return open->second;
    std::ifstream file(path, std::ios::binary);
    std::ostringstream text;
    text << file.rdbuf();
    return text.str();
}

std::vector<std::string> Workspace::roots() {
    std::set<std::string> all;
    for (const auto& [path, text] : texts_)
        if (!path.ends_with(walk_ending)) all.insert(root_of(path));
    return {all.begin(), all.end()};
}

} // namespace rondix::server
