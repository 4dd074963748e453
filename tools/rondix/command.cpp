#include "command.hpp"

#include "rondix/tools/names.hpp"
#include "words/printable.hpp"

#include <CLI/CLI.hpp>
#include <fmt/format.h>

#include <algorithm>
#include <cstdio>
#include <cstdlib>
#include <map>

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

/// (Not by CLI11, which makes a text of it by a stream: that begins with all that there is of
/// places and their ways to write.)
Word declared_number(CLI::Option* option, const std::string& standard, DeclaredWord& word,
                     Means means) {
    if (option) option->default_str(standard);
    word.means = means;
    word.standard = standard;
    return {option, word};
}

} // namespace

SaidOptions::SaidOptions(int argc, char** argv) {
    some_only_ = true;
    for (int i = 0; i < argc; ++i) {
        const std::string_view word = argv[i];
        if (word.starts_with("--"))
            options_.push_back(word.substr(0, word.find('=')));
        else if (word.starts_with('-'))
            some_only_ = false; // short ones may stand together, or with their values
    }
}

/// Of names such as "-o,--output". What stands by its place has no dashes.
bool SaidOptions::may_have(std::string_view names) const {
    if (!some_only_ || !names.starts_with('-')) return true;
    return std::any_of(options_.begin(), options_.end(), [&](std::string_view option) {
        const std::size_t at = names.find(option);
        if (at == std::string_view::npos) return false;
        const std::string_view rest = names.substr(at + option.size());
        return rest.empty() || rest.starts_with(',');
    });
}

const Word& Word::needed() const {
    if (word_) word_->required();
    declared_.needed = true;
    return *this;
}

const Word& Word::one_of(std::vector<std::string> words) const {
    declared_.choices = words;
    if (!word_) return *this;
    word_->check(CLI::IsMember(std::move(words)))->capture_default_str();
    declared_.standard = word_->get_default_str();
    return *this;
}

const Word& Word::checked(Fault fault) const {
    if (word_) word_->check(std::move(fault));
    return *this;
}

const Word& Word::means(Means what) const {
    declared_.means = what;
    return *this;
}

DeclaredWord& Command::declare(const char* names, const char* about) {
    DeclaredWord word{.names = {}, .about = about};
    for (std::string_view all = names; !all.empty();) {
        const std::string_view name = all.substr(0, all.find(','));
        word.names.emplace_back(name);
        all.remove_prefix(std::min(all.size(), name.size() + 1));
    }
    declared_.words.push_back(std::move(word));
    return declared_.words.back();
}

Word Command::text(const char* names, std::string& into, const char* about) {
    CLI::Option* option = said_.may_have(names) ? app_.add_option(names, into, about) : nullptr;
    return Word(option, declare(names, about));
}

Word Command::texts(const char* names, std::vector<std::string>& into, const char* about) {
    DeclaredWord& word = declare(names, about);
    word.repeats = true;
    return Word(said_.may_have(names) ? app_.add_option(names, into, about) : nullptr, word);
}

void Command::flag(const char* name, bool& into, const char* about) {
    if (said_.may_have(name)) app_.add_flag(name, into, about);
    declare(name, about).takes_value = false;
}

Word Command::count(const char* name, std::size_t& into, std::size_t least, std::size_t most,
                    const char* about) {
    CLI::Option* option = nullptr;
    if (said_.may_have(name)) {
        option = app_.add_option(name, into, about);
        option->check(CLI::Range(least, most, fmt::format("UINT in [{} - {}]", least, most)));
    }
    return declared_number(option, fmt::format("{}", into), declare(name, about), Means::number);
}

void Command::seconds(const char* name, double& into, double most, const char* about) {
    // (What is not a number is in no range, and out of none.)
    const auto fault = [most](const std::string& text) -> std::string {
        const double value = std::atof(text.c_str());
        return value >= 0 && value <= most ? ""
                                           : fmt::format("a time is from 0 to {:g} seconds", most);
    };
    CLI::Option* option = said_.may_have(name) ? app_.add_option(name, into, about) : nullptr;
    if (option) option->check(fault);
    declared_number(option, fmt::format("{:g}", into), declare(name, about), Means::seconds);
}

void Command::number(const char* name, double& into, double least, double most, const char* about) {
    const auto fault = [least, most](const std::string& text) -> std::string {
        char* end = nullptr;
        const double value = std::strtod(text.c_str(), &end);
        const bool good = !text.empty() && *end == 0 && value >= least && value <= most;
        return good ? "" : fmt::format("a number from {:g} to {:g} is wanted", least, most);
    };
    CLI::Option* option = said_.may_have(name) ? app_.add_option(name, into, about) : nullptr;
    if (option) option->check(fault);
    declared_number(option, fmt::format("{:g}", into), declare(name, about), Means::number);
}

void Command::size(const char* name, Size& into, int least, int most, const char* about) {
    declare(name, about).means = Means::size;
    if (!said_.may_have(name)) return;
    app_.add_option_function<std::string>(
            name, [&into](const std::string& text) { into = size_of(text); }, about)
        ->check(good_size(least, most));
}

void Command::sizes(const char* name, std::vector<Size>& into, int least, int most,
                    const char* about) {
    DeclaredWord& word = declare(name, about);
    word.means = Means::size, word.repeats = true;
    if (!said_.may_have(name)) return;
    using Texts = std::vector<std::string>;
    app_.add_option_function<Texts>(
            name,
            [&into](const Texts& texts) {
                into.clear();
                for (const std::string& text : texts) into.push_back(size_of(text));
            },
            about)
        ->check(good_size(least, most));
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
Run add_to(CLI::App& app, const Commands::One& one, const char* footer, const SaidOptions& said,
           Declared& declared) {
    CLI::App* sub = app.add_subcommand(one.name, one.about);
    sub->fallthrough(); // what is said for all commands may stand behind one
    if (one.is_for_programs) sub->group("");
    declared.name = one.name, declared.about = one.about;
    Command command(*sub, declared, said);
    Run run = one.add(command);
    if (!said.leaves_some_out()) sub->footer(footer_of(declared, footer));
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
            const Run does = add_to(app, one, commands.footer, SaidOptions(), declared);
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

namespace {

bool is_missing_some(const Declared& declared, const SaidOptions& said) {
    return std::any_of(declared.words.begin(), declared.words.end(), [&](const DeclaredWord& word) {
        return word.needed && std::none_of(word.names.begin(), word.names.end(),
                                           [&](auto& name) { return said.may_have(name); });
    });
}

/// Nothing: all options have to be declared, for there is something to be said about them.
std::optional<int> read_and_run(const Commands& commands, int argc, char** argv, int wrong,
                                const SaidOptions& said) {
    CLI::App app{commands.about, "rondix"};
    app.require_subcommand(1);
    app.set_version_flag("--version", commands.version);
    app.footer(commands.footer);
    app.add_option("--root", *commands.root, about_root)->check(CLI::ExistingDirectory);
    // Declaring all words of all commands takes longer than a small flow is checked.
    const auto named = std::find_if(commands.all.begin(), commands.all.end(), [&](const auto& one) {
        return argc > 1 && one.name == std::string_view(argv[1]);
    });
    if (said.leaves_some_out() && named == commands.all.end()) return std::nullopt;
    std::map<CLI::App*, Run> runs;
    for (const Commands::One& one : commands.all) {
        if (named != commands.all.end() && one.name != named->name) continue;
        Declared declared;
        Run run = add_to(app, one, commands.footer, said, declared);
        if (named != commands.all.end() && declared.leaves_words) return run();
        if (is_missing_some(declared, said)) return std::nullopt;
        runs[app.get_subcommand(one.name)] = std::move(run);
    }
    if (argc > 1 && argv[1][0] != '-' && named == commands.all.end()) {
        tell_unknown_command(commands, argv[1]);
        return wrong;
    }
    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError& fault) {
        if (said.leaves_some_out()) return std::nullopt;
        return app.exit(fault) == 0 ? 0 : wrong;
    }
    return runs.at(app.get_subcommands().front())();
}

} // namespace

int run_command_line(const Commands& commands, int argc, char** argv, int wrong) {
    const auto status = read_and_run(commands, argc, argv, wrong, SaidOptions(argc, argv));
    return status ? *status : *read_and_run(commands, argc, argv, wrong, SaidOptions());
}

} // namespace rondix::tool
