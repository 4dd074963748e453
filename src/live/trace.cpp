#include "rondix/trace.hpp"

#include "files/read_file.hpp"
#include "files/user_files.hpp"
#include "live/saved_json.hpp"
#include "rondix/effect_text.hpp"
#include "rondix/tools/move_text.hpp"
#include "rondix/tools/state_text.hpp"

#include <cerrno>
#include <cmath>
#include <cstring>

namespace rondix {

namespace {

using live::Json;

constexpr int version = 1;

Status cannot_write(const std::string& path) {
    return {StatusCode::not_written, "cannot write '" + path + "': " + std::strerror(errno)};
}

double in_milliseconds(double seconds) {
    return std::round(seconds * 1000) / 1000;
}

std::string_view word_of(DeviceKind kind) {
    switch (kind) {
    case DeviceKind::keyboard: return "keyboard";
    case DeviceKind::pad: return "pad";
    case DeviceKind::pointer: return "pointer";
    case DeviceKind::touch: return "touch";
    }
    return {};
}

/// Lists that have rows, by the flags that say so.
Json rows_of(const Runner& menus) {
    const CompiledFlow& flow = menus.flow();
    Json rows = Json::array();
    for (std::size_t i = 0; i < flow.flags.size(); ++i)
        if (flow.flags[i].kind == FlagKind::rows && menus.menu_state().flag(FlagId(i)))
            rows.push_back(flow.text(flow.flags[i].id));
    return rows;
}

/// Scenes that stay, and are loaded: the Runner does not ask for them again.
Json loaded_of(const Runner& menus) {
    Json loaded = Json::array();
    for (std::size_t i = 0; i < menus.flow().scenes.size(); ++i)
        if (menus.is_loaded(SceneId(i)))
            loaded.push_back(menus.flow().text(menus.flow().scenes[i].id));
    return loaded;
}

} // namespace

void Trace::begin(Runner& menus) {
    if (menus.menu_state().depth() == 0 || (!is_on() && !open())) return;
    write_beginning(menus);
}

void Trace::end() {
    file_.reset();
}

bool Trace::open() {
    file_.reset(files::open_stream(path_, "wb"));
    written_ = 0;
    status_ = file_ ? Status() : cannot_write(path_);
    return is_on();
}

void Trace::write_beginning(Runner& menus) {
    menus.take_moves();
    moves_seen_ = menus.moves_made();
    Json line = {{"rondix-trace", version}, {"t", in_milliseconds(time_)}};
    line["from"] = live::as_json(saved(menus));
    if (Json loaded = loaded_of(menus); !loaded.empty()) line["loaded"] = std::move(loaded);
    if (Json rows = rows_of(menus); !rows.empty()) line["rows"] = std::move(rows);
    write(line.dump(-1, ' ', false, Json::error_handler_t::replace));
}

void Trace::note(Runner& menus, std::span<const Effect> effects, double seconds) {
    if (is_on()) note(menus, menus.take_moves(), effects, seconds);
}

void Trace::note(Runner& menus, std::span<const Move> moves, std::span<const Effect> effects,
                 double seconds) {
    if (!is_on()) return;
    if (seconds > 0) time_ += seconds;
    const bool gap = moves_seen_ + moves.size() != menus.moves_made();
    moves_seen_ = menus.moves_made();
    if (moves.empty() && effects.empty() && !gap) return;
    Json line = {{"t", in_milliseconds(time_)}};
    bool players = false;
    for (const Move move : moves) {
        line["moves"].push_back(move_text(menus.flow(), move));
        players = players || is_players(move.kind);
    }
    if (players) line["by"] = word_of(menus.device().kind);
    for (const Effect& effect : effects) line["effects"].push_back(effect_text(menus, effect));
    line["now"] = open_screens(menus.flow(), menus.menu_state());
    if (gap) line["gap"] = true;
    write(line.dump(-1, ' ', false, Json::error_handler_t::replace));
    if (gap && is_on()) write_beginning(menus);
    if (is_on() && written_ > max_bytes_ / 2) make_room(menus);
}

void Trace::note(const Runner& menus, std::span<const Breach> breaches) {
    if (!is_on() || breaches.empty()) return;
    Json line = {{"t", in_milliseconds(time_)}, {"breaches", Json::array()}};
    for (const Breach& breach : breaches)
        line["breaches"].push_back(breach_text(menus.flow(), breach));
    write(line.dump(-1, ' ', false, Json::error_handler_t::replace));
}

/// The last of what happened is kept: this half, and the next.
void Trace::make_room(Runner& menus) {
    file_.reset();
    if (files::what_else_is(path_).empty()) // a device, or a pipe, stays where it is
        files::rename_file(path_, path_ + ".old");
    if (open()) write_beginning(menus);
}

/// Line by line, so that a crash of the game leaves all but the last.
void Trace::write(const std::string& line) {
    const std::string whole = line + "\n";
    const bool good = std::fwrite(whole.data(), 1, whole.size(), file_.get()) == whole.size() &&
                      std::fflush(file_.get()) == 0;
    written_ += whole.size();
    if (good) return;
    status_ = cannot_write(path_);
    file_.reset();
}

} // namespace rondix
