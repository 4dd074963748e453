// rondix edit: changes of a flow as somebody would type them.
#include "commands.hpp"
#include "edit_words.hpp"
#include "outputs.hpp"

#include "editing/texts.hpp"
#include "files/read_file.hpp"

#include <fmt/format.h>
#include <nlohmann/json.hpp>

#include <array>
#include <cstdio>
#include <memory>
#include <optional>

namespace rondix::tool {

namespace {

using Words = std::vector<std::string>;

struct Options {
    std::string flow, from, format = "text";
    Words change;
    bool dry_run = false;
};

int fail(const std::string& fault) {
    fmt::print(stderr, "error: {}\n", fault);
    return cannot_be_used;
}

constexpr std::size_t most = 16U << 20; // bytes

std::string standard_input() {
    std::string text;
    std::array<char, 4096> buffer{};
    while (text.size() <= most) {
        const std::size_t count = std::fread(buffer.data(), 1, buffer.size(), stdin);
        if (count == 0) break;
        text.append(buffer.data(), count);
    }
    return text;
}

/// `[["set", "control", "title.play", "text", "Go"], ...]`
std::optional<std::vector<Words>> changes_in(const std::string& path) {
    const std::string text = path == "-" ? standard_input() : files::read_file(path, most).text;
    const auto json = nlohmann::json::parse(text, nullptr, false);
    if (!json.is_array()) return std::nullopt;
    std::vector<Words> all;
    for (const auto& one : json) {
        Words& words = all.emplace_back();
        if (!one.is_array()) return std::nullopt;
        for (const auto& word : one) {
            if (!word.is_string()) return std::nullopt;
            words.push_back(word.get<std::string>());
        }
    }
    return all;
}

/// One after the other, each on what those before it made: all or none.
Changed make_all(const FlowFile& file, const std::vector<Words>& changes) {
    Changed all;
    FlowFile now = file;
    for (std::size_t i = 0; i < changes.size(); ++i) {
        Changed one = change_by_words(now, changes[i]);
        if (!one.fault.empty()) {
            all.fault =
                changes.size() == 1 ? one.fault : fmt::format("change {}: {}", i + 1, one.fault);
            all.texts.clear();
            return all;
        }
        for (auto& [path, text] : one.texts) all.texts[path] = std::move(text);
        if (i + 1 < changes.size()) now = with_texts(file, all.texts);
    }
    return all;
}

std::string as_json(const Changed& changed) {
    nlohmann::ordered_json all;
    all["fault"] =
        changed.fault.empty() ? nlohmann::ordered_json() : nlohmann::ordered_json(changed.fault);
    all["files"] = nlohmann::ordered_json::object();
    for (const auto& [path, text] : changed.texts) all["files"][path] = text;
    return all.dump(2, ' ', false, nlohmann::ordered_json::error_handler_t::replace) + "\n";
}

int run(const Options& options) {
    if (options.change.empty() == options.from.empty())
        return fail("say what to change, or a file of changes with --from");
    const FlowFile file = load_and_tell(options.flow);
    if (!file.readable) return cannot_be_used;
    std::optional<std::vector<Words>> changes = std::vector<Words>{options.change};
    if (!options.from.empty()) changes = changes_in(options.from);
    if (!changes)
        return fail(fmt::format("'{}' is no list of changes: [[\"set\", \"control\", ...], ...]",
                                options.from));
    const Changed changed = make_all(file, *changes);
    if (options.format == "json") fmt::print("{}", as_json(changed));
    if (!changed.fault.empty())
        return options.format == "json" ? cannot_be_used : fail(changed.fault);
    if (!options.dry_run && !write_all_back(file.sources, changed.texts)) return cannot_be_used;
    if (options.format == "json") return proved;
    if (changed.texts.empty()) fmt::print("it is so already\n");
    for (const Source& source : file.sources)
        if (const auto text = changed.texts.find(source.name()); text != changed.texts.end())
            fmt::print("{}", difference(source.name(), source.text(), text->second));
    return proved;
}

} // namespace

Run add_edit(Command& command) {
    const auto options = std::make_shared<Options>();
    command.text("FLOW", options->flow, "the flow file").needed().means(Means::flow);
    command.texts("CHANGE", options->change, "one of the changes below").means(Means::change);
    command
        .text("--from", options->from,
              "a file of several changes, all or none: JSON, a list of lists of words; -: standard "
              "input")
        .means(Means::file);
    command.text("--format", options->format, "as text or json").one_of({"text", "json"});
    command.flag("--dry-run", options->dry_run, "print what would change, and write nothing");
    command.footer(forms_of_changes);
    command.describes("Change a flow as an editor would, with all other text left as it is.");
    command.example("rondix edit game.flow.yaml set screen title title Welcome",
                    "set the title of a screen");
    return [options] { return run(*options); };
}

} // namespace rondix::tool
