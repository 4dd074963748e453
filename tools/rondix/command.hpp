// Command: declares the words that a command of the tool takes. Its help, its manual page and what
// completes it in a shell are all made of what is declared here.
//
// Behind it stands CLI11, which costs each file that includes it more time to compile than all else
// in it: only command.cpp does.
#pragma once

#include "declared.hpp"

#include <cstddef>
#include <functional>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace CLI {
class App;
class Option;
} // namespace CLI

namespace rondix::tool {

/// A size, as in --size 1280x720.
struct Size {
    int width = 0, height = 0;
};

/// What is wrong with a word, or an empty text.
using Fault = std::function<std::string(const std::string&)>;

/// Which options a command line may have. CLI11 takes longer over the options of a command than a
/// small flow takes to be checked, so those that are not said are left out where that is sure.
class SaidOptions {
  public:
    SaidOptions() = default; ///< all that there are
    SaidOptions(int argc, char** argv);
    bool leaves_some_out() const { return some_only_; }
    bool may_have(std::string_view names) const;

  private:
    bool some_only_ = false;
    std::vector<std::string_view> options_; // as said, without their values
};

/// One word that was declared, to say more about it. Null: it is not said.
class Word {
  public:
    Word(CLI::Option* word, DeclaredWord& declared)
        : word_(word)
        , declared_(declared) {}
    const Word& needed() const;
    const Word& one_of(std::vector<std::string> words) const;
    const Word& checked(Fault fault) const;
    const Word& means(Means what) const;

  private:
    CLI::Option* word_;
    DeclaredWord& declared_; // until the next word is declared
};

/// What is declared has to stay where it is until the command line is read. A name without dashes
/// is a word that stands by its place.
class Command {
  public:
    Command(CLI::App& app, Declared& declared, const SaidOptions& said)
        : app_(app)
        , declared_(declared)
        , said_(said) {}

    Word text(const char* names, std::string& into, const char* about);
    Word texts(const char* names, std::vector<std::string>& into, const char* about);
    void flag(const char* name, bool& into, const char* about);
    Word count(const char* name, std::size_t& into, std::size_t least, std::size_t most,
               const char* about);
    void seconds(const char* name, double& into, double most, const char* about);
    void number(const char* name, double& into, double least, double most, const char* about);
    /// Each side from `least` to `most`. What was there is left, where nothing is said.
    void size(const char* name, Size& into, int least, int most, const char* about);
    void sizes(const char* name, std::vector<Size>& into, int least, int most, const char* about);
    /// Reads none of its words, nor asks for help: they are for another program.
    void leave_words();
    /// Said at the end of its help.
    void footer(const char* text);
    /// Said in its manual page, in whole sentences.
    void describes(const char* text);
    /// A whole command line, and what it does.
    void example(const char* words, const char* about);

  private:
    DeclaredWord& declare(const char* names, const char* about);

    CLI::App& app_;
    Declared& declared_;
    const SaidOptions& said_;
};

/// What a command does, once its words are read: gives the exit status.
using Run = std::function<int()>;

/// Reads the command line and runs what it says. `add` declares the words of a command.
struct Commands {
    struct One {
        const char* name;
        const char* about;
        Run (*add)(Command&);
        bool is_for_programs = false; ///< not in the help
    };
    const char* about;
    const char* more; ///< for the manual page
    const char* version;
    const char* footer;
    std::vector<One> all;
    std::string* root; ///< takes what is said after --root
};
/// `wrong` is the exit status of a command line that cannot be read.
int run_command_line(const Commands& commands, int argc, char** argv, int wrong);

/// Says on standard error that there is no such command, and which may be meant.
void tell_unknown_command(const Commands& commands, std::string_view name);

/// What a command declares; no name: what stands for all of them. Nothing: there is no such
/// command. `run` hands on to the program that knows the command's words, where they are not this
/// one's.
std::optional<Declared> declared_by(const Commands& commands, std::string_view name, Run& run);

} // namespace rondix::tool
