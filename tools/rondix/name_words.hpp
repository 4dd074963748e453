// Kinds of names, as words of the command line.
#pragma once

#include "rondix/tools/name_index.hpp"
#include "rondix/tools/names.hpp"

#include <string>

namespace rondix::tool {

/// "screen, part, scene ...", for the help.
inline const char* kinds_of_names() {
    static const std::string all = [] {
        std::string text = "what it names:";
        for (std::size_t i = 0; i < name_kind_count; ++i)
            text += (i == 0 ? " " : ", ") + std::string(name_of(NameKind(i)));
        return text;
    }();
    return all.c_str();
}

/// What is wrong with a word, or nothing.
inline std::string is_kind_of_name(const std::string& word) {
    if (name_kind(word)) return {};
    std::vector<std::string_view> words;
    for (std::size_t i = 0; i < name_kind_count; ++i) words.push_back(name_of(NameKind(i)));
    return "'" + word + "' is no kind of name" + suggestion(word, words).text;
}

} // namespace rondix::tool
