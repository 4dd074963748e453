#include "report/styled.hpp"
#include "report/width.hpp"
#include "rondix/tools/report.hpp"
#include "words/printable.hpp"

#include <fmt/format.h>

#include <algorithm>

namespace rondix {

namespace {

/// More of a source line than this is cut off around the place.
std::size_t widest_of(TextStyle style) {
    constexpr std::size_t most = 110, before = 8, least = 30;
    return style.width == 0 ? most
                            : std::clamp(style.width, least + before, most + before) - before;
}

std::string joined(const std::vector<std::string>& words, std::string_view between) {
    return fmt::format("{}", fmt::join(words, between));
}

/// The first dozen.
std::string joined_briefly(const std::vector<std::string>& words) {
    constexpr std::size_t most = 12;
    if (words.size() <= most) return joined(words, ", ");
    return joined({words.begin(), words.begin() + most}, ", ") +
           fmt::format(" and {} more", words.size() - most);
}

bool continues(char byte) {
    return (static_cast<unsigned char>(byte) & 0xC0) == 0x80;
}

std::string snippet(SourceRange place, const Source& source, bool utf8, Ink ink, TextStyle style) {
    const std::size_t widest = widest_of(style);
    const Source::Spot spot = source.spot(place.begin);
    const std::string_view whole = source.line(spot.line);
    if (whole.empty()) return {};
    const auto line_begin = static_cast<std::size_t>(whole.data() - source.text().data());
    const std::size_t at = std::min<std::size_t>(place.begin - line_begin, whole.size());
    const std::size_t length = std::clamp<std::size_t>(place.end - place.begin, 1,
                                                       std::max<std::size_t>(whole.size() - at, 1));

    std::size_t first = at > widest / 2 && whole.size() > widest ? at - widest / 2 : 0;
    while (first < at && continues(whole[first])) ++first;
    std::size_t last = std::min(whole.size(), first + widest);
    while (last < whole.size() && continues(whole[last])) ++last;
    const std::string_view shown = whole.substr(first, last - first);
    const std::size_t marked =
        std::min(length, std::max<std::size_t>(last - std::min(at, last), 1));
    const std::size_t carets =
        std::max<std::size_t>(utf8 ? width_of(whole.substr(at, marked)) : marked, 1);
    const std::size_t before = utf8 ? width_of(whole.substr(first, at - first)) : at - first;
    return fmt::format("{:>5} | {}\n      | {}{}\n", spot.line, printable(shown, utf8),
                       std::string(before, ' '),
                       inked("^" + std::string(carets - 1, '~'), ink, style));
}

Ink ink_of(std::string_view kind) {
    return kind == "error" ? Ink::error : kind == "warning" ? Ink::warning : Ink::note;
}

std::string placed(SourceRange place, const std::vector<Source>& sources, std::string_view kind,
                   std::string_view text, TextStyle style, bool utf8 = true) {
    const Ink ink = ink_of(kind);
    const std::string what = fmt::format("{}: {}\n", inked(kind, ink, style), printable(text));
    if (!place.known() || place.file >= sources.size()) return folded(what, 4, style);
    const Source& source = sources[place.file];
    const Source::Spot spot = source.spot(place.begin);
    if (source.is_in_code())
        return folded(inked(fmt::format("in code, {}:", printable(source.line(spot.line))),
                            Ink::place, style) +
                          " " + what,
                      4, style);
    const std::string where =
        fmt::format("{}:{}:{}:", printable(source.name()), spot.line, spot.column);
    return folded(inked(where, Ink::place, style) + " " + what, 4, style) +
           snippet(place, source, utf8, ink, style);
}

/// `  how: ...`: what is said of a finding, under it.
std::string line_of(std::string_view name, const std::string& text, Ink ink, TextStyle style) {
    return folded(fmt::format("  {}: {}\n", inked(name, ink, style), printable(text)),
                  name.size() + 4, style);
}

} // namespace

std::string open_text(const OpenPoint& open, const std::vector<Source>& sources, TextStyle style) {
    return placed(open.place, sources, "open",
                  fmt::format("{} [{}]", open.text, row_of(open.rule).name), style);
}

std::string finding_text(const Finding& finding, const std::vector<Source>& sources,
                         TextStyle style) {
    const RuleRow& row = row_of(finding.rule);
    const bool utf8 = finding.rule != RuleId::not_utf8;
    if (finding.rule == RuleId::unreadable)
        return folded(fmt::format("{}: {} [{}]\n", inked("error", Ink::error, style),
                                  printable(finding.text), row.name),
                      4, style);
    std::string text =
        placed(finding.place, sources, row.severity == Severity::error ? "error" : "warning",
               fmt::format("{} [{}]", finding.text, row.name), style, utf8);
    for (const Finding::Also& also : finding.also)
        text += placed(also.place, sources, "note", also.text, style);
    if (!finding.how.empty())
        text += line_of(finding.is_shortest ? "how" : "how (not the shortest)",
                        joined(finding.how, " · "), Ink::note, style);
    if (finding.lost_after > 0 && finding.lost_after <= finding.how.size())
        text += line_of("lost after", finding.how[finding.lost_after - 1], Ink::note, style);
    const bool about_behaviour = finding.rule == RuleId::no_way_out ||
                                 finding.rule == RuleId::no_quit ||
                                 finding.rule == RuleId::endless_wait;
    if (about_behaviour)
        text += line_of(
            "here the player can",
            (finding.here.empty() ? "do nothing at all" : joined(finding.here, ", ")) +
                (finding.disabled.empty() ? "" : "; disabled: " + joined(finding.disabled, ", ")),
            Ink::note, style);
    if (!finding.answers.empty())
        text += line_of("stuck while", joined(finding.answers, ", "), Ink::note, style);
    if (!finding.around.empty())
        text += line_of("round", joined(finding.around, " · "), Ink::note, style);
    if (!finding.among.empty())
        text += line_of("then only on", joined_briefly(finding.among), Ink::note, style);
    if (!finding.fix.empty()) text += line_of("fix", finding.fix, Ink::fix, style);
    return text;
}

} // namespace rondix
