#include "server/workspace.hpp"

#include <algorithm>
#include <filesystem>
#include <fstream>
#include <set>
#include <sstream>

namespace rondix::server {

namespace fs = std::filesystem;

namespace {

constexpr std::string_view scheme = "file://";
constexpr std::string_view flow_ending = ".flow.yaml";
constexpr std::size_t most_beside =
    64; // flows that are looked through for one that includes a file

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
    texts_[path] = std::move(text);
    ++generation_;
}

void Workspace::drop(const std::string& path) {
    texts_.erase(path);
    forget();
}

void Workspace::forget() {
    roots_.clear();
    ++generation_;
}

const std::string& Workspace::root_of(const std::string& path) {
    const auto known = roots_.find(path);
    if (known != roots_.end() && (known->second == path || is_of(flow_of(known->second), path)))
        return known->second;
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
    if (reading.now && reading.generation == generation_) return reading;
    auto file = std::make_unique<FlowFile>(
        load_flow_texts(root, texts_, fs::path(root).parent_path().string() + "/"));
    if (!file->names.all().empty())
        reading.named = nullptr; // it has them itself
    else if (reading.now && !reading.now->names.all().empty())
        reading.named = std::move(reading.now);
    reading.now = std::move(file);
    reading.generation = generation_;
    return reading;
}

const FlowFile& Workspace::flow_of(const std::string& path) {
    return *read(path).now;
}

const FlowFile& Workspace::named_flow_of(const std::string& path) {
    const Reading& reading = read(path);
    return reading.named ? *reading.named : *reading.now;
}

std::string Workspace::text_of(const std::string& path) {
    if (const auto open = texts_.find(path); open != texts_.end()) return open->second;
    std::ifstream file(path, std::ios::binary);
    std::ostringstream text;
    text << file.rdbuf();
    return text.str();
}

std::vector<std::string> Workspace::roots() const {
    std::vector<std::string> all;
    for (const auto& [file, root] : roots_)
        if (std::ranges::find(all, root) == all.end()) all.push_back(root);
    return all;
}

} // namespace rondix::server
