#include "command.hpp"

#include "rondix/tools/names.hpp"
#include "words/printable.hpp"

#include <CLI/CLI.hpp>
#include <fmt/format.h>

#include <algorithm>
#include <cstdio>
#include <cstdlib>
#include <map>
#include <sstream>

namespace rondix::tool {

namespace {

Fault good_size(int least, int most) {
    return [least, most](const std::string& text) -> std::string {
        int width = 0, height = 0;
        char rest = 0;
        const int read = std::sscanf(text.c_str(), "%5dx%5d%c", &width, &height, &rest);
        if (read == 2 && width >= least && height >= least && width <= most && height <= most)
            return "";
        return fmt::format("a size is written as 1280x800, from {0}x{0} to {1}x{1}", least, most);
    };
}

Size size_of(const std::string& text) {
    Size size;
    std::sscanf(text.c_str(), "%5dx%5d", &size.width, &size.height);
    return size;
}

Word declared_number(CLI::Option* option, DeclaredWord& word, Means means) {
    word.means = means;
    word.standard = option->get_default_str();
    return {option, word};
}

} // namespace

const Word& Word::needed() const {
    word_->required();
    declared_.needed = true;
    return *this;
}

const Word& Word::one_of(std::vector<std::string> words) const {
    declared_.choices = words;
    word_->check(CLI::IsMember(std::move(words)))->capture_default_str();
    declared_.standard = word_->get_default_str();
    return *this;
}

const Word& Word::checked(Fault fault) const {
    word_->check(std::move(fault));
    return *this;
}

const Word& Word::means(Means what) const {
    declared_.means = what;
    return *this;
}

DeclaredWord& Command::declare(const char* names, const char* about) {
    DeclaredWord word{.names = {}, .about = about};
    std::istringstream all(names);
    for (std::string name; std::getline(all, name, ',');) word.names.push_back(name);
    declared_.words.push_back(std::move(word));
    return declared_.words.back();
}

Word Command::text(const char* names, std::string& into, const char* about) {
    return Word(app_.add_option(names, into, about), declare(names, about));
}

Word Command::texts(const char* names, std::vector<std::string>& into, const char* about) {
    DeclaredWord& word = declare(names, about);
    word.repeats = true;
    return Word(app_.add_option(names, into, about), word);
}

void Command::flag(const char* name, bool& into, const char* about) {
    app_.add_flag(name, into, about);
    declare(name, about).takes_value = false;
}

Word Command::count(const char* name, std::size_t& into, std::size_t least, std::size_t most,
                    const char* about) {
    CLI::Option* option = app_.add_option(name, into, about);
    option->check(CLI::Range(least, most))->capture_default_str();
    return declared_number(option, declare(name, about), Means::number);
}

void Command::seconds(const char* name, double& into, double most, const char* about) {
    // (What is not a number is in no range, and out of none.)
    const auto fault = [most](const std::string& text) -> std::string {
        const double value = std::atof(text.c_str());
        return value >= 0 && value <= most ? ""
                                           : fmt::format("a time is from 0 to {:g} seconds", most);
    };
    CLI::Option* option = app_.add_option(name, into, about);
    option->check(fault)->capture_default_str();
    declared_number(option, declare(name, about), Means::seconds);
}

void Command::number(const char* name, double& into, double least, double most, const char* about) {
    const auto fault = [least, most](const std::string& text) -> std::string {
        char* end = nullptr;
        const double value = std::strtod(text.c_str(), &end);
        const bool good = !text.empty() && *end == 0 && value >= least && value <= most;
        return good ? "" : fmt::format("a number from {:g} to {:g} is wanted", least, most);
    };
    CLI::Option* option = app_.add_option(name, into, about);
    option->check(fault)->capture_default_str();
    declared_number(option, declare(name, about), Means::number);
}

void Command::size(const char* name, Size& into, int least, int most, const char* about) {
    app_.add_option_function<std::string>(
            name, [&into](const std::string& text) { into = size_of(text); }, about)
        ->check(good_size(least, most));
    declare(name, about).means = Means::size;
}

void Command::sizes(const char* name, std::vector<Size>& into, int least, int most,
                    const char* about) {
    using Texts = std::vector<std::string>;
    app_.add_option_function<Texts>(
            name,
            [&into](const Texts& texts) {
                into.clear();
                for (const std::string& text : texts) into.push_back(size_of(text));
            },
            about)
        ->check(good_size(least, most));
    DeclaredWord& word = declare(name, about);
    word.means = Means::size, word.repeats = true;
}

void Command::leave_words() {
    app_.prefix_command();
    app_.set_help_flag();
    app_.fallthrough(false);
    declared_.leaves_words = true;
}

void Command::footer(const char* text) {
    declared_.footer = text;
}

void Command::describes(const char* text) {
    declared_.more = text;
}

void Command::example(const char* words, const char* about) {
    declared_.examples.emplace_back(words, about);
}

namespace {

constexpr const char* about_root =
    "the folder that contains the flow and all files that it names (default: that of the flow)";

/// At the end of the help.
std::string footer_of(const Declared& declared, const char* of_all) {
    std::string text;
    for (const auto& [words, about] : declared.examples)
        text +=
            fmt::format("{}  {}\n        {}\n", text.empty() ? "Examples:\n" : "", words, about);
    if (!declared.footer.empty()) text = declared.footer + (text.empty() ? "\n" : "\n\n") + text;
    return text.empty() ? of_all : text + "\n" + of_all;
}

/// Declares the words of a command, for CLI11 and for all others.
Run add_to(CLI::App& app, const Commands::One& one, const char* footer, Declared& declared) {
    CLI::App* sub = app.add_subcommand(one.name, one.about);
    sub->fallthrough(); // what is said for all commands may stand behind one
    if (one.is_for_programs) sub->group("");
    declared.name = one.name, declared.about = one.about;
    Command command(*sub, declared);
    Run run = one.add(command);
    sub->footer(footer_of(declared, footer));
    return run;
}

} // namespace

std::optional<Declared> declared_by(const Commands& commands, std::string_view name, Run& run) {
    Declared declared;
    if (name.empty()) {
        declared.about = commands.about;
        declared.more = commands.more;
        declared.words = {
            {.names = {"-h", "--help"}, .about = "print the help and exit", .takes_value = false},
            {.names = {"--version"}, .about = "print the version and exit", .takes_value = false},
            {.names = {"--root"}, .about = about_root, .means = Means::folder}};
        return declared;
    }
    for (const Commands::One& one : commands.all)
        if (one.name == name) {
            CLI::App app;
            const Run does = add_to(app, one, commands.footer, declared);
            if (declared.leaves_words && !one.is_for_programs) run = does;
            return declared;
        }
    return std::nullopt;
}

void tell_unknown_command(const Commands& commands, std::string_view name) {
    std::vector<std::string_view> names;
    for (const Commands::One& one : commands.all)
        if (!one.is_for_programs) names.push_back(one.name);
    fmt::print(stderr, "error: there is no command '{}'{}\n", printable(name),
               suggestion(name, names).text);
}

int run_command_line(const Commands& commands, int argc, char** argv, int wrong) {
    CLI::App app{commands.about, "rondix"};
    app.require_subcommand(1);
    app.set_version_flag("--version", commands.version);
    app.footer(commands.footer);
    app.add_option("--root", *commands.root, about_root)->check(CLI::ExistingDirectory);
    // Declaring all words of all commands takes longer than a small flow is checked.
    const auto said = std::find_if(commands.all.begin(), commands.all.end(), [&](const auto& one) {
        return argc > 1 && one.name == std::string_view(argv[1]);
    });
    std::map<CLI::App*, Run> runs;
    for (const Commands::One& one : commands.all) {
        if (said != commands.all.end() && one.name != said->name) continue;
        Declared declared;
        Run run = add_to(app, one, commands.footer, declared);
        if (said != commands.all.end() && declared.leaves_words) return run();
        runs[app.get_subcommand(one.name)] = std::move(run);
    }
    if (argc > 1 && argv[1][0] != '-' && said == commands.all.end()) {
        tell_unknown_command(commands, argv[1]);
        return wrong;
    }
    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError& fault) {
        return app.exit(fault) == 0 ? 0 : wrong;
    }
    return runs.at(app.get_subcommands().front())();
}

} // namespace rondix::tool
