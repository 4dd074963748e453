#include "server/where.hpp"

#include "reading/names_by_key.hpp"

#include <algorithm>

namespace rondix::server {

using grammar::Form;
using grammar::KeyRow;
using grammar::Owner;

namespace {

/// A map or list that is open at the end of what was read: by its column, or by its bracket.
struct Level {
    std::size_t column = 0;
    char bracket = 0; ///< `{`, `[`, or 0 for one by lines
    bool is_list = false;
    std::string key; ///< the last one; its value is what stands further in
    std::vector<std::string> before;
};

/// Reads lines and brackets up to a place.
class Tracker {
  public:
    void read(std::string_view text) {
        for (std::size_t at = 0; at <= text.size();) {
            const std::size_t end = std::min(text.find('\n', at), text.size());
            line(text.substr(at, end - at), at, end == text.size());
            at = end + 1;
        }
    }

    Where where() const {
        Where where;
        for (std::size_t i = 0; i < levels_.size(); ++i) {
            const Level& level = levels_[i];
            const bool last = i + 1 == levels_.size();
            if (level.is_list)
                where.path.emplace_back("-");
            else if (!level.key.empty() && (!last || at_value_))
                where.path.push_back(level.key);
            where.in_brackets = where.in_brackets || level.bracket != 0;
        }
        const Level* last = levels_.empty() ? nullptr : &levels_.back();
        where.at_key = !at_value_ && !(last && last->is_list);
        where.typed = typed_;
        where.begin = static_cast<std::uint32_t>(begin_);
        if (last) where.beside = last->before;
        if (last && !at_value_ && !last->key.empty()) where.beside.push_back(last->key);
        return where;
    }

  private:
    bool in_brackets() const { return !levels_.empty() && levels_.back().bracket != 0; }

    /// What is further in has ended, and a list where no item follows.
    void begin_line(std::size_t column, std::size_t at, bool is_item) {
        typed_.clear();
        begin_ = at;
        at_value_ = false;
        const auto has_ended = [&](const Level& level) {
            return level.column > column || (level.is_list && level.column == column && !is_item);
        };
        while (!levels_.empty() && has_ended(levels_.back())) levels_.pop_back();
    }

    void line(std::string_view text, std::size_t offset, bool is_last) {
        if (text.ends_with('\r')) text.remove_suffix(1);
        std::size_t at = std::min(text.find_first_not_of(' '), text.size());
        const bool says_nothing = at == text.size() || text[at] == '#';
        if (says_nothing && !is_last) return;
        if (in_brackets()) return in_flow(text, at, offset);
        const bool is_item =
            at < text.size() && text[at] == '-' && (at + 1 == text.size() || text[at + 1] == ' ');
        begin_line(at, offset + at, is_item);
        // `- ` opens an item, and what stands behind it a map of its own.
        while (at + 1 < text.size() && text[at] == '-' && text[at + 1] == ' ') {
            open_item(at);
            at = text.find_first_not_of(' ', at + 1);
            if (at == std::string_view::npos) at = text.size();
            begin_ = offset + at;
        }
        if (at < text.size() && text[at] == '-' && at + 1 == text.size()) {
            open_item(at);
            begin_ = offset + at + 1;
            return;
        }
        block_entry(text, at, offset);
    }

    void open_item(std::size_t column) {
        while (!levels_.empty() && levels_.back().column >= column &&
               !(levels_.back().is_list && levels_.back().column == column)) {
            // A list may stand as far in as the key that it is the value of.
            if (levels_.back().column == column && !levels_.back().key.empty()) break;
            levels_.pop_back();
        }
        if (levels_.empty() || !levels_.back().is_list)
            levels_.push_back({column, 0, true, {}, {}});
    }

    void block_entry(std::string_view text, std::size_t at, std::size_t offset) {
        if (at < text.size() && (text[at] == '{' || text[at] == '['))
            return in_flow(text, at, offset);
        const std::size_t colon = key_end(text, at);
        if (colon == std::string_view::npos) {
            // A key that is being typed, or a text of its own.
            if (levels_.empty() || levels_.back().column < at || levels_.back().is_list)
                levels_.push_back({at, 0, false, {}, {}});
            typed_ = text.substr(at);
            return;
        }
        if (levels_.empty() || levels_.back().column < at || levels_.back().is_list)
            levels_.push_back({at, 0, false, {}, {}});
        take_key(unquoted(text.substr(at, colon - at)));
        value(text, colon + 1, offset);
    }

    void take_key(std::string key) {
        Level& level = levels_.back();
        if (!level.key.empty()) level.before.push_back(level.key);
        level.key = std::move(key);
        at_value_ = true;
    }

    void value(std::string_view text, std::size_t at, std::size_t offset) {
        const std::size_t first = text.find_first_not_of(' ', at);
        const std::size_t begin = first == std::string_view::npos ? text.size() : first;
        begin_ = offset + begin;
        typed_ = text.substr(begin);
        if (begin < text.size() && (text[begin] == '{' || text[begin] == '['))
            in_flow(text, begin, offset);
    }

    /// Where the colon of a key stands; nowhere: there is none.
    static std::size_t key_end(std::string_view text, std::size_t at) {
        const char quote = at < text.size() && (text[at] == '"' || text[at] == '\'') ? text[at] : 0;
        for (std::size_t i = at + (quote ? 1 : 0); i < text.size(); ++i) {
            if (quote && text[i] == quote) {
                const bool colon = i + 1 < text.size() && text[i + 1] == ':';
                return colon ? i + 1 : std::string_view::npos;
            }
            if (quote) continue;
            if (text[i] == '#' && i > at && text[i - 1] == ' ') break;
            if (text[i] == ':' && (i + 1 == text.size() || text[i + 1] == ' ')) return i;
        }
        return std::string_view::npos;
    }

    static std::string unquoted(std::string_view word) {
        while (!word.empty() && word.back() == ' ') word.remove_suffix(1);
        if (word.size() > 1 && (word.front() == '"' || word.front() == '\''))
            word = word.substr(1, word.size() - 2);
        return std::string(word);
    }

    // --- within brackets

    void in_flow(std::string_view text, std::size_t at, std::size_t offset) {
        begin_word(at, offset);
        for (; at < text.size(); ++at) {
            const char c = text[at];
            if (quote_ != 0) {
                if (c == quote_) quote_ = 0;
            } else if ((c == '"' || c == '\'') &&
                       word_.find_first_not_of(' ') == std::string::npos) {
                quote_ = c;
            } else if (c == '#' && at > 0 && text[at - 1] == ' ') {
                break;
            } else if (c == '{' || c == '[') {
                levels_.push_back({0, c, c == '[', {}, {}});
                at_value_ = false;
                begin_word(at + 1, offset);
                continue;
            } else if (c == '}' || c == ']') {
                levels_.pop_back();
                at_value_ = true; // behind a value
                begin_word(at + 1, offset);
                if (!in_brackets()) return;
                continue;
            } else if (c == ',') {
                at_value_ = false;
                begin_word(at + 1, offset);
                continue;
            } else if (c == ':' && in_map() && !at_value_ &&
                       (at + 1 == text.size() || text[at + 1] == ' ')) {
                take_key(unquoted(trimmed(word_)));
                begin_word(at + 1, offset);
                continue;
            }
            if (word_.empty() && c == ' ') {
                begin_ = offset + at + 1;
                continue;
            }
            word_ += c;
        }
        typed_ = word_;
    }
    bool in_map() const { return !levels_.empty() && levels_.back().bracket == '{'; }
    void begin_word(std::size_t at, std::size_t offset) {
        word_.clear();
        typed_.clear();
        quote_ = 0;
        begin_ = offset + at;
    }
    static std::string_view trimmed(std::string_view word) {
        const std::size_t first = word.find_first_not_of(' ');
        return first == std::string_view::npos ? std::string_view() : word.substr(first);
    }

    std::vector<Level> levels_;
    bool at_value_ = false;
    std::string typed_, word_;
    std::size_t begin_ = 0;
    char quote_ = 0;
};

std::optional<ControlKind> kind_named(std::string_view name) {
    for (const grammar::ControlRow& row : grammar::controls)
        if (row.name == name) return row.kind;
    return std::nullopt;
}

/// Goes down a path by the grammar.
class Descent {
  public:
    explicit Descent(Owner file) { stands_.owner = file; }

    Stands go(const Where& where) {
        for (std::size_t i = 0; i < where.path.size(); ++i) {
            const bool last = i + 1 == where.path.size();
            down(where.path[i], last && !where.at_key);
        }
        if (row_ && row_->form == Form::table && named_ == false) stands_.names = true;
        // What kind of control it is stands beside.
        if (stands_.owner == Owner::control)
            for (const std::string& key : where.beside)
                if (const auto kind = kind_named(key)) stands_.kind = kind;
        return stands_;
    }

  private:
    void down(const std::string& key, bool is_value) {
        if (stands_.in_style) {
            if (is_value) stands_.key = key;
            return; // states hold what styles hold
        }
        if (key == "-") return item();
        if (row_ && is_table(row_->form) && !named_) return name(key);
        if (stands_.owner == Owner::control || row_is(Form::controls)) {
            if (const auto kind = kind_named(key)) stands_.kind = kind;
        }
        const KeyRow* row = grammar::find(stands_.owner, key);
        row_ = row;
        named_ = false;
        if (is_value) stands_.key = key;
        if (!row) return lost(is_value);
        if (row->form == Form::style && !is_value) stands_.in_style = true;
        if (row->form == Form::style && is_value) return;
        if (!is_value && row->of != Owner::nothing && !is_table(row->form)) stands_.owner = row->of;
    }

    bool row_is(Form form) const { return row_ && row_->form == form; }
    static bool is_table(Form form) {
        return form == Form::table || form == Form::keys || form == Form::styles ||
               form == Form::colours || form == Form::files;
    }

    void item() {
        if (row_is(Form::controls)) {
            stands_.owner = Owner::control;
            stands_.kind.reset();
        } else if (row_ && row_->of != Owner::nothing) {
            stands_.owner = row_->of;
        } else if (row_is(Form::action)) {
            stands_.owner = Owner::alternative;
        }
    }

    /// A name of a table: `title` under `screens`.
    void name(const std::string& name) {
        named_ = true;
        const auto declared = declared_by(row_->key);
        if (declared == NameKind::screen || declared == NameKind::part) stands_.on = name;
        if (row_is(Form::styles)) {
            stands_.in_style = true;
            return;
        }
        stands_.owner = row_->of;
        row_ = nullptr;
    }

    void lost(bool is_value) {
        if (!is_value) stands_.owner = Owner::nothing;
    }

    Stands stands_;
    const KeyRow* row_ = nullptr;
    bool named_ = false;
};

} // namespace

Where where_is(std::string_view text, std::uint32_t offset) {
    Tracker tracker;
    tracker.read(text.substr(0, std::min<std::size_t>(offset, text.size())));
    return tracker.where();
}

Stands stands_at(const Where& where, grammar::Owner file) {
    return Descent(file).go(where);
}

} // namespace rondix::server
