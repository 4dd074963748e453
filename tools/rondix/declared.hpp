// Declared: what a command says of itself and its words, for whoever shows or completes it.
#pragma once

#include <string>
#include <utility>
#include <vector>

namespace rondix::tool {

/// What stands in the place of a word.
enum class Means {
    text,
    number,
    seconds,
    size,
    file,
    folder,
    flow,
    walkthrough,
    trace,
    screen,
    screen_or_scene,
    control,
    rule,
    kind,    ///< of a name
    name,    ///< of the kind that stands before it
    finding, ///< its number
    change,  ///< the words of rondix edit
    command,
};

struct DeclaredWord {
    std::vector<std::string>
        names; ///< `-o`, `--output`; or `FLOW` alone, which stands by its place
    std::string about;
    Means means = Means::text;
    std::vector<std::string> choices = {}; ///< no others are good, where there are any
    std::string standard = {};             ///< what it is where it is not said
    bool takes_value = true, needed = false, repeats = false;

    bool stands_by_place() const { return names.front()[0] != '-'; }
};

struct Declared {
    std::string name, about;
    std::string more; ///< for its manual page, in whole sentences
    std::vector<DeclaredWord> words;
    std::string footer;
    std::vector<std::pair<std::string, std::string>> examples; ///< command lines, and what they do
    bool leaves_words = false;                                 ///< another program knows them
};

} // namespace rondix::tool
