#include "manual_page.hpp"

#include <fmt/format.h>

#include <algorithm>
#include <cctype>

namespace rondix::tool {

namespace {

/// As groff takes it: no sign of its own, and no line that looks like a request.
std::string plain(std::string_view text) {
    std::string out;
    bool begins_line = true;
    for (const char c : text) {
        if (begins_line && (c == '.' || c == '\'')) out += "\\&";
        if (c == '\\')
            out += "\\e";
        else if (c == '-')
            out += "\\-";
        else if (c == '"')
            out += "\\(dq";
        else
            out += c;
        begins_line = c == '\n';
    }
    return out;
}

std::string bold(std::string_view text) {
    return "\\fB" + plain(text) + "\\fR";
}
std::string slanted(std::string_view text) {
    return "\\fI" + plain(text) + "\\fR";
}

std::string as_sentence(std::string_view text) {
    std::string out(text);
    if (!out.empty()) out[0] = static_cast<char>(std::toupper(static_cast<unsigned char>(out[0])));
    if (!out.empty() && out.back() != '.') out += '.';
    return plain(out);
}

std::string_view word_for(Means means) {
    switch (means) {
    case Means::number:
    case Means::finding: return "N";
    case Means::seconds: return "SECONDS";
    case Means::size: return "WIDTHxHEIGHT";
    case Means::file:
    case Means::flow:
    case Means::walkthrough:
    case Means::trace: return "FILE";
    case Means::folder: return "DIR";
    case Means::screen:
    case Means::screen_or_scene: return "SCREEN";
    case Means::control: return "CONTROL";
    case Means::rule:
    case Means::kind:
    case Means::name:
    case Means::change:
    case Means::command:
    case Means::text: return "TEXT";
    }
    return "TEXT";
}

std::string value_of(const DeclaredWord& word) {
    if (word.choices.empty()) return slanted(word_for(word.means));
    std::string all;
    for (const std::string& choice : word.choices) all += (all.empty() ? "" : "|") + bold(choice);
    return all;
}

std::string heading(std::string_view name, const Commands& all) {
    const std::string title = fmt::format("rondix{}{}", name.empty() ? "" : "-", name);
    std::string upper = title;
    for (char& c : upper) c = static_cast<char>(std::toupper(static_cast<unsigned char>(c)));
    return fmt::format(".TH \"{}\" 1 \"\" \"Rondix {}\" \"Rondix\"\n", plain(upper), all.version);
}

std::string name_section(std::string_view name, std::string_view about) {
    const std::string title = fmt::format("rondix{}{}", name.empty() ? "" : "-", name);
    return fmt::format(".SH NAME\n{} \\- {}\n", plain(title), plain(about));
}

std::string synopsis(const Declared& command) {
    std::string words;
    for (const DeclaredWord& word : command.words) {
        if (!word.stands_by_place()) continue;
        const std::string name = slanted(word.names.front()) + (word.repeats ? " ..." : "");
        words += word.needed ? " " + name : " [" + name + "]";
    }
    return fmt::format(".SH SYNOPSIS\n{} [{}]{}\n", bold("rondix " + command.name),
                       slanted("OPTIONS"), words);
}

std::string tagged(const std::string& tag, const std::string& text) {
    return ".TP\n" + tag + "\n" + text + "\n";
}

std::string about_word(const DeclaredWord& word) {
    std::string about = as_sentence(word.about);
    if (!word.standard.empty()) about += " The default is " + bold(word.standard) + ".";
    return about;
}

std::string places(const Declared& command) {
    std::string text;
    for (const DeclaredWord& word : command.words)
        if (word.stands_by_place()) text += tagged(slanted(word.names.front()), about_word(word));
    return text;
}

std::string options(const Declared& command) {
    std::string text;
    for (const DeclaredWord& word : command.words) {
        if (word.stands_by_place()) continue;
        std::string names;
        for (const std::string& name : word.names)
            names += (names.empty() ? "" : ", ") + bold(name);
        if (word.takes_value) names += " " + value_of(word);
        text += tagged(names, about_word(word));
    }
    return text.empty() ? "" : ".SH OPTIONS\n" + text;
}

/// Word for word, with its own lines.
std::string block(std::string_view text) {
    return fmt::format(".PP\n.nf\n{}\n.fi\n", plain(text));
}

std::string examples(const Declared& command) {
    std::string text;
    for (const auto& [words, about] : command.examples)
        text +=
            fmt::format(".PP\n{}\n.PP\n.RS\n.nf\n{}\n.fi\n.RE\n", as_sentence(about), bold(words));
    return text.empty() ? "" : ".SH EXAMPLES\n" + text;
}

constexpr std::string_view exit_status = R"(.SH "EXIT STATUS"
.TP
.B 0
Proved, or done.
.TP
.B 1
Errors were found.
.TP
.B 2
The input or the command line cannot be used.
.TP
.B 3
Undecided: a limit was reached, or the user stopped it.
)";

constexpr std::string_view environment = R"(.SH ENVIRONMENT
.TP
.B NO_COLOR
Where it is set, a terminal shows no colours.
)";

} // namespace

std::string manual_page(const Declared& command, const Commands& all) {
    std::string text = heading(command.name, all) + name_section(command.name, command.about);
    text += synopsis(command) + ".SH DESCRIPTION\n";
    text += (command.more.empty() ? as_sentence(command.about) : plain(command.more)) + "\n";
    text += places(command);
    if (!command.footer.empty()) text += block(command.footer);
    text += options(command) + ".PP\nWhat all commands take stands in\n.BR rondix (1).\n";
    text += std::string(exit_status) + examples(command);
    return text + ".SH \"SEE ALSO\"\n.BR rondix (1)\n";
}

std::string manual_page_of_all(const Declared& common, const Commands& all) {
    std::string text =
        heading("", all) + name_section("", "run, prove and draw the menus of a game");
    text += fmt::format(".SH SYNOPSIS\n{} [{}] {} ...\n", bold("rondix"), slanted("OPTIONS"),
                        slanted("COMMAND"));
    text += fmt::format(".SH DESCRIPTION\n{}\n", plain(common.more)) + options(common);
    text += ".SH COMMANDS\n";
    for (const Commands::One& one : all.all)
        if (!one.is_for_programs) text += tagged(bold(one.name), as_sentence(one.about));
    text += std::string(exit_status) + std::string(environment) + ".SH \"SEE ALSO\"\n";
    std::string others;
    for (const Commands::One& one : all.all)
        if (!one.is_for_programs)
            others += fmt::format("{}.BR {} (1)", others.empty() ? "" : ",\n",
                                  plain("rondix-" + std::string(one.name)));
    return text + others + "\n";
}

} // namespace rondix::tool
