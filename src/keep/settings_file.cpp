#include "rondix/settings_file.hpp"

#include "files/read_file.hpp"
#include "files/user_files.hpp"
#include "files/whole_file.hpp"
#include "keep/bindings_table.hpp"
#include "keep/setting_value.hpp"
#include "keep/toml_lines.hpp"

#include <cctype>

namespace rondix {

namespace {

constexpr std::size_t max_bytes = 1u << 20;
constexpr double quiet = 0.5;
constexpr int max_aside = 9;

/// The name of a folder: small letters and digits, with dashes for whatever stands between them.
std::string folder_name(std::string_view game) {
    std::string name;
    for (const char c : game) {
        const auto byte = static_cast<unsigned char>(c);
        if (std::isalnum(byte) || byte >= 0x80)
            name += byte < 0x80 ? static_cast<char>(std::tolower(byte)) : c;
        else if (!name.empty() && name.back() != '-')
            name += '-';
    }
    while (name.ends_with('-')) name.pop_back();
    return name.empty() ? "rondix-game" : name;
}

/// Beside the file, under the first name that is free, or that has the same text already.
std::string keep_aside(const std::string& path, const std::string& text) {
    std::string name;
    for (int i = 1; i <= max_aside; ++i) {
        name = path + ".damaged" + (i == 1 ? "" : "-" + std::to_string(i));
        const files::Text there = files::read_file(name, max_bytes);
        if (there.missing) break;
        if (there.fault.empty() && there.text == text) return {};
    }
    return files::write_whole(name, text);
}

/// A file that cannot be read at all makes room, so that the next one does not take its place.
std::string move_aside(const std::string& path) {
    std::string name = path + ".damaged";
    for (int i = 2; i <= max_aside && files::is_there(name); ++i)
        name = path + ".damaged-" + std::to_string(i);
    const std::string fault = files::rename_file(path, name);
    return fault.empty() ? fault : "cannot keep '" + path + "' aside: " + fault;
}

class Loader {
  public:
    Loader(const std::string& path, Runner& menus, const CodeWords& words)
        : path_(path)
        , menus_(menus)
        , flow_(menus.flow())
        , keys_(menus, words) {}

    std::vector<SettingsNote> load() {
        const files::Text read = files::read_file(path_, max_bytes);
        if (read.missing) return {};
        if (!read.fault.empty() || read.text.size() > max_bytes) {
            note(0, read.fault.empty() ? "'" + path_ + "' is too large for settings"
                                       : "cannot read '" + path_ + "': " + read.fault);
            const std::string other = files::what_else_is(path_);
            if (!other.empty() && other != "a folder") return std::move(notes_); // nobody's to move
            const std::string fault = move_aside(path_);
            if (!fault.empty()) note(0, fault);
            return std::move(notes_);
        }
        const std::string& text = read.text;
        const keep::TomlFile file = keep::read_toml(text);
        for (const keep::TomlFault& wrong : file.faults) note(wrong.line, wrong.text);
        for (const keep::TomlEntry& entry : file.entries) take(entry);
        keys_.finish([this](std::uint32_t line, std::string what) { note(line, std::move(what)); });
        if (notes_.empty()) return {};
        const std::string fault = keep_aside(path_, text);
        if (!fault.empty()) note(0, fault);
        return std::move(notes_);
    }

  private:
    void take(const keep::TomlEntry& entry) {
        if (entry.table == "settings") return take_setting(entry);
        if (entry.table == "keyboard") return keys_.take(DeviceKind::keyboard, entry);
        if (entry.table == "pad") return keys_.take(DeviceKind::pad, entry);
        note(entry.line, "'" + entry.key + "' is not supported");
    }

    void take_setting(const keep::TomlEntry& entry) {
        const SettingId id = flow_.setting(entry.key);
        if (id == no_setting || flow_[id].kind == SettingKind::key)
            return note(entry.line, "there is no setting '" + entry.key + "'");
        const std::string fault = keep::give(menus_, id, entry.value);
        if (!fault.empty()) note(entry.line, "'" + entry.key + "' " + fault);
    }

    void note(std::uint32_t line, std::string text) {
        const std::string place = line == 0 ? "" : path_ + ":" + std::to_string(line) + ": ";
        notes_.push_back({line, place + std::move(text)});
    }

    const std::string& path_;
    Runner& menus_;
    const CompiledFlow& flow_;
    keep::BindingsTable keys_;
    std::vector<SettingsNote> notes_;
};

} // namespace

std::string settings_path(const CompiledFlow& flow) {
    const std::string folder = files::settings_folder();
    if (folder.empty()) return {};
    return folder + "/" + folder_name(flow.text(flow.game)) + "/settings.toml";
}

SettingsFile::SettingsFile(std::string path, const CodeWords& words)
    : path_(std::move(path))
    , words_(words) {}

std::vector<SettingsNote> SettingsFile::load(Runner& menus) {
    if (path_.empty()) return {};
    return Loader(path_, menus, words_).load();
}

Status SettingsFile::save(const Runner& menus) {
    changed_ = false;
    if (path_.empty()) return {};
    const CompiledFlow& flow = menus.flow();
    std::string text = "# The settings of " + std::string(flow.text(flow.game)) +
                       ". They may be changed by hand while it is not running.\n[settings]\n";
    for (std::size_t i = 0; i < flow.settings.size(); ++i)
        if (flow.settings[i].kind != SettingKind::key)
            text += std::string(flow.text(flow.settings[i].id)) + " = " +
                    keep::written(menus, SettingId(i)) + "\n";
    text += keep::written_bindings(menus, words_);
    const std::string fault = files::write_whole(path_, text, {.make_folders = true});
    return fault.empty() ? Status() : Status(StatusCode::not_written, fault);
}

bool SettingsFile::obey(const Effect& effect) {
    if (effect.kind != EffectKind::setting) return false;
    changed_ = true;
    since_change_ = 0;
    return true;
}

Status SettingsFile::save_when_quiet(const Runner& menus, double seconds) {
    if (!changed_) return {};
    since_change_ += seconds;
    return since_change_ >= quiet ? save(menus) : Status();
}

} // namespace rondix
