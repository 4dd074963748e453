#include "editing/rename_reading.hpp"

#include "editing/changer.hpp"
#include "editing/rename_in_walks.hpp"
#include "editing/texts.hpp"
#include "logic/row_fields.hpp"
#include "rondix/runtime/target.hpp"
#include "rondix/tools/names.hpp"
#include "themes/themes.hpp"

#include <algorithm>
#include <map>

namespace rondix {

namespace {

std::string with_article(NameKind kind) {
    return (kind == NameKind::event ? "an " : "a ") + std::string(name_of(kind));
}

/// `title.play`, of controls and groups.
std::string full_name(const IndexedName& name) {
    return name.on.empty() ? name.text : name.on.front() + "." + name.text;
}

const IndexedName* none_found(const FlowFile& file, const NameAsked& asked, std::string& fault) {
    std::vector<std::string> names;
    for (const IndexedName& name : file.names.all())
        if (name.kind == asked.kind && name.is_declared())
            names.push_back(asked.text.find('.') == std::string::npos ? name.text
                                                                      : full_name(name));
    fault = "there is no " + std::string(name_of(asked.kind)) + " " + in_quotes(asked.text) +
            suggestion(asked.text, {names.begin(), names.end()}).text;
    return nullptr;
}

/// What the built-in theme has under this name is its own.
bool is_built_in(NameKind kind, const std::string& name) {
    const auto is_name = [&](const auto& pair) { return pair.first.text == name; };
    const Theme theme = plain_theme();
    switch (kind) {
    case NameKind::style:
        return std::ranges::any_of(theme.styles,
                                   [&](const FlowStyle& style) { return style.id.text == name; });
    case NameKind::colour: return std::ranges::any_of(theme.palette, is_name);
    case NameKind::cue: return std::ranges::any_of(theme.cues, is_name);
    case NameKind::tune: return std::ranges::any_of(theme.tunes, is_name);
    case NameKind::key:
        for (std::size_t i = 0; i < button_count; ++i)
            if (name_of(CompiledFlow{}, Target(i)) == name) return true;
        return name == "any" || name == time_left_mention;
    default: return false;
    }
}

using Counts = std::map<RuleId, int>;
Counts counted(const Findings& findings) {
    Counts counts;
    for (const Finding& finding : findings) ++counts[finding.rule];
    return counts;
}

/// The values of a row but what texts say.
struct ValuesOfRow {
    std::vector<double> values;

    template <class Row>
    const std::vector<double>& of(const Row& row) {
        values.clear();
        rows::each_value(row, *this);
        return values;
    }
    template <class T>
    void operator()(const T& value) {
        values.push_back(static_cast<double>(value));
    }
    void text(const TextRef&) {}
};

/// Whether the tables of two flows differ by nothing but what texts say.
bool have_one_shape(const CompiledFlow& one, const CompiledFlow& other) {
    ValuesOfRow a, b;
    const auto are_same = [&](const auto& x, const auto& y) { return a.of(x) == b.of(y); };
    bool same = are_same(rows::rest_of(one), rows::rest_of(other));
    rows::each_table_of(
        [&](const auto& table, const auto& of_other) {
            using Row = typename std::remove_cvref_t<decltype(table)>::value_type;
            if constexpr (!std::is_same_v<Row, char>)
                same = same && std::ranges::equal(table, of_other, are_same);
        },
        one, other);
    return same;
}

class Renamer {
  public:
    Renamer(const FlowFile& file, const IndexedName& name, const std::string& to,
            const ReadsWith& reads)
        : file_(file)
        , name_(name)
        , to_(to)
        , reads_(reads) {}

    Renamed rename() {
        Renamed renamed;
        renamed.fault = fault_of_names();
        if (renamed.fault.empty()) renamed.fault = fault_of_places();
        if (!renamed.fault.empty()) return renamed;
        for (const NamePlace& one : name_.places) renamed.edits.push_back({one.place, to_});
        renamed.texts = with_edits(file_, renamed.edits);
        after_ = reads_(renamed.texts);
        renamed.fault = fault_of_result();
        if (!renamed.fault.empty()) renamed.edits.clear(), renamed.texts.clear();
        return renamed;
    }

    const FlowFile& after() const { return after_; }

  private:
    std::string fault_of_names() const {
        if (!is_name(to_))
            return in_quotes(to_) + " cannot be a name: a name begins with a letter, followed by "
                                    "letters, digits, '-' and '_'";
        if (to_ == name_.text) return "it is called " + in_quotes(to_) + " already";
        if (is_built_in(name_.kind, name_.text))
            return in_quotes(name_.text) + " is built in and keeps its name";
        if (is_built_in(name_.kind, to_))
            return in_quotes(to_) + " is the name of " + with_article(name_.kind) +
                   " that is built in";
        for (const IndexedName* other : file_.names.find(name_.kind, to_)) {
            if (!other->is_declared()) continue;
            if (!is_of_screens(name_.kind))
                return "there is " + with_article(name_.kind) + " " + in_quotes(to_) + " already";
            for (const std::string& on : other->on)
                if (std::ranges::find(name_.on, on) != name_.on.end())
                    return in_quotes(on) + " has " + with_article(name_.kind) + " " +
                           in_quotes(to_) + " already";
        }
        return {};
    }

    /// Written with escapes, or over several lines.
    std::string fault_of_places() const {
        for (const NamePlace& one : name_.places) {
            const Source& source = file_.sources[one.place.file];
            if (source.is_in_code()) return "a flow that is written in C++ is changed there";
            const auto spot = source.spot(one.place.begin);
            if (source.text().compare(one.place.begin, one.place.end - one.place.begin,
                                      name_.text) != 0)
                return in_quotes(name_.text) +
                       " is written with escapes or over several lines in " + source.name() + ":" +
                       std::to_string(spot.line) + "; write it plainly first";
        }
        return {};
    }

    /// The same flow under another name, or a reason why it is none.
    std::string fault_of_result() const {
        const Counts before = counted(file_.findings);
        for (const auto& [rule, count] : counted(after_.findings))
            if (const auto known = before.find(rule);
                known == before.end() || count > known->second)
                return in_quotes(to_) + " cannot be its name: " + first_of(rule).text;
        if (after_.findings.size() != file_.findings.size() ||
            after_.compiled.has_value() != file_.compiled.has_value() || !is_as_it_was())
            return in_quotes(to_) + " is taken where " + in_quotes(name_.text) + " is used";
        return fault_of_tables();
    }

    const Finding& first_of(RuleId rule) const {
        return *std::ranges::find(after_.findings, rule, &Finding::rule);
    }

    /// The name has its places, and no other has been joined with it.
    bool is_as_it_was() const {
        if (after_.names.all().size() != file_.names.all().size()) return false;
        return std::ranges::any_of(after_.names.all(), [&](const IndexedName& one) {
            return one.kind == name_.kind && one.text == to_ &&
                   one.places.size() == name_.places.size() &&
                   one.places.front().place.file == name_.places.front().place.file &&
                   first_line(after_, one) == first_line(file_, name_);
        });
    }

    /// A name that Rondix itself knows, such as that of the event `pad-lost`.
    std::string fault_of_tables() const {
        if (!file_.compiled || have_one_shape(*file_.compiled, *after_.compiled)) return {};
        return "the " + std::string(name_of(name_.kind)) + " " + in_quotes(name_.text) +
               " has a meaning by its name, and would be another as " + in_quotes(to_);
    }

    static std::uint32_t first_line(const FlowFile& file, const IndexedName& name) {
        const SourceRange& place = name.places.front().place;
        return file.sources[place.file].spot(place.begin).line;
    }

    const FlowFile& file_;
    const IndexedName& name_;
    const std::string& to_;
    const ReadsWith& reads_;
    FlowFile after_;
};

ReadsWith read_anew(const FlowFile& file) {
    return [&file](const FileTexts& changed) { return with_texts(file, changed); };
}

void rename_in(const Walkthrough& walk, const FlowFile& before, const FlowFile& after,
               Renamed& renamed) {
    const WalkEdits edits = renamed_in(*before.compiled, *after.compiled, walk);
    const std::string& name = walk.source.name();
    if (!edits.followed) {
        renamed.notes.push_back(name + " does not pass, and is left as it is");
        return;
    }
    if (edits.edits.empty()) return;
    std::string text = with_edits(walk.source, edits.edits);
    if (!replay(*after.compiled, load_walkthrough_text(name, text)).passed)
        renamed.notes.push_back(name + " passes no longer: it has a saved state of the old names; "
                                       "record it anew");
    renamed.texts[name] = std::move(text);
}

/// A name that nothing has and that begins otherwise, for seeing what would change.
std::string other_name(const FlowFile& file, const IndexedName& than) {
    const char letter = than.text.starts_with('q') ? 'z' : 'q';
    std::string name(1, letter);
    const auto is_taken = [&] {
        return std::ranges::any_of(file.names.all(),
                                   [&](const IndexedName& one) { return one.text == name; });
    };
    while (is_taken()) name += letter;
    return name;
}

/// Whether walkthroughs speak of it.
bool is_walked(NameKind kind) {
    switch (kind) {
    case NameKind::part:
    case NameKind::style:
    case NameKind::colour:
    case NameKind::cue:
    case NameKind::tune: return false;
    default: return true;
    }
}

/// Where the name stands in what would be changed: the first place that differs.
SourceRange place_of_name(const Edit& edit, const Source& source, const IndexedName& name) {
    const std::string_view was =
        std::string_view(source.text()).substr(edit.place.begin, edit.place.end - edit.place.begin);
    const auto same =
        static_cast<std::uint32_t>(std::ranges::mismatch(was, edit.text).in1 - was.begin());
    const std::uint32_t begin = edit.place.begin + same;
    return {begin, begin + static_cast<std::uint32_t>(name.text.size()), edit.place.file};
}

} // namespace

const IndexedName* find_name(const FlowFile& file, const NameAsked& asked, std::string& fault) {
    const std::size_t dot = asked.text.find('.');
    const bool has_on = is_of_screens(asked.kind) && dot != std::string::npos;
    const std::string on = has_on ? asked.text.substr(0, dot) : "";
    const std::string text = has_on ? asked.text.substr(dot + 1) : asked.text;
    std::vector<const IndexedName*> found = file.names.find(asked.kind, text, on);
    std::erase_if(found, [](const IndexedName* name) { return !name->is_declared(); });
    if (found.empty()) return none_found(file, asked, fault);
    if (found.size() == 1) return found.front();
    std::vector<std::string> names;
    names.reserve(found.size());
    for (const IndexedName* name : found) names.push_back(full_name(*name));
    fault = "several screens have " + with_article(asked.kind) + " " + in_quotes(text) +
            "; say which: " + listed(names, 6);
    return nullptr;
}

Renamed rename(const FlowFile& file, const NameAsked& asked, const std::string& to,
               const std::vector<Walkthrough>& walks) {
    return rename(file, asked, to, walks, read_anew(file));
}

Renamed rename(const FlowFile& file, const NameAsked& asked, const std::string& to,
               const std::vector<Walkthrough>& walks, const ReadsWith& reads) {
    Renamed renamed;
    const IndexedName* name = find_name(file, asked, renamed.fault);
    if (!name) return renamed;
    Renamer renamer(file, *name, to, reads);
    renamed = renamer.rename();
    if (!renamed.fault.empty()) return renamed;
    for (const Walkthrough& walk : walks) {
        if (!is_walked(asked.kind)) break;
        if (file.compiled && walk.readable)
            rename_in(walk, file, renamer.after(), renamed);
        else
            renamed.notes.push_back(walk.source.name() + " is left as it is: " +
                                    (walk.readable ? "the flow has errors" : "it cannot be read"));
    }
    return renamed;
}

std::vector<WalkUses> uses_in(const FlowFile& file, const IndexedName& name,
                              const std::vector<Walkthrough>& walks) {
    std::vector<WalkUses> all(walks.size());
    if (!is_walked(name.kind) || walks.empty()) return all;
    const std::string to = other_name(file, name);
    const ReadsWith reads = read_anew(file);
    Renamer renamer(file, name, to, reads);
    const bool good = file.compiled && renamer.rename().fault.empty();
    for (std::size_t i = 0; i < walks.size(); ++i) {
        all[i].passes = good && walks[i].readable;
        if (!all[i].passes) continue;
        const WalkEdits edits = renamed_in(*file.compiled, *renamer.after().compiled, walks[i]);
        all[i].passes = edits.followed;
        for (const Edit& edit : edits.edits)
            all[i].places.push_back(place_of_name(edit, walks[i].source, name));
    }
    return all;
}

} // namespace rondix
