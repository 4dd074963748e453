#include "rondix/tools/names.hpp"

#include <algorithm>
#include <cctype>

namespace rondix {

namespace {

bool is_letter(char c) {
    return (c >= 'a' && c <= 'z') || (c >= 'A' && c <= 'Z');
}
bool is_digit(char c) {
    return c >= '0' && c <= '9';
}

std::string lowered(std::string_view text) {
    std::string low(text);
    for (char& c : low) c = static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    return low;
}

/// Edits (insert, drop, change, swap neighbours) between two short texts.
std::size_t distance(std::string_view a, std::string_view b) {
    std::vector<std::size_t> two_ago, last(b.size() + 1), row(b.size() + 1);
    for (std::size_t j = 0; j <= b.size(); ++j) last[j] = j;
    for (std::size_t i = 1; i <= a.size(); ++i) {
        row[0] = i;
        for (std::size_t j = 1; j <= b.size(); ++j) {
            const std::size_t change = last[j - 1] + (a[i - 1] == b[j - 1] ? 0 : 1);
            row[j] = std::min({last[j] + 1, row[j - 1] + 1, change});
            const bool swapped = i > 1 && j > 1 && a[i - 1] == b[j - 2] && a[i - 2] == b[j - 1];
            if (swapped) row[j] = std::min(row[j], two_ago[j - 2] + 1);
        }
        two_ago = last;
        std::swap(last, row);
    }
    return last[b.size()];
}

} // namespace

bool is_name(std::string_view text) {
    return !text.empty() && text.size() <= 100 && is_letter(text.front()) &&
           std::all_of(text.begin(), text.end(),
                       [](char c) { return is_letter(c) || is_digit(c) || c == '-' || c == '_'; });
}

std::string_view nearest(std::string_view wrong, const std::vector<std::string_view>& names) {
    if (wrong.size() > 100) return {};
    const std::string low = lowered(wrong);
    std::string_view best;
    std::size_t least = std::max<std::size_t>(1, wrong.size() / 3) + 1;
    for (std::string_view name : names) {
        const std::size_t gap =
            name.size() > low.size() ? name.size() - low.size() : low.size() - name.size();
        if (gap >= least) continue;
        const std::size_t edits = distance(low, lowered(name));
        if (edits >= least) continue;
        least = edits;
        best = name;
    }
    return best;
}

namespace {
constexpr std::string_view asked = "did you mean '", ended = "'?";
} // namespace

Suggestion suggestion(std::string_view wrong, const std::vector<std::string_view>& names) {
    const std::string_view name = nearest(wrong, names);
    if (name.empty()) return {};
    const bool only_case = lowered(wrong) == lowered(name);
    std::string text = only_case ? "; case counts: " : "; ";
    text += asked;
    text += name;
    return {std::string(name), text += ended};
}

std::string title_from(std::string_view name) {
    std::string title(name);
    for (char& c : title)
        if (c == '-' || c == '_') c = ' ';
    if (!title.empty() && title[0] >= 'a' && title[0] <= 'z')
        title[0] = static_cast<char>(title[0] - 'a' + 'A');
    return title;
}

std::string listed(const std::vector<std::string>& names, std::size_t most) {
    std::string text;
    for (std::size_t i = 0; i < names.size() && i < most; ++i)
        text += (i == 0 ? "'" : ", '") + names[i] + "'";
    if (names.size() > most) text += " and " + std::to_string(names.size() - most) + " more";
    return text;
}

} // namespace rondix
