#include "yaml/trees.hpp"

#include "yaml/changes.hpp"

#include <algorithm>
#include <optional>
#include <unordered_map>
#include <unordered_set>

namespace rondix::yaml {

namespace {

/// How far what stands behind the changed entries moves.
class Moves {
  public:
    /// Entries in their order.
    void add(std::uint32_t from, std::int64_t more) { moves_.push_back({from, by() + more}); }
    std::int64_t by() const { return moves_.empty() ? 0 : moves_.back().by; }

    /// What is not written at all has no place that could move.
    void move(Node& node) const {
        if (node.says_nothing() && node.place.end == 0) return;
        const std::int64_t by = by_at(node.place.begin);
        node.place.begin = static_cast<std::uint32_t>(node.place.begin + by);
        node.place.end = static_cast<std::uint32_t>(node.place.end + by);
        for (Node& child : node.children) move(child);
    }

  private:
    struct Move {
        std::uint32_t from;
        std::int64_t by;
    };
    std::int64_t by_at(std::uint32_t place) const {
        const auto next = std::ranges::upper_bound(moves_, place, {}, &Move::from);
        return next == moves_.begin() ? 0 : (next - 1)->by;
    }

    std::vector<Move> moves_;
};

void shift(Node& node, std::int64_t by) {
    Moves moves;
    moves.add(0, by);
    moves.move(node);
}

/// The begin of the line that a key stands on; nothing where something else stands before it.
std::optional<std::uint32_t> line_of_key(std::string_view text, const Node& key) {
    if (key.kind != Kind::text || !key.plain || key.says_nothing()) return std::nullopt;
    if (key.place.begin > text.size()) return std::nullopt;
    std::uint32_t begin = key.place.begin;
    while (begin > 0 && text[begin - 1] == ' ') --begin;
    if (begin > 0 && text[begin - 1] != '\n') return std::nullopt;
    return begin;
}

/// Whether all lines are an entry's: at least as far in as its key, but for comments at the end;
/// and none is a mark of documents.
bool are_within(std::string_view lines, std::size_t column) {
    bool has_ended = false;
    for (std::size_t at = 0; at < lines.size();) {
        const std::string_view line = lines.substr(at, lines.find('\n', at) - at);
        at += line.size() + 1;
        const std::size_t first = line.find_first_not_of(" \r");
        if (first == std::string_view::npos) continue;
        const bool is_comment = line[first] == '#';
        if (has_ended && !is_comment) return false;
        if (first >= column && line[0] != '%' && !line.starts_with("---") &&
            !line.starts_with("..."))
            continue;
        if (!is_comment) return false;
        has_ended = true;
    }
    return true;
}

/// Anchors and tags reach beyond an entry: at the begin of a text, with a name behind them. (What
/// only looks so costs time, no more.)
bool may_refer(std::string_view text) {
    constexpr std::string_view marks = "&*!", around = " \t\r\n,[]{}:-?";
    for (std::size_t at = 0; (at = text.find_first_of(marks, at)) != std::string_view::npos; ++at) {
        const bool begins = at == 0 || around.find(text[at - 1]) != std::string_view::npos;
        const bool names = at + 1 < text.size() && text[at + 1] != ' ' && text[at + 1] != '\n';
        if (begins && (names || text[at] == '!')) return true;
    }
    return false;
}

/// An entry of a map in lines: its lines hold all of a change.
struct Entry {
    std::vector<Node*> around; ///< the maps that it is in, from the outermost
    std::size_t key = 0;       ///< its place among the children of the last one
    Stretch lines;             ///< before the change
    Change change;
};

/// The innermost within a map whose last entry ends with `end`.
std::optional<Entry> entry_around(Node& map, const Change& change, std::string_view text,
                                  std::uint32_t end) {
    if (map.kind != Kind::map || text[map.place.begin] == '{') return std::nullopt;
    for (std::size_t i = 0; i + 1 < map.children.size(); i += 2) {
        std::uint32_t until = end;
        if (i + 2 < map.children.size()) {
            const auto next = line_of_key(text, map.children[i + 2]);
            if (!next) return std::nullopt;
            until = *next;
        }
        if (change.before.end >= until && until != text.size()) continue;
        const auto begin = line_of_key(text, map.children[i]);
        // How far in the key stands says where the entry begins.
        if (!begin || change.before.begin < map.children[i].place.begin) return std::nullopt;
        if (auto inner = entry_around(map.children[i + 1], change, text, until)) {
            inner->around.insert(inner->around.begin(), &map);
            return inner;
        }
        return Entry{{&map}, i, {*begin, until}, change};
    }
    return std::nullopt;
}

/// Entries that have no line in common and hold all of the changes; none where a change is in none.
std::vector<Entry> entries_around(Node& tree, const std::vector<Change>& changes,
                                  std::string_view text) {
    const auto length = static_cast<std::uint32_t>(text.size());
    std::vector<Entry> entries;
    for (const Change& change : changes) {
        auto entry = entry_around(tree, change, text, length);
        while (entry && !entries.empty() && entry->lines.begin < entries.back().lines.end) {
            const Change& first = entries.back().change;
            const Change both = {{first.before.begin, entry->change.before.end},
                                 first.more + entry->change.more};
            entries.pop_back();
            entry = entry_around(tree, both, text, length);
        }
        if (!entry) return {};
        entries.push_back(std::move(*entry));
    }
    return entries;
}

/// How far a text in lines of its own (`|`, `>`) goes depends on what stands behind it.
bool ends_open(const Node& node, std::string_view lines) {
    if (!node.children.empty()) return ends_open(node.children.back(), lines);
    const char first = node.place.begin < lines.size() ? lines[node.place.begin] : '|';
    return !node.plain && first != '"' && first != '\'';
}

/// The lines of an entry among others like those that stand there: how lines read depends on how
/// far in the maps around them are, and whether they have ended shows in what follows.
struct Excerpt {
    std::string text;
    std::uint32_t begin = 0;          ///< of the lines
    std::optional<std::size_t> after; ///< in which of the maps around there is a key behind them
};

Excerpt excerpt_of(const Entry& entry, std::string_view was, std::string_view lines) {
    Excerpt excerpt;
    std::vector<std::size_t> columns;
    for (std::size_t i = 0; i < entry.around.size(); ++i) {
        const bool last = i + 1 == entry.around.size();
        const Node& key = last ? entry.around[i]->children[entry.key] : *(entry.around[i + 1] - 1);
        const std::uint32_t line = line_of_key(was, key).value_or(key.place.begin);
        columns.push_back(key.place.begin - line);
        if (!last) excerpt.text += std::string(columns.back(), ' ') + "k:\n";
    }
    excerpt.begin = static_cast<std::uint32_t>(excerpt.text.size());
    excerpt.text += lines;
    if (entry.lines.end >= was.size()) return excerpt;
    const std::size_t next = was.find_first_not_of(' ', entry.lines.end) - entry.lines.end;
    excerpt.text += std::string(next, ' ') + "then:\n";
    const auto level = std::ranges::find(columns, next);
    excerpt.after = static_cast<std::size_t>(level - columns.begin());
    return excerpt;
}

/// What the lines read as: a map of one entry or more, and nothing is wrong.
std::optional<Node> read_lines(const Excerpt& excerpt, const Entry& entry, std::uint16_t file) {
    Findings findings;
    std::optional<Node> read = yaml::read(Source({}, excerpt.text), file, findings);
    if (!read || !findings.empty()) return std::nullopt;
    for (std::size_t i = 0; i < entry.around.size(); ++i) {
        const bool last = i + 1 == entry.around.size();
        const std::size_t more = excerpt.after == i ? 2 : 0;
        if (read->kind != Kind::map || read->children.size() < 2 + more) return std::nullopt;
        if (!last && read->children.size() != 2 + more) return std::nullopt;
        if (more > 0) {
            if (read->children[read->children.size() - 2].text != "then") return std::nullopt;
            read->children.resize(read->children.size() - 2);
            read->size -= 2;
        }
        if (last) break;
        Node inner = std::move(read->children[1]);
        read = std::move(inner);
    }
    return ends_open(*read, excerpt.text) ? std::nullopt : std::move(read);
}

/// An entry as it reads now, at its new place: one entry or more.
std::optional<Node> read_entry(const Entry& entry, std::string_view was, const std::string& is,
                               std::int64_t moved, std::uint16_t file) {
    const auto begin = static_cast<std::size_t>(entry.lines.begin + moved);
    const auto length =
        static_cast<std::size_t>(entry.lines.end - entry.lines.begin + entry.change.more);
    const std::string lines = is.substr(begin, length);
    const std::uint32_t column =
        entry.around.back()->children[entry.key].place.begin - entry.lines.begin;
    if (!are_within(lines, column) || may_refer(lines)) return std::nullopt;
    const Excerpt excerpt = excerpt_of(entry, was, lines);
    std::optional<Node> read = read_lines(excerpt, entry, file);
    if (!read || read->place.begin != excerpt.begin + column || lines[column] == '{')
        return std::nullopt;
    shift(*read, static_cast<std::int64_t>(begin) - static_cast<std::int64_t>(excerpt.begin));
    return read;
}

/// Whether no map would have a key twice.
bool are_keys_new(const std::vector<Entry>& entries, const std::vector<Node>& read) {
    std::unordered_map<const Node*, std::unordered_map<std::size_t, const Node*>> changed;
    for (std::size_t i = 0; i < entries.size(); ++i)
        changed[entries[i].around.back()][entries[i].key] = &read[i];
    for (const auto& [map, anew] : changed) {
        std::unordered_set<std::string_view> keys;
        for (std::size_t i = 0; i + 1 < map->children.size(); i += 2) {
            const auto now = anew.find(i);
            if (now == anew.end()) {
                if (!keys.insert(map->children[i].text).second) return false;
                continue;
            }
            for (std::size_t k = 0; k + 1 < now->second->children.size(); k += 2)
                if (!keys.insert(now->second->children[k].text).second) return false;
        }
    }
    return true;
}

/// What was read stands where the entry was.
void put(Node& read, const Entry& entry, std::int64_t more_nodes) {
    for (Node* around : entry.around)
        around->size = static_cast<std::uint32_t>(around->size + more_nodes);
    std::vector<Node>& children = entry.around.back()->children;
    const auto at = children.begin() + static_cast<std::ptrdiff_t>(entry.key);
    std::ranges::move(read.children.begin(), read.children.begin() + 2, at);
    children.insert(at + 2, std::make_move_iterator(read.children.begin() + 2),
                    std::make_move_iterator(read.children.end()));
}

/// False: it is as it was.
bool take_over(Node& tree, std::string_view was, const std::string& is,
               const std::vector<Change>& changes, std::uint16_t file) {
    const std::vector<Entry> entries = entries_around(tree, changes, was);
    if (entries.empty() || is.size() > Limits{}.bytes) return false;
    std::vector<Node> read;
    std::vector<std::int64_t> more_nodes;
    std::int64_t nodes = tree.size;
    Moves moves;
    for (const Entry& entry : entries) {
        std::optional<Node> now = read_entry(entry, was, is, moves.by(), file);
        // Where one becomes several, the others' places in their maps would be others.
        if (!now || (entries.size() > 1 && now->children.size() != 2)) return false;
        const std::vector<Node>& before = entry.around.back()->children;
        more_nodes.push_back(std::int64_t{now->size} - 1 - before[entry.key].size -
                             before[entry.key + 1].size);
        nodes += more_nodes.back();
        moves.add(entry.lines.end, entry.change.more);
        read.push_back(std::move(*now));
    }
    constexpr std::int64_t surely_within = Limits{}.nodes / 3; // for begins and ends count as well
    if (nodes > surely_within || !are_keys_new(entries, read)) return false;
    moves.move(tree);
    for (std::size_t i = 0; i < entries.size(); ++i) put(read[i], entries[i], more_nodes[i]);
    return true;
}

/// False: it has to be read whole.
bool take_over(Node& tree, std::string_view was, const std::string& is, std::uint16_t file) {
    const std::vector<Change> changes = changes_between(was, is);
    return take_over(tree, was, is, changes, file) ||
           (changes.size() > 1 && take_over(tree, was, is, {change_between(was, is)}, file));
}

} // namespace

const Node* Trees::read(const Source& source, std::uint16_t file, Findings& findings) {
    const auto known = known_.find(source.name());
    if (known != known_.end() && known->second.file == file && !known->second.text.empty() &&
        take_over(known->second.tree, known->second.text, source.text(), file)) {
        ++taken_over_;
        known->second.text = source.text();
        known->second.is_current = true;
        return &known->second.tree;
    }
    const std::size_t before = findings.size();
    std::optional<Node> tree = yaml::read(source, file, findings);
    if (!tree) { // what was read before may be of use yet
        if (known != known_.end()) known->second.is_current = false;
        return nullptr;
    }
    Known& now = known_[source.name()];
    now = {source.text(), file, std::move(*tree)};
    // What has faults is read whole each time, so that they are told.
    if (findings.size() > before || may_refer(source.text())) now.text.clear();
    return &now.tree;
}

const Node* Trees::of(const std::string& name, bool or_before) const {
    const auto known = known_.find(name);
    if (known == known_.end() || !(known->second.is_current || or_before)) return nullptr;
    return &known->second.tree;
}

} // namespace rondix::yaml
