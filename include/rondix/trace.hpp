// Trace: what a player did and what came of it, written down while the game runs, so that the
// report of a bug can be walked through again (`rondix walk`).
//
//   Trace trace("ferry.trace.jsonl");
//   trace.begin(menus);                                // at any time; from here on it is written
//   each frame: const auto effects = menus.take_effects();
//               trace.note(menus, effects, seconds);   // takes the moves of the Runner as well
//   trace.end();
//
// The file is JSON Lines (docs/traces.md): where it begins, and a line for each frame in which
// something happened. It never grows beyond its limit by more than a line: when it is half full it
// is set aside as `.old`, in the place of the last one, and a new one begins where the player
// stands; the two are the last of what happened. Nothing that goes wrong with the file has any say
// in the game.
#pragma once

#include "rondix/runner.hpp"

#include <cstdio>
#include <memory>
#include <string>

namespace rondix {

class Trace {
  public:
    explicit Trace(std::string path, std::size_t max_bytes = 4u << 20)
        : path_(std::move(path))
        , max_bytes_(max_bytes) {}

    /// From here on everything is written, of this Runner; it has been started. When it is on
    /// already, it goes on from where this Runner stands: after take_over(), or start().
    void begin(Runner& menus);
    void end();
    bool is_on() const { return file_ != nullptr; }

    /// What happened since the last time, before the game answers to it; nothing while it is off.
    /// The second is for games that want the moves themselves: `moves` is what take_moves() gave.
    void note(Runner& menus, std::span<const Effect> effects, double seconds);
    void note(Runner& menus, std::span<const Move> moves, std::span<const Effect> effects,
              double seconds);

    /// Why it was switched off by itself, or an empty text.
    const std::string& fault() const { return fault_; }

  private:
    struct Close {
        void operator()(std::FILE* file) const { std::fclose(file); }
    };

    bool open();
    void make_room(Runner& menus);
    void write_beginning(Runner& menus);
    void write(const std::string& line);

    std::string path_;
    std::size_t max_bytes_;
    std::unique_ptr<std::FILE, Close> file_;
    std::size_t written_ = 0;
    std::uint64_t moves_seen_ = 0;
    double time_ = 0;
    std::string fault_;
};

} // namespace rondix
