// The names of a flow as C++ constants.
#include "rondix/tools/pack.hpp"

#include "rondix/runtime/packed_flow.hpp"
#include "words/printable.hpp"

#include <algorithm>
#include <cctype>
#include <set>
#include <string_view>

namespace rondix {

namespace {

const std::set<std::string_view>& words_of_cpp() {
    static const std::set<std::string_view> words = {
        "alignas",   "alignof",   "and",       "asm",      "auto",         "bool",      "break",
        "case",      "catch",     "char",      "class",    "compl",        "concept",   "const",
        "consteval", "constexpr", "constinit", "continue", "co_await",     "co_return", "co_yield",
        "decltype",  "default",   "delete",    "do",       "double",       "else",      "enum",
        "explicit",  "export",    "extern",    "false",    "float",        "for",       "friend",
        "goto",      "if",        "inline",    "int",      "long",         "mutable",   "namespace",
        "new",       "not",       "operator",  "or",       "private",      "protected", "public",
        "register",  "requires",  "return",    "short",    "signed",       "sizeof",    "static",
        "struct",    "switch",    "template",  "this",     "thread_local", "throw",     "true",
        "try",       "typedef",   "typeid",    "typename", "union",        "unsigned",  "using",
        "virtual",   "void",      "volatile",  "while",    "xor"};
    return words;
}

/// `cast-off` becomes `cast_off`, and `new` becomes `new_`.
std::string as_cpp(std::string_view name) {
    std::string word(name);
    for (char& c : word)
        if (!std::isalnum(static_cast<unsigned char>(c))) c = '_';
    if (word.empty() || std::isdigit(static_cast<unsigned char>(word[0]))) word.insert(0, "_");
    // Names with two of them side by side are the compiler's own.
    for (std::size_t at; (at = word.find("__")) != std::string::npos;) word.erase(at, 1);
    if (words_of_cpp().contains(word)) word += '_';
    return word;
}

/// Built-in screens and events have names that no flow can give, or no game has to know.
bool is_own(std::string_view name) {
    return name.find('/') == std::string_view::npos;
}

class IdsText {
  public:
    IdsText(const CompiledFlow& flow, std::string name_space)
        : flow_(flow)
        , name_space_(std::move(name_space)) {}

    std::string write() {
        const std::string game(flow_.text(flow_.game));
        text_ = "// The names of " + (game.empty() ? "a flow" : printable(game)) +
                ", made by rondix ids. A name that is misspelt, or is no longer there, does not\n"
                "// compile.\n#pragma once\n\n#include \"rondix/runtime/ids.hpp\"\n\nnamespace " +
                name_space_ + " {\n\n" +
                "/// To be compared with rondix::names_hash(flow) at start: these are the names of "
                "that flow.\n"
                "inline constexpr std::uint64_t names = " +
                std::to_string(names_hash(flow_)) + "ull;\n";
        add_table("screens", "ScreenId", flow_.screens);
        add_table("scenes", "SceneId", flow_.scenes);
        add_table("flags", "FlagId", flow_.flags);
        add_table("events", "EventId", flow_.events);
        add_table("requests", "RequestId", flow_.requests);
        add_table("settings", "SettingId", flow_.settings);
        begin("keys");
        for (std::size_t i = 0; i < flow_.keys.size(); ++i)
            add("rondix::KeyId", flow_.text(flow_.keys[i]), i);
        end();
        add_told_words();
        for (const Screen& screen : flow_.screens) add_controls(screen);
        return text_ + "\n} // namespace " + name_space_ + "\n";
    }

  private:
    /// Nothing is written of what turns out to be empty.
    void begin(const std::string& name) {
        begun_ = name;
        used_.clear();
    }
    void add(std::string_view type, std::string_view name, std::size_t number) {
        std::string word = as_cpp(name);
        for (int i = 2; !used_.insert(word).second; ++i)
            word = as_cpp(name) + "_" + std::to_string(i);
        if (used_.size() == 1) text_ += "\nnamespace " + begun_ + " {\n";
        text_ += "inline constexpr " + std::string(type) + " " + word + "{" +
                 std::to_string(number) + "};\n";
    }
    void end() {
        if (!used_.empty()) text_ += "} // namespace " + begun_ + "\n";
    }

    template <class Rows>
    void add_table(const std::string& name, const std::string& type, const Rows& rows) {
        begin(name);
        for (std::size_t i = 0; i < rows.size(); ++i)
            if (is_own(flow_.text(rows[i].id)) &&
                flow_.text(rows[i].id).find(' ') == std::string_view::npos)
                add("rondix::" + type, flow_.text(rows[i].id), i);
        end();
    }

    /// What the game is told: Effect::word() of EffectKind::told.
    void add_told_words() {
        std::set<std::uint32_t> told;
        for (const Step& step : flow_.steps)
            if (step.kind == StepKind::tell) told.insert(step.subject);
        begin("told");
        for (const std::uint32_t word : told)
            add("rondix::WordId", flow_.text(flow_.words[word]), word);
        end();
    }

    void add_controls(const Screen& screen) {
        if (!is_own(flow_.text(screen.id))) return;
        begin("controls::" + as_cpp(flow_.text(screen.id)));
        for (std::uint32_t i = screen.controls.begin; i < screen.controls.end(); ++i)
            add("rondix::ControlId", flow_.text(flow_.controls[i].id), i);
        end();
    }

    const CompiledFlow& flow_;
    std::string name_space_;
    std::string text_;
    std::string begun_;
    std::set<std::string> used_;
};

} // namespace

std::string ids_as_cpp(const CompiledFlow& flow, const std::string& name_space) {
    std::string word = as_cpp(name_space.empty() ? flow.text(flow.game) : name_space);
    std::transform(word.begin(), word.end(), word.begin(),
                   [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    return IdsText(flow, word == "_" ? "menus" : word).write();
}

} // namespace rondix
