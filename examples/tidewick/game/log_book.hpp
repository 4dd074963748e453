// LogBook: the voyage that was written down, as a small file that is replaced as a whole.
#pragma once

#include "voyage.hpp"

#include <optional>
#include <string>

namespace tidewick {

struct LogEntry {
    std::string scene;
    Spot ferry;
    double heading = 0;
    std::size_t crates = 0;
};

/// Where the log is kept ($XDG_DATA_HOME, or ~/.local/share).
std::string log_path();
/// What is written there; nothing where there is none, or it cannot be read.
std::optional<LogEntry> read_log(const std::string& path);
/// Why it could not be written, or an empty text.
std::string write_log(const std::string& path, const LogEntry& entry);

} // namespace tidewick
