#include "yaml/changes.hpp"

#include <algorithm>

namespace rondix::yaml {

namespace {

/// More than these are found no quicker one by one than in a whole reading.
constexpr std::size_t most_changes = 300;

std::string_view before_change(std::string_view text, const Change& change) {
    return text.substr(change.before.begin, change.before.end - change.before.begin);
}

std::string_view after_change(std::string_view text, const Change& change) {
    const auto length = change.before.end - change.before.begin + change.more;
    return text.substr(change.before.begin, static_cast<std::size_t>(length));
}

} // namespace

Change change_between(std::string_view was, std::string_view is) {
    const auto last = std::mismatch(was.rbegin(), was.rend(), is.rbegin(), is.rend()).first;
    const auto same = static_cast<std::size_t>(last - was.rbegin());
    const std::size_t most = std::min(was.size(), is.size()) - same;
    const auto first =
        std::mismatch(was.begin(), was.begin() + static_cast<std::ptrdiff_t>(most), is.begin())
            .first;
    return {{static_cast<std::uint32_t>(first - was.begin()),
             static_cast<std::uint32_t>(was.size() - same)},
            static_cast<std::int64_t>(is.size()) - static_cast<std::int64_t>(was.size())};
}

std::vector<Change> changes_between(std::string_view was, std::string_view is) {
    const Change whole = change_between(was, is);
    std::string_view old_lines = before_change(was, whole), new_lines = after_change(is, whole);
    if (std::ranges::count(old_lines, '\n') != std::ranges::count(new_lines, '\n')) return {whole};
    std::vector<Change> changes;
    std::uint32_t at = whole.before.begin;
    while (true) {
        const std::string_view old_line = old_lines.substr(0, old_lines.find('\n'));
        const std::string_view new_line = new_lines.substr(0, new_lines.find('\n'));
        if (old_line != new_line) {
            Change change = change_between(old_line, new_line);
            change.before.begin += at;
            change.before.end += at;
            changes.push_back(change);
        }
        if (old_line.size() == old_lines.size()) break;
        at += static_cast<std::uint32_t>(old_line.size()) + 1;
        old_lines.remove_prefix(old_line.size() + 1);
        new_lines.remove_prefix(new_line.size() + 1);
    }
    return changes.size() > most_changes ? std::vector{whole} : changes;
}

} // namespace rondix::yaml
