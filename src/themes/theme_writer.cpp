// Writes a theme file as C++ (theme_rows.hpp), while Rondix is built:
//   rondix_theme_writer FILE.yaml HEADER.hpp
#include "reading/style_reader.hpp"
#include "themes/theme_rows.hpp"

#include <fmt/format.h>

#include <cstdio>
#include <fstream>
#include <sstream>

namespace {

using namespace rondix;
using Kind = ThemeRow::Kind;

/// The rows of a theme. What they cannot say is a fault.
class Rows {
  public:
    explicit Rows(const Source& source)
        : source_(source) {}

    void add(const Theme& theme) {
        add(Kind::colour, theme.palette);
        add(Kind::cue, theme.cues);
        add(Kind::tune, theme.tunes);
        for (const FlowStyle& style : theme.styles) add(style);
    }

    const std::string& text() const { return text_; }
    const std::string& faults() const { return faults_; }

  private:
    void add(Kind kind, const std::vector<std::pair<Name, Name>>& pairs) {
        for (const auto& [name, value] : pairs) {
            add(kind, name);
            add(Kind::word, value);
        }
    }

    void add(const FlowStyle& style) {
        add(Kind::style, style.id);
        if (style.like) add(Kind::extends, *style.like);
        for (std::size_t state = 0; state < look_state_count; ++state)
            for (const FlowStyleLine& line : style.states[state]) {
                add(Kind::line, line.key, state);
                for (const Name& word : line.words) add(Kind::word, word, state);
            }
    }

    void add(Kind kind, const Name& name, std::size_t state = 0) {
        const auto [begin, end] = std::pair(name.place.begin, name.place.end);
        const std::string there = source_.text().substr(begin, end - begin);
        const bool in_quotes = there == '"' + name.text + '"' || there == '\'' + name.text + '\'';
        if (!in_quotes && there != name.text) faults_ += "this stands otherwise: " + there + '\n';
        text_ += fmt::format("    {{ThemeRow::Kind({}), {}, {}, {}, {}}},\n", int(kind), state,
                             in_quotes, begin, end);
    }

    const Source& source_;
    std::string text_, faults_;
};

std::string in_cpp(const std::optional<ScreenTransition>& way) {
    if (!way) return "std::nullopt";
    return fmt::format("ScreenTransition{{ScreenTransition::By({}), ScreenTransition::From({}), "
                       "{{{}, Ease({})}}}}",
                       int(way->by), int(way->from), way->time.ms, int(way->time.ease));
}

std::string header(const Source& source, const Theme& theme, const Rows& rows) {
    return fmt::format("// Made from a theme file by theme_writer.cpp.\n"
                       "#pragma once\n"
                       "#include \"themes/theme_rows.hpp\"\n"
                       "namespace rondix {{\n"
                       "inline constexpr ThemeRow plain_theme_rows[] = {{\n{}}};\n"
                       "inline constexpr ThemeRows made_plain_theme = {{R\"theme({})theme\",\n"
                       "    plain_theme_rows, {}, {}, {}, {}}};\n"
                       "}}\n",
                       rows.text(), source.text(), theme.styles.size(), in_cpp(theme.enters),
                       in_cpp(theme.leaves), theme.short_side);
}

} // namespace

int main(int argc, char** argv) {
    if (argc != 3) return 2;
    std::ostringstream text;
    text << std::ifstream(argv[1]).rdbuf();
    Findings findings;
    const Source source(argv[1], text.str());
    Theme theme;
    if (const auto tree = yaml::read(source, SourceRange::nowhere, findings))
        read_theme_file(*tree, source, theme, findings);
    Rows rows(source);
    rows.add(theme);
    std::string faults = rows.faults();
    for (const Finding& finding : findings) faults += finding.text + '\n';
    if (!faults.empty() || theme.styles.empty()) {
        std::fprintf(stderr, "%s cannot be taken in\n%s", argv[1], faults.c_str());
        return 1;
    }
    std::ofstream to(argv[2]);
    to << header(source, theme, rows);
    return to.good() ? 0 : 1;
}
