#include "run/filled_texts.hpp"

#include "logic/letters.hpp"

#include <algorithm>

namespace rondix {

namespace {

/// A string that takes as much as there is room for, so that nothing is allocated.
class Filling {
  public:
    explicit Filling(std::string& text)
        : text_(text) {
        text_.clear();
    }
    /// Up to where it no longer fits, and then nothing more.
    void add(std::string_view more) {
        if (is_cut_) return;
        const std::size_t count = whole_letters(more, text_.capacity() - text_.size());
        is_cut_ = count < more.size();
        text_.append(more.substr(0, count));
    }
    bool is_cut() const { return is_cut_; }

  private:
    std::string& text_;
    bool is_cut_ = false;
};

void add_number(std::uint32_t number, Filling& filling) {
    char digits[10] = {};
    std::size_t begin = std::size(digits);
    do digits[--begin] = static_cast<char>('0' + number % 10);
    while ((number /= 10) > 0);
    filling.add({digits + begin, std::size(digits) - begin});
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
    for (const TextRef text : flow.words) add(text);
    const auto place = [](const Row& row) { return row.written.begin; };
    std::sort(rows_.begin(), rows_.end(),
              [&](const Row& a, const Row& b) { return place(a) < place(b); });
    rows_.erase(std::unique(rows_.begin(), rows_.end(),
                            [&](const Row& a, const Row& b) { return place(a) == place(b); }),
                rows_.end());
    std::size_t longest = 0;
    for (Row& row : rows_) {
        const std::size_t room = times_as_long * row.written.length + room_for_names;
        row.measured.reserve(room);
        if (row.tells_time) row.telling.reserve(room);
        longest = std::max(longest, row.measured.capacity());
    }
    before_.reserve(longest);
}

void FilledTexts::add(TextRef text) {
    const std::string_view written = flow_.text(text);
    Mention next = next_mention(written, 0);
    if (next.name.empty()) return;
    Row& row = rows_.emplace_back(Row{text, {}, {}});
    for (; !next.name.empty(); next = next_mention(written, next.begin + 1))
        row.tells_time = row.tells_time || next.name == time_left_mention;
    some_tell_time_ = some_tell_time_ || row.tells_time;
}

bool FilledTexts::fill(const Translator& translator, const Names& names,
                       std::uint32_t seconds_left) {
    constexpr std::uint32_t two_digits = 88;
    bool changed = false;
    cut_ = 0;
    for (Row& row : rows_) {
        Filling(before_).add(row.measured);
        const std::string_view text = translator(flow_.text(row.written));
        cut_ += fill(text, names, two_digits, row.measured) ? 1 : 0;
        changed = changed || row.measured != before_;
    }
    tell_time(translator, names, seconds_left);
    return changed;
}

void FilledTexts::tell_time(const Translator& translator, const Names& names,
                            std::uint32_t seconds_left) {
    for (Row& row : rows_)
        if (row.tells_time)
            fill(translator(flow_.text(row.written)), names, seconds_left, row.telling);
}

bool FilledTexts::fill(std::string_view text, const Names& names, std::uint32_t seconds_left,
                       std::string& into) const {
    Filling filling(into);
    std::size_t at = 0;
    for (Mention next = next_mention(text, 0); !next.name.empty(); next = next_mention(text, at)) {
        filling.add(text.substr(at, next.begin - at));
        at = next.begin + next.name.size() + 2;
        const Target target = target_named(flow_, next.name);
        if (next.name == time_left_mention)
            add_number(seconds_left, filling);
        else
            filling.add(target == no_target ? text.substr(next.begin, at - next.begin)
                                            : key_name(flow_, names, target));
    }
    filling.add(text.substr(at));
    return filling.is_cut();
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

std::string_view FilledTexts::shown(std::string_view written, const Translator& translator) const {
    const Row* row = find(written);
    if (!row) return translator(written);
    return row->tells_time ? row->telling : row->measured;
}

std::string_view FilledTexts::measured(std::string_view written,
                                       const Translator& translator) const {
    const Row* row = find(written);
    return row ? std::string_view(row->measured) : translator(written);
}

} // namespace rondix
