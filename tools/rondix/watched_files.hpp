// WatchedFiles: whether one of the files of a flow has changed since that was last asked: the flow,
// what it includes, its theme, its pictures; also those that are not there yet.
#pragma once

#include "rondix/tools/flow.hpp"

#include <filesystem>
#include <map>
#include <string>

namespace rondix::tool {

class WatchedFiles {
  public:
    /// Adds the files of a flow that was read from `path`.
    void add(const std::string& path, const FlowFile& file);
    bool changed();

  private:
    struct Stamp {
        std::filesystem::file_time_type time;
        std::uintmax_t size = 0;
        friend bool operator==(const Stamp&, const Stamp&) = default;
    };
    static Stamp stamp_of(const std::string& path);

    std::map<std::string, Stamp> stamps_;
};

} // namespace rondix::tool
