#include "run/filled_texts.hpp"

#include <algorithm>

namespace rondix {

namespace {
/// Appends as much as there is room for, so that nothing is allocated.
void append(std::string& to, std::string_view text) {
    to.append(text.substr(0, to.capacity() - to.size()));
}
} // namespace

std::string_view key_name(const CompiledFlow& flow, const FilledTexts::Names& names,
                          Target target) {
    const auto codes = names.bindings.codes(names.kind, target);
    const std::string_view name =
        codes.empty() ? std::string_view{} : names.codes(names.kind, codes[0]);
    return name.empty() ? name_of(flow, target) : name;
}

FilledTexts::FilledTexts(const CompiledFlow& flow)
    : flow_(flow) {
    for (const Screen& screen : flow.screens) add(screen.title);
    for (const Control& control : flow.controls) add(control.text), add(control.hint);
    for (const Box& box : flow.looks.boxes) add(box.text);
    for (const Style& style : flow.looks.styles)
        for (const Dress& dress : style.dresses) add(dress.text);
    for (const Text text : flow.words) add(text);
    const auto place = [](const Row& row) { return row.written.begin; };
    std::sort(rows_.begin(), rows_.end(),
              [&](const Row& a, const Row& b) { return place(a) < place(b); });
    rows_.erase(std::unique(rows_.begin(), rows_.end(),
                            [&](const Row& a, const Row& b) { return place(a) == place(b); }),
                rows_.end());
    std::size_t longest = 0;
    for (Row& row : rows_) {
        row.filled.reserve(std::size_t{2} * row.written.length + room_for_names);
        longest = std::max(longest, row.filled.capacity());
    }
    before_.reserve(longest);
}

void FilledTexts::add(Text text) {
    if (next_mention(flow_.text(text), 0).begin != std::string_view::npos)
        rows_.push_back({text, {}});
}

bool FilledTexts::fill(const Wording& wording, const Names& names) {
    bool changed = false;
    for (Row& row : rows_) {
        before_.clear();
        append(before_, row.filled);
        row.filled.clear();
        const std::string_view text = wording(flow_.text(row.written));
        std::size_t at = 0;
        for (Mention next = next_mention(text, 0); !next.name.empty();
             next = next_mention(text, at)) {
            append(row.filled, text.substr(at, next.begin - at));
            at = next.begin + next.name.size() + 2;
            const Target target = target_named(flow_, next.name);
            append(row.filled, target == no_target ? text.substr(next.begin, at - next.begin)
                                                   : key_name(flow_, names, target));
        }
        append(row.filled, text.substr(at));
        changed = changed || row.filled != before_;
    }
    return changed;
}

const FilledTexts::Row* FilledTexts::find(std::string_view written) const {
    const std::string_view all(flow_.texts.data(), flow_.texts.size());
    if (rows_.empty() || written.data() < all.data() || written.data() >= all.data() + all.size())
        return nullptr;
    const auto begin = static_cast<std::uint32_t>(written.data() - all.data());
    const auto row = std::lower_bound(
        rows_.begin(), rows_.end(), begin,
        [](const Row& one, std::uint32_t place) { return one.written.begin < place; });
    return row != rows_.end() && row->written.begin == begin &&
                   row->written.length == written.size()
               ? &*row
               : nullptr;
}

std::string_view FilledTexts::shown(std::string_view written, const Wording& wording) const {
    const Row* row = find(written);
    return row ? std::string_view(row->filled) : wording(written);
}

} // namespace rondix
