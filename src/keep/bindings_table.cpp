#include "keep/bindings_table.hpp"

#include <algorithm>

namespace rondix::keep {

namespace {

constexpr DeviceKind kinds[] = {DeviceKind::keyboard, DeviceKind::pad};

std::string_view word_of(const CodeWords& words, DeviceKind kind, Code code) {
    if (!words.word || !words.code) return {};
    const std::string_view word = words.word(words.context, kind, code);
    Code back{};
    return words.code(words.context, kind, word, back) && back == code ? word : std::string_view{};
}

std::string shown(const CodeWords& words, DeviceKind kind, Code code) {
    const std::string_view word = word_of(words, kind, code);
    return word.empty() ? std::to_string(static_cast<std::uint32_t>(code)) : toml_quoted(word);
}

} // namespace

std::string written_bindings(const Runner& menus, const CodeWords& words) {
    const Bindings& bindings = menus.bindings();
    std::string all;
    for (const DeviceKind kind : kinds) {
        std::string lines;
        for (std::size_t i = 0; i < bindings.targets(); ++i) {
            if (bindings.is_default(kind, Target(i))) continue;
            std::string codes;
            for (const Code code : bindings.codes(kind, Target(i)))
                codes += (codes.empty() ? "" : ", ") + shown(words, kind, code);
            lines += std::string(name_of(menus.flow(), Target(i))) + " = [" + codes + "]\n";
        }
        if (lines.empty()) continue;
        all += kind == DeviceKind::pad ? "\n[pad]\n" : "\n[keyboard]\n";
        all += lines;
    }
    return all;
}

void BindingsTable::finish(const Tell& tell) {
    read(tell);
    if (said_.empty()) return;
    Bindings bindings = menus_.bindings();
    bindings.reset_all();
    for (const Said& said : said_) bindings.clear(said.kind, said.target);
    for (const Said& said : said_)
        for (const Code code : said.codes) bind(bindings, said, code, tell);
    for (const Said& said : said_)
        if (bindings.give_needed(said.kind, said.target))
            tell(said.line, "'" + std::string(name_of(menus_.flow(), said.target)) +
                                "' needs a key; its defaults are used");
    menus_.choose_bindings(bindings);
}

void BindingsTable::read(const Tell& tell) {
    for (const auto& [kind, entry] : entries_) {
        const Target target = target_named(menus_.flow(), entry.key);
        const auto* items = std::get_if<std::vector<TomlItem>>(&entry.value);
        if (target == no_target || !items) {
            tell(entry.line, target == no_target ? "there is no key '" + entry.key + "'"
                                                 : "'" + entry.key + "' must be a list of keys");
            continue;
        }
        Said said{kind, target, entry.line, {}};
        for (const TomlItem& item : *items) {
            Code code{};
            if (code_of(kind, item, code))
                said.codes.push_back(code);
            else
                tell(entry.line, "'" + entry.key + "' has an unknown key");
        }
        if (!said.codes.empty() || items->empty()) said_.push_back(std::move(said));
    }
}

bool BindingsTable::code_of(DeviceKind kind, const TomlItem& item, Code& code) const {
    if (const auto* number = std::get_if<std::int64_t>(&item)) {
        if (*number < 0 || *number > 0xFFFFFFFFLL) return false;
        code = static_cast<Code>(*number);
        return true;
    }
    return words_.code && words_.code(words_.context, kind, std::get<std::string>(item), code);
}

/// A key that two lines name is the first one's; from what the file does not name it is taken.
void BindingsTable::bind(Bindings& bindings, const Said& said, Code code, const Tell& tell) const {
    const Target before = bindings.meaning(said.kind, code);
    const bool taken = before != no_target && is_said(said.kind, before);
    if (!taken && before != no_target) bindings.remove(said.kind, code);
    if (taken || !bindings.add(said.kind, code, said.target))
        tell(said.line, "a key of '" + std::string(name_of(menus_.flow(), said.target)) +
                            "' is used elsewhere, or is one too many");
}

bool BindingsTable::is_said(DeviceKind kind, Target target) const {
    return std::any_of(said_.begin(), said_.end(), [&](const Said& said) {
        return said.kind == kind && said.target == target;
    });
}

} // namespace rondix::keep
