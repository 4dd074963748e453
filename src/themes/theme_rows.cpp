#include "themes/theme_rows.hpp"

namespace rondix {

namespace {

using Kind = ThemeRow::Kind;

class Putting {
  public:
    explicit Putting(const ThemeRows& made)
        : made_(made)
        , next_(made.rows.begin()) {}

    Theme put_together() {
        Theme theme;
        theme.enters = made_.enters, theme.leaves = made_.leaves;
        theme.short_side = made_.short_side;
        theme.styles.reserve(made_.styles);
        while (next_ != made_.rows.end()) take(theme);
        return theme;
    }

  private:
    void take(Theme& theme) {
        switch (next_->kind) {
        case Kind::colour: return take_pair(theme.palette);
        case Kind::cue: return take_pair(theme.cues);
        case Kind::tune: return take_pair(theme.tunes);
        case Kind::style: theme.styles.emplace_back().id = name(); return;
        case Kind::extends: theme.styles.back().like = name(); return;
        case Kind::line: return take_line(theme.styles.back().states[next_->state]);
        case Kind::word: ++next_; return; // every other kind takes its own
        }
    }

    void take_pair(std::vector<std::pair<Name, Name>>& into) {
        Name first = name();
        into.emplace_back(std::move(first), name());
    }

    void take_line(std::vector<FlowStyleLine>& into) {
        if (into.empty()) into.reserve(lines_of_the_state());
        FlowStyleLine& line = into.emplace_back();
        line.key = name();
        auto end = next_;
        while (end != made_.rows.end() && end->kind == Kind::word) ++end;
        line.words.reserve(static_cast<std::size_t>(end - next_));
        while (next_ != end) line.words.push_back(name());
    }

    /// They stand together.
    std::size_t lines_of_the_state() const {
        std::size_t lines = 0;
        for (auto row = next_; row != made_.rows.end() && row->state == next_->state; ++row) {
            if (row->kind == Kind::style) break;
            lines += row->kind == Kind::line ? 1 : 0;
        }
        return lines;
    }

    Name name() {
        const ThemeRow& row = *next_++;
        const std::size_t quote = row.in_quotes ? 1 : 0;
        return {std::string(made_.text.substr(row.begin + quote, row.end - row.begin - 2 * quote)),
                {row.begin, row.end, SourceRange::nowhere}};
    }

    const ThemeRows& made_;
    std::span<const ThemeRow>::iterator next_;
};

} // namespace

Theme theme_of(const ThemeRows& made) {
    return Putting(made).put_together();
}

} // namespace rondix
