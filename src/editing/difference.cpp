// Lines that differ, by the longest common subsequence of those between the lines that both texts
// begin and end with.
#include "rondix/tools/edit.hpp"

#include <algorithm>

namespace rondix {

namespace {

constexpr std::size_t around = 2; // lines that stay, before and after those that change
constexpr std::size_t most =
    4'000'000; // pairs of lines; beyond, one goes by their numbers, or all is told as changed

using Lines = std::vector<std::string_view>;

Lines lines_of(std::string_view text) {
    Lines lines;
    while (!text.empty()) {
        const std::size_t end = std::min(text.find('\n'), text.size());
        lines.push_back(text.substr(0, end));
        text.remove_prefix(std::min(end + 1, text.size()));
    }
    return lines;
}

struct Line {
    char mark; // ' ', '-' or '+'
    std::string_view text;
};

void add_between(const Lines& a, std::size_t a_end, const Lines& b, std::size_t b_end,
                 std::size_t begin, std::vector<Line>& lines) {
    const std::size_t n = a_end - begin, m = b_end - begin;
    std::vector<std::uint32_t> longest;
    const bool small = (n + 1) * (m + 1) <= most;
    const auto at = [&](std::size_t i, std::size_t j) -> std::uint32_t& {
        return longest[i * (m + 1) + j];
    };
    if (!small && n == m) { // line by line, where none has come or gone
        for (std::size_t i = begin; i < a_end; ++i) {
            if (a[i] == b[i]) {
                lines.push_back({' ', a[i]});
            } else {
                lines.push_back({'-', a[i]});
                lines.push_back({'+', b[i]});
            }
        }
        return;
    }
    if (small) longest.assign((n + 1) * (m + 1), 0);
    if (small)
        for (std::size_t i = n; i-- > 0;)
            for (std::size_t j = m; j-- > 0;)
                at(i, j) = a[begin + i] == b[begin + j] ? at(i + 1, j + 1) + 1
                                                        : std::max(at(i + 1, j), at(i, j + 1));
    std::size_t i = 0, j = 0;
    while (i < n || j < m) {
        if (small && i < n && j < m && a[begin + i] == b[begin + j]) {
            lines.push_back({' ', a[begin + i]});
            ++i, ++j;
        } else if (i < n && (j == m || !small || at(i + 1, j) >= at(i, j + 1))) {
            lines.push_back({'-', a[begin + i++]});
        } else {
            lines.push_back({'+', b[begin + j++]});
        }
    }
}

std::vector<Line> compared(const Lines& a, const Lines& b) {
    std::size_t begin = 0;
    while (begin < a.size() && begin < b.size() && a[begin] == b[begin]) ++begin;
    std::size_t a_end = a.size(), b_end = b.size();
    while (a_end > begin && b_end > begin && a[a_end - 1] == b[b_end - 1]) --a_end, --b_end;
    std::vector<Line> lines;
    for (std::size_t i = 0; i < begin; ++i) lines.push_back({' ', a[i]});
    add_between(a, a_end, b, b_end, begin, lines);
    for (std::size_t i = a_end; i < a.size(); ++i) lines.push_back({' ', a[i]});
    return lines;
}

} // namespace

std::string difference(const std::string& name, std::string_view before, std::string_view after) {
    if (before == after) return "";
    const std::vector<Line> lines = compared(lines_of(before), lines_of(after));
    std::string text = "--- " + name + "\n+++ " + name + "\n";
    std::size_t a = 1, b = 1; // the numbers of the next lines
    const auto changes_within = [&](std::size_t from, std::size_t count) {
        for (std::size_t i = from; i < std::min(from + count, lines.size()); ++i)
            if (lines[i].mark != ' ') return true;
        return false;
    };
    for (std::size_t i = 0; i < lines.size();) {
        if (!changes_within(i, around + 1)) {
            ++i, ++a, ++b;
            continue;
        }
        std::string hunk;
        std::size_t from_a = a, from_b = b, quiet = 0;
        while (i < lines.size() && (quiet < around || changes_within(i, around + 1))) {
            quiet = lines[i].mark == ' ' ? quiet + 1 : 0;
            hunk += lines[i].mark + std::string(lines[i].text) + "\n";
            if (lines[i].mark != '+') ++a;
            if (lines[i].mark != '-') ++b;
            ++i;
        }
        text += "@@ -" + std::to_string(from_a) + "," + std::to_string(a - from_a) + " +" +
                std::to_string(from_b) + "," + std::to_string(b - from_b) + " @@\n" + hunk;
    }
    return text;
}

} // namespace rondix
