#include "log_book.hpp"

#include <nlohmann/json.hpp>

#include <cmath>
#include <cstdlib>
#include <filesystem>
#include <fstream>

namespace tidewick {

std::string log_path() {
    const char* data = std::getenv("XDG_DATA_HOME");
    const char* home = std::getenv("HOME");
    const std::string folder =
        data && *data ? data : std::string(home ? home : ".") + "/.local/share";
    return folder + "/tidewick-ferry/log.json";
}

std::optional<LogEntry> read_log(const std::string& path) {
    std::ifstream file(path);
    if (!file) return std::nullopt;
    const auto json = nlohmann::json::parse(file, nullptr, false);
    if (!json.is_object()) return std::nullopt;
    try {
        LogEntry entry{json.at("scene").get<std::string>(),
                       {json.at("x").get<double>(), json.at("y").get<double>()},
                       json.at("heading").get<double>(),
                       json.at("crates").get<std::size_t>()};
        const bool good = std::isfinite(entry.ferry.x) && std::isfinite(entry.ferry.y) &&
                          std::isfinite(entry.heading);
        return good ? std::optional(std::move(entry)) : std::nullopt;
    } catch (const nlohmann::json::exception&) {
        return std::nullopt;
    }
}

std::string write_log(const std::string& path, const LogEntry& entry) {
    const nlohmann::json json = {{"scene", entry.scene},
                                 {"x", entry.ferry.x},
                                 {"y", entry.ferry.y},
                                 {"heading", entry.heading},
                                 {"crates", entry.crates}};
    std::error_code fault;
    std::filesystem::create_directories(std::filesystem::path(path).parent_path(), fault);
    {
        std::ofstream file(path + ".new");
        file << json.dump(2) << '\n';
        if (!file.flush()) return "cannot write '" + path + "'";
    }
    std::filesystem::rename(path + ".new", path, fault);
    return fault ? "cannot write '" + path + "': " + fault.message() : std::string();
}

} // namespace tidewick
