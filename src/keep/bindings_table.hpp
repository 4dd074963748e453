// The player's keys in a file: of each target whose keys are not the platform's own, all that it
// has. Reading takes what fits together; accept, back and menu always end up with a key.
#pragma once

#include "keep/toml_lines.hpp"
#include "rondix/settings_file.hpp"

#include <functional>

namespace rondix::keep {

/// The tables `[keyboard]` and `[pad]`; empty where nothing is the player's own.
std::string written_bindings(const Runner& menus, const CodeWords& words);

class BindingsTable {
  public:
    using Tell = std::function<void(std::uint32_t line, std::string text)>;

    BindingsTable(Runner& menus, const CodeWords& words)
        : menus_(menus)
        , words_(words) {}

    void take(DeviceKind kind, const TomlEntry& entry) { entries_.emplace_back(kind, entry); }
    /// Gives the Runner all that was taken, and tells what could not be.
    void finish(const Tell& tell);

  private:
    struct Said {
        DeviceKind kind{};
        Target target{};
        std::uint32_t line = 0;
        std::vector<Code> codes;
    };
    void read(const Tell& tell);
    bool code_of(DeviceKind kind, const TomlItem& item, Code& code) const;
    void bind(Bindings& bindings, const Said& said, Code code, const Tell& tell) const;
    bool is_said(DeviceKind kind, Target target) const;

    Runner& menus_;
    const CodeWords& words_;
    std::vector<std::pair<DeviceKind, TomlEntry>> entries_;
    std::vector<Said> said_;
};

} // namespace rondix::keep
