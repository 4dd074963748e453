// What is said of a word: what a key means; what a name is, and of a screen how far it is from the
// start, play and the end, what leads there, and its picture.
#include "server/answers.hpp"

#include "reading/style_words.hpp"
#include "server/leading.hpp"
#include "server/where.hpp"
#include "words/counted.hpp"

#include <algorithm>
#include <cctype>

namespace rondix::server {

namespace {

constexpr std::size_t most_leads = 12;

Json said(const std::string& words) {
    return {{"contents", {{"kind", "markdown"}, {"value", words}}}};
}

/// "2 presses from the start, 1 to play, 3 out of the game".
std::string figures_in_words(const ScreenFigures& figures) {
    if (!figures.from_start) return "Never shown.";
    const auto and_then = [](std::string& words, const std::optional<std::size_t>& presses,
                             const char* where) {
        if (presses) words += ", " + std::to_string(*presses) + " " + where;
    };
    std::string words = counted(*figures.from_start, "press", "presses") + " from the start";
    and_then(words, figures.to_play, "to play");
    and_then(words, figures.to_quit, "out of the game");
    return words + ".";
}

std::string leads_in_words(const Flow& flow, const std::string& screen) {
    const Leading leading(flow);
    std::vector<std::string> from;
    for (const Lead& lead : leading.to(screen))
        if (std::ranges::find(from, lead.from) == from.end()) from.push_back(lead.from);
    if (from.empty()) return "Nothing leads here by name.";
    std::string words = "Led to by ";
    for (std::size_t i = 0; i < std::min(from.size(), most_leads); ++i)
        words += (i == 0 ? "" : ", ") + from[i];
    if (from.size() > most_leads)
        words += " and " + std::to_string(from.size() - most_leads) + " more";
    return words + ".";
}

std::string base64(std::string_view bytes) {
    constexpr std::string_view digits =
        "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/";
    std::string text;
    for (std::size_t at = 0; at < bytes.size(); at += 3) {
        std::uint32_t three = 0;
        const std::size_t count = std::min<std::size_t>(3, bytes.size() - at);
        for (std::size_t i = 0; i < 3; ++i)
            three = (three << 8) |
                    (i < count ? static_cast<unsigned char>(bytes[at + i]) : std::uint32_t{0});
        for (std::size_t i = 0; i < 4; ++i)
            text += i <= count ? digits[(three >> (18 - 6 * i)) & 63] : '=';
    }
    return text;
}

std::string of_screen(Workspace& workspace, const FlowFile& file, const Asked& at,
                      const std::string& screen, const PictureOf& picture) {
    std::string words;
    if (const Figures* figures = workspace.figures_of(at.root)) {
        const auto row = std::ranges::find(figures->each_screen, screen, &ScreenFigures::screen);
        if (row != figures->each_screen.end()) words += "\n\n" + figures_in_words(*row);
    }
    words += "\n\n" + leads_in_words(file.flow, screen);
    if (picture)
        if (const std::string png = picture(file, screen); !png.empty())
            words += "\n\n![" + screen + "](data:image/png;base64," + base64(png) + ")";
    return words;
}

std::string of_name(Workspace& workspace, const FlowFile& file, const Asked& at,
                    const IndexedName& name, const PictureOf& picture) {
    std::size_t uses = 0;
    for (const NamePlace& place : name.places) uses += place.declares ? 0 : 1;
    std::string words = "**" + name.text + "**: " + std::string(name_of(name.kind));
    if (!name.on.empty()) words += " of " + name.on.front();
    if (!name.is_declared()) return words + ", which is declared nowhere";
    words += ", used " + counted(uses, "time", "times");
    if (name.kind == NameKind::screen) words += of_screen(workspace, file, at, name.text, picture);
    return words;
}

} // namespace

/// What the file at the root of a path is.
grammar::Owner owner_of_file(Workspace& workspace, const Asked& at) {
    if (at.path == at.root) return grammar::Owner::flow;
    const FlowFile& file = workspace.named_flow_of(at.root);
    const auto& included = file.flow.includes;
    const std::string& path = at.path;
    const bool is_included = std::ranges::any_of(
        included, [&](const Name& one) { return path.ends_with("/" + one.text); });
    return is_included ? grammar::Owner::included : grammar::Owner::theme;
}

Json hover(Workspace& workspace, const Asked& at, const PictureOf& picture) {
    const FlowFile& file = workspace.flow_of(at.root);
    const std::uint16_t number = number_of(file, at.path);
    const IndexedName* name =
        number == SourceRange::nowhere ? nullptr : file.names.at(number, at.offset);
    if (name) return said(of_name(workspace, file, at, *name, picture));
    // The whole word that the place is in.
    std::size_t end = at.offset;
    while (end < at.text.size() &&
           (std::isalnum(static_cast<unsigned char>(at.text[end])) || at.text[end] == '-'))
        ++end;
    const Where where = where_is(at.text, static_cast<std::uint32_t>(end));
    const Stands stands = stands_at(where, owner_of_file(workspace, at));
    const std::string key = where.at_key ? where.typed : stands.key;
    std::string_view help;
    if (stands.in_style) {
        if (const StyleWord* word = find_style_word(key)) help = word->help;
    } else if (const grammar::KeyRow* row = grammar::find(stands.owner, key)) {
        help = row->help;
    }
    return help.empty() ? Json(nullptr) : said("`" + key + "`: " + std::string(help));
}

} // namespace rondix::server
