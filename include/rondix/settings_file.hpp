// SettingsFile: a player's settings and keys, kept in a file from one game to the next.
//
//   rondix::SettingsFile kept(rondix::settings_path(flow));
//   for (const rondix::SettingsNote& note : kept.load(menus)) log(note.text);
//   menus.start();
//   while (game.is_running()) {
//       for (const rondix::Effect& effect : menus.take_effects()) kept.obey(effect);
//       if (const auto status = kept.save_when_quiet(menus, game.seconds()); !status)
//           log(status.words());
//   }
//   if (const rondix::Status status = kept.save(menus); !status) log(status.words());
//
// The file is TOML, a line a setting, and may be edited by hand. After a crash or a
// full disk at any moment the file is the old one or the new one, never a part. A wrong value
// affects only itself and is reported; the original file is then kept next to it
// (`settings.toml.damaged`).
//
// Errors: by Status, and SettingsNote for what was wrong in the file; nothing is thrown. Units:
// seconds. Cost: load() and save() wait for the disk. Threads: one at a time for each object.
#pragma once

#include "rondix/runtime/runner.hpp"
#include "rondix/runtime/status.hpp"

#include <string>
#include <vector>

namespace rondix {

/// `$XDG_CONFIG_HOME/tidewick-ferry/settings.toml`, or that in `~/.config`, or on Windows in
/// `%APPDATA%`; the folder is the name of the game. Empty where the user has no home. Source: XDG
/// Base Directory Specification 0.8.
std::string settings_path(const CompiledFlow& flow);

/// A fault in a file, for a log.
struct SettingsNote {
    std::uint32_t line = 0; ///< from 1; 0 where it is about the whole file
    std::string text;       ///< with the file's name and the line in front
};

class SettingsFile {
  public:
    /// With an empty path nothing is read or written.
    explicit SettingsFile(std::string path, const CodeWords& words = {});

    /// Applies the file to the Runner. A missing file is no fault.
    std::vector<SettingsNote> load(Runner& menus);

    /// Writes the present settings; makes missing folders.
    Status save(const Runner& menus);

    /// Notes changes of settings; false for every other effect.
    bool obey(const Effect& effect);
    /// Saves half a second after the last change, so that a slider that is dragged is written once.
    Status save_when_quiet(const Runner& menus, double seconds);

    const std::string& path() const { return path_; }

  private:
    std::string path_;
    CodeWords words_;
    bool changed_ = false;
    double since_change_ = 0;
};

} // namespace rondix
