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

} // namespace

Word Word::needed() const {
    word_->required();
    return *this;
}

Word Word::one_of(std::vector<std::string> words) const {
    word_->check(CLI::IsMember(std::move(words)))->capture_default_str();
    return *this;
}

Word Word::checked(Fault fault) const {
    word_->check(std::move(fault));
    return *this;
}

Word Command::text(const char* names, std::string& into, const char* about) {
    return Word(app_.add_option(names, into, about));
}

Word Command::texts(const char* names, std::vector<std::string>& into, const char* about) {
    return Word(app_.add_option(names, into, about));
}

void Command::flag(const char* name, bool& into, const char* about) {
    app_.add_flag(name, into, about);
}

void Command::count(const char* name, std::size_t& into, std::size_t least, std::size_t most,
                    const char* about) {
    app_.add_option(name, into, about)->check(CLI::Range(least, most))->capture_default_str();
}

void Command::seconds(const char* name, double& into, double most, const char* about) {
    // (What is not a number is in no range, and out of none.)
    const auto fault = [most](const std::string& text) -> std::string {
        const double value = std::atof(text.c_str());
        return value >= 0 && value <= most ? ""
                                           : fmt::format("a time is from 0 to {:g} seconds", most);
    };
    app_.add_option(name, into, about)->check(fault)->capture_default_str();
}

void Command::number(const char* name, double& into, double least, double most, const char* about) {
    const auto fault = [least, most](const std::string& text) -> std::string {
        char* end = nullptr;
        const double value = std::strtod(text.c_str(), &end);
        const bool good = !text.empty() && *end == 0 && value >= least && value <= most;
        return good ? "" : fmt::format("a number from {:g} to {:g} is wanted", least, most);
    };
    app_.add_option(name, into, about)->check(fault)->capture_default_str();
}

void Command::size(const char* name, Size& into, int least, int most, const char* about) {
    app_.add_option_function<std::string>(
            name, [&into](const std::string& text) { into = size_of(text); }, about)
        ->check(good_size(least, most));
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
}

void Command::leave_words() {
    app_.prefix_command();
    app_.set_help_flag();
    app_.fallthrough(false);
}

void Command::footer(const char* text) {
    app_.footer(text);
}

int run_command_line(const Commands& commands, int argc, char** argv, int wrong) {
    CLI::App app{commands.about, "rondix"};
    app.require_subcommand(1);
    app.set_version_flag("--version", commands.version);
    app.footer(commands.footer);
    app.add_option("--root", *commands.root,
                   "the folder that contains the flow and all files that it names (default: that "
                   "of the flow)")
        ->check(CLI::ExistingDirectory);
    // Declaring all words of all commands takes longer than a small flow is checked.
    const auto said = std::find_if(commands.all.begin(), commands.all.end(), [&](const auto& one) {
        return argc > 1 && one.name == std::string_view(argv[1]);
    });
    std::map<CLI::App*, Run> runs;
    for (const Commands::One& one : commands.all) {
        if (said != commands.all.end() && one.name != said->name) continue;
        CLI::App* sub = app.add_subcommand(one.name, one.about);
        sub->fallthrough(); // what is said for all commands may stand behind one
        Command command(*sub);
        runs[sub] = one.add(command);
    }
    std::vector<std::string_view> names;
    for (const Commands::One& one : commands.all) names.push_back(one.name);
    if (argc > 1 && argv[1][0] != '-' &&
        std::find(names.begin(), names.end(), argv[1]) == names.end()) {
        fmt::print(stderr, "error: there is no command '{}'{}\n", printable(argv[1]),
                   suggestion(argv[1], names).text);
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
