// Trace: records what a player does and what happens while the game runs, so that a bug report can
// be replayed (`rondix walk`).
//
//   rondix::Trace trace("ferry.trace.jsonl");
//   trace.begin(menus);                                // at any time
//   while (game.is_running()) {
//       const auto effects = menus.take_effects();
//       trace.note(menus, effects, game.seconds());    // takes the moves of the Runner as well
//       for (const rondix::Effect& effect : effects) game.obey(effect);
//   }
//   trace.end();
//
// The file is JSON Lines (docs/traces.md): where it begins, and a line for each frame in which
// something happened. It exceeds its limit by a line at most: when it is half full it is
// renamed to `.old`, and a new one begins with the present state; the two hold the latest part. A
// fault of the file does not affect the game.
//
// Errors: in status(); nothing is thrown. Units: seconds, bytes. Cost: note() writes a line where
// something happened. Threads: that of the Runner.
#pragma once

#include "rondix/conformance.hpp"
#include "rondix/runtime/runner.hpp"
#include "rondix/runtime/status.hpp"

#include <cstdio>
#include <memory>
#include <string>

namespace rondix {

class Trace {
  public:
    explicit Trace(std::string path, std::size_t max_bytes = 4u << 20)
        : path_(std::move(path))
        , max_bytes_(max_bytes) {}

    /// Starts recording a Runner that has been started. When it is on already, it continues with
    /// this Runner's state: after take_over(), or start().
    void begin(Runner& menus);
    void end();
    bool is_on() const { return file_ != nullptr; }

    /// Records what happened since the last call, before the game answers it. The second is for
    /// games that use the moves themselves: `moves` is the result of take_moves().
    void note(Runner& menus, std::span<const Effect> effects, double seconds);
    void note(Runner& menus, std::span<const Move> moves, std::span<const Effect> effects,
              double seconds);
    /// What Conformance::look() and end() found.
    void note(const Runner& menus, std::span<const Breach> breaches);

    /// Why it switched itself off, if it did.
    const Status& status() const { return status_; }

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
    Status status_;
};

} // namespace rondix
