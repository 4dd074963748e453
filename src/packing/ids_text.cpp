// The names of a flow as constants of C++ or C.
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

/// `cast-off` becomes `cast_off`.
std::string as_word(std::string_view name) {
    std::string word(name);
    for (char& c : word)
        if (!std::isalnum(static_cast<unsigned char>(c))) c = '_';
    if (word.empty() || std::isdigit(static_cast<unsigned char>(word[0]))) word.insert(0, "_");
    // Names with two of them side by side are the compiler's own.
    for (std::size_t at; (at = word.find("__")) != std::string::npos;) word.erase(at, 1);
    return word;
}

/// The same, but that `new` becomes `new_`.
std::string as_cpp(std::string_view name) {
    std::string word = as_word(name);
    if (words_of_cpp().contains(word)) word += '_';
    return word;
}

/// Built-in screens and events have names that no flow can give, or no game has to know.
bool is_own(std::string_view name) {
    return name.find('/') == std::string_view::npos;
}

enum class Language : std::uint8_t { cpp, c };

class IdsText {
  public:
    IdsText(const CompiledFlow& flow, Language language, std::string name_space)
        : flow_(flow)
        , in_c_(language == Language::c)
        , name_space_(std::move(name_space)) {}

    std::string write() {
        write_head();
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
        return text_ + (in_c_ ? "\n#endif\n" : "\n} // namespace " + name_space_ + "\n");
    }

  private:
    void write_head() {
        const std::string game(flow_.text(flow_.game));
        const std::string of = game.empty() ? "a flow" : printable(game);
        const std::string hash = std::to_string(names_hash(flow_));
        if (in_c_) {
            const std::string guard = "RONDIX_IDS_OF_" + name_space_ + "_H";
            text_ = "/* The names of " + in_comment(of) +
                    ", made by rondix ids. A name that is misspelt, or is no longer there, does\n"
                    " * not compile. */\n#ifndef " +
                    guard + "\n#define " + guard +
                    "\n\n/* To be compared with rondix_names_hash(flow) at start: these are the "
                    "names of that flow. */\n#define " +
                    name_space_ + "_names " + hash + "ull\n";
            return;
        }
        text_ = "// The names of " + of +
                ", made by rondix ids. A name that is misspelt, or is no longer there, does not\n"
                "// compile.\n#pragma once\n\n#include \"rondix/runtime/ids.hpp\"\n\nnamespace " +
                name_space_ + " {\n\n" +
                "/// To be compared with rondix::names_hash(flow) at start: these are the names of "
                "that flow.\n"
                "inline constexpr std::uint64_t names = " +
                hash + "ull;\n";
    }

    /// A comment of C ends at the first asterisk with a slash behind it.
    static std::string in_comment(std::string text) {
        for (std::size_t at; (at = text.find("*/")) != std::string::npos;) text.insert(at + 1, " ");
        return text;
    }

    /// Nothing is written of what turns out to be empty. Names of C all stand side by side.
    void begin(const std::string& name) {
        begun_ = name;
        is_begun_ = false;
        if (!in_c_) used_.clear();
    }
    void add(std::string_view type, std::string_view name, std::size_t number) {
        const std::string first = in_c_ ? name_in_c(name) : as_cpp(name);
        std::string word = first;
        for (int i = 2; !used_.insert(word).second; ++i) word = first + "_" + std::to_string(i);
        if (!is_begun_) text_ += in_c_ ? "\nenum {\n" : "\nnamespace " + begun_ + " {\n";
        is_begun_ = true;
        const std::string value = std::to_string(number);
        text_ += in_c_
                     ? "    " + word + " = " + value + ",\n"
                     : "inline constexpr " + std::string(type) + " " + word + "{" + value + "};\n";
    }
    void end() {
        if (!is_begun_) return;
        if (!in_c_) return void(text_ += "} // namespace " + begun_ + "\n");
        text_.erase(text_.size() - 2, 1); // the last comma
        text_ += "};\n";
    }

    /// `tidewick_ferry_controls_title_cast_off`
    std::string name_in_c(std::string_view name) const {
        std::string begun = begun_;
        if (const auto at = begun.find("::"); at != std::string::npos) begun.replace(at, 2, "_");
        return as_word(name_space_ + "_" + begun + "_" + std::string(name));
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
    bool in_c_;
    std::string name_space_;
    std::string text_;
    std::string begun_;     ///< what names are added to,
    bool is_begun_ = false; ///< and whether there is one
    std::set<std::string> used_;
};

/// Of the game's name, where no other is said.
std::string ids_text(const CompiledFlow& flow, Language language, const std::string& name) {
    std::string word = as_cpp(name.empty() ? flow.text(flow.game) : name);
    std::transform(word.begin(), word.end(), word.begin(),
                   [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    return IdsText(flow, language, word == "_" ? "menus" : word).write();
}

} // namespace

std::string ids_as_cpp(const CompiledFlow& flow, const std::string& name_space) {
    return ids_text(flow, Language::cpp, name_space);
}

std::string ids_as_c(const CompiledFlow& flow, const std::string& prefix) {
    return ids_text(flow, Language::c, prefix);
}

} // namespace rondix
