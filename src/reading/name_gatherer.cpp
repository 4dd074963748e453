// The tree of a file is gone through by the grammar: it says what kind of map stands where, and
// this table says what a key that holds a name names. What is wrong in the file is for the readers
// to tell; here it is passed over.
#include "reading/name_gatherer.hpp"

#include "reading/action_reader.hpp"
#include "reading/names_by_key.hpp"
#include "reading/style_words.hpp"
#include "reading/text_part.hpp"
#include "rondix/tools/names.hpp"

#include <algorithm>

namespace rondix {

namespace {

using enum NameKind;
using grammar::Form;
using grammar::KeyRow;
using grammar::NameOf;
using grammar::Owner;

/// No condition that is good has more.
constexpr std::size_t most_words = 1000;

class Walk {
  public:
    Walk(const Source& source, std::vector<WrittenName>& names,
         std::map<std::string, NameGatherer::Takes, std::less<>>& takes)
        : source_(source)
        , names_(names)
        , takes_(takes) {}

    void map(const yaml::Node& node, Owner owner) {
        each(node, [&](const yaml::Node& key, const yaml::Node& value) {
            if (const KeyRow* row = grammar::find(owner, key.text)) behind(*row, key, value);
        });
    }

  private:
    template <class Do>
    static void each(const yaml::Node& node, Do act) {
        if (node.kind != yaml::Kind::map) return;
        for (std::size_t i = 0; i + 1 < node.children.size(); i += 2)
            act(node.children[i], node.children[i + 1]);
    }
    /// Of a list its items; else the node itself.
    template <class Do>
    static void each_item(const yaml::Node& node, Do act) {
        if (node.kind != yaml::Kind::list) return act(node);
        for (const yaml::Node& item : node.children) act(item);
    }

    WrittenName& add(NameKind kind, std::string text, SourceRange place) {
        return names_.emplace_back(WrittenName{{kind}, std::move(text), on_, place});
    }
    void use(NameKind kind, const yaml::Node& node) {
        if (node.kind == yaml::Kind::text && is_name(node.text))
            add(kind, node.text, part_of(node, source_, 0, node.text.size()));
    }
    void declare(NameKind kind, const yaml::Node& key) {
        if (key.kind != yaml::Kind::text || !is_name(key.text)) return;
        add(kind, key.text, part_of(key, source_, 0, key.text.size())).declares = true;
    }

    // --- by what stands behind a key

    void behind(const KeyRow& row, const yaml::Node& key, const yaml::Node& value) {
        switch (row.form) {
        case Form::name:
        case Form::names:
        case Form::name_or_names:
        case Form::name_or_map: return names_behind(row, value);
        case Form::text: return text(value);
        case Form::condition: return condition(value);
        case Form::action: return action(value);
        case Form::steps: return each_item(value, [&](const yaml::Node& one) { step(one); });
        case Form::ask: return value.kind == yaml::Kind::map ? map(value, row.of) : text(value);
        case Form::start: return start(value);
        case Form::map: return map(value, row.of);
        case Form::table:
        case Form::keys: return table(row, key, value);
        case Form::list: return each_item(value, [&](const yaml::Node& one) { map(one, row.of); });
        case Form::controls: return each_item(value, [&](const yaml::Node& one) { member(one); });
        case Form::style: return style_of(value);
        case Form::styles:
        case Form::colours:
        case Form::files: return theme_table(row, key, value);
        default: return;
        }
    }

    void names_behind(const KeyRow& row, const yaml::Node& value) {
        const std::optional<NameKind> kind = row.owner == Owner::start
                                                 ? std::optional<NameKind>()
                                                 : named_behind(row.owner, row.key);
        if (row.owner == Owner::start) return start(value);
        if (!kind) return;
        each_item(value, [&](const yaml::Node& one) {
            if (one.kind == yaml::Kind::map) return map(one, row.of);
            use(*kind, one);
        });
        if (row.owner == Owner::screen && row.key == "extends") takes_[on_].extends = value.text;
    }

    void start(const yaml::Node& value) {
        each_item(value, [&](const yaml::Node& one) {
            if (one.kind == yaml::Kind::map) return map(one, Owner::start);
            const std::size_t before = names_.size();
            use(scene, one);
            if (names_.size() > before) names_.back().kinds = {scene, screen};
        });
    }

    void table(const KeyRow& row, const yaml::Node& key, const yaml::Node& value) {
        const std::optional<NameKind> kind =
            row.form == Form::keys ? std::optional(NameKind::key) : declared_by(key.text);
        each(value, [&](const yaml::Node& name, const yaml::Node& entry) {
            if (kind && name.text != "any") declare(*kind, name);
            const std::string outer = on_;
            if (kind == screen || kind == part) on_ = name.text;
            if (row.form != Form::keys)
                map(entry, row.of);
            else
                key_entry(entry, row.of);
            on_ = outer;
        });
    }

    /// An action, or a map of what stands for the key.
    void key_entry(const yaml::Node& entry, Owner named) {
        bool is_named = false;
        each(entry, [&](const yaml::Node& key, const yaml::Node&) {
            is_named = is_named || key.text == "key" || key.text == "pad";
        });
        return is_named ? map(entry, named) : action(entry);
    }

    /// One of the controls of a screen, or a part that brings some.
    void member(const yaml::Node& node) {
        const bool is_part = node.kind == yaml::Kind::map && !node.children.empty() &&
                             node.children[0].text == "part";
        if (is_part) {
            takes_[on_].parts.push_back(node.children[1].text);
            return map(node, Owner::part_use);
        }
        each(node, [&](const yaml::Node& key, const yaml::Node& value) {
            for (const grammar::ControlRow& row : grammar::controls)
                if (key.text == row.name) {
                    const std::size_t before = names_.size();
                    declare(control, value);
                    if (names_.size() > before) names_.back().control = row.kind;
                }
        });
        map(node, Owner::control);
    }

    // --- texts, conditions, actions

    void text(const yaml::Node& node) {
        if (node.kind != yaml::Kind::text) return;
        std::vector<Name> mentions;
        add_mentions(node, source_, mentions);
        for (Name& name : mentions) add(key, std::move(name.text), name.place).mentioned = true;
    }

    /// `saved-voyage and not (music above 50 or scene is reef)`; what follows `is`, `above` and
    /// `below` is a value.
    void condition(const yaml::Node& node) {
        if (node.kind != yaml::Kind::text) return;
        std::vector<Name> words;
        for (std::size_t i = 0; i < node.text.size() && words.size() < most_words;) {
            const std::size_t begin = node.text.find_first_not_of(" \t\n()", i);
            if (begin == std::string::npos) break;
            const std::size_t end =
                std::min(node.text.find_first_of(" \t\n()", begin), node.text.size());
            words.push_back(
                {node.text.substr(begin, end - begin), part_of(node, source_, begin, end - begin)});
            i = end;
        }
        const auto word = [&](std::size_t at) {
            return at < words.size() ? std::string_view(words[at].text) : std::string_view();
        };
        for (std::size_t i = 0; i < words.size(); ++i) {
            if (word(i) == "and" || word(i) == "or" || word(i) == "not" || !is_name(word(i)))
                continue;
            const bool rows = word(i + 1) == "has" && word(i + 2) == "rows";
            const bool compared =
                word(i + 1) == "is" || word(i + 1) == "above" || word(i + 1) == "below";
            if (rows) {
                WrittenName& list = add(control, words[i].text, words[i].place);
                list.control = ControlKind::list;
                list.elsewhere = true;
                i += 2;
            } else if (word(i) == "scene" && word(i + 1) == "is") {
                if (is_name(word(i + 2))) add(scene, words[i + 2].text, words[i + 2].place);
                i += 2;
            } else if (word(i) == "scene" && word(i + 1) == "has") {
                i += 2;
            } else {
                add(flag, words[i].text, words[i].place).kinds = {flag, setting};
                if (compared) i += 2;
            }
        }
    }

    void action(const yaml::Node& node) {
        if (node.kind == yaml::Kind::map) return map(node, Owner::alternative);
        each_item(node, [&](const yaml::Node& one) {
            one.kind == yaml::Kind::map ? map(one, Owner::alternative) : step(one);
        });
    }

    void step(const yaml::Node& node) {
        if (node.kind != yaml::Kind::text) return;
        const std::vector<Name> words = words_and_marks_of(node, source_);
        if (words.empty()) return;
        const grammar::StepRow* row = step_named(words);
        const std::optional<NameKind> kind = row ? kind_of(row->name_of) : std::nullopt;
        if (!kind) return;
        std::size_t at = row->name.find(' ') == std::string_view::npos ? 1 : 2;
        const bool several = at < words.size() && words[at].text == "one-of";
        if (several) ++at;
        for (; at < words.size(); ++at) {
            if (is_name(words[at].text)) add(*kind, words[at].text, words[at].place);
            if (!several) break;
        }
        if (row->name_of == NameOf::pages && at < words.size()) turn(words, at);
    }

    /// `turn sections sound`.
    void turn(const std::vector<Name>& words, std::size_t at) {
        if (names_.back().place.begin != words[at].place.begin) return;
        names_.back().control = ControlKind::pages;
        names_.back().elsewhere = true;
        if (at + 1 >= words.size() || !is_name(words[at + 1].text)) return;
        if (words[at + 1].text == "next" || words[at + 1].text == "previous") return;
        add(group, words[at + 1].text, words[at + 1].place).elsewhere = true;
    }

    // --- looks

    void style_of(const yaml::Node& value) {
        if (value.kind == yaml::Kind::text) return use(style, value);
        each(value, [&](const yaml::Node& key, const yaml::Node& words) {
            if (key.text == "extends" && words.text != "none") return use(style, words);
            if (std::ranges::find(state_names, key.text) != std::end(state_names))
                return style_of(words);
            const StyleWord* word = find_style_word(key.text);
            if (word && word->names) style_word(*word->names, words);
        });
    }

    void style_word(NameKind kind, const yaml::Node& value) {
        each_item(value, [&](const yaml::Node& one) {
            if (one.kind != yaml::Kind::text) return;
            for (const Name& word : words_of(one, source_)) add_without_share(kind, word);
        });
    }

    /// `night/70%`.
    void add_without_share(NameKind kind, const Name& word) {
        const std::string name = word.text.substr(0, word.text.find('/'));
        if (!is_name(name) || name == "none") return;
        SourceRange place = word.place;
        if (place.end - place.begin == word.text.size())
            place.end = place.begin + static_cast<std::uint32_t>(name.size());
        add(kind, name, place);
    }

    void theme_table(const KeyRow& row, const yaml::Node& key, const yaml::Node& value) {
        const std::optional<NameKind> kind = declared_by(key.text);
        each(value, [&](const yaml::Node& name, const yaml::Node& entry) {
            if (kind) declare(*kind, name);
            if (row.form == Form::styles) style_of(entry);
            if (row.form == Form::colours) style_word(colour, entry);
        });
    }

    const Source& source_;
    std::vector<WrittenName>& names_;
    std::map<std::string, NameGatherer::Takes, std::less<>>& takes_;
    std::string on_;
};

} // namespace

void NameGatherer::gather(const yaml::Node& root, const Source& source, Owner owner) {
    Walk(source, names_, takes_).map(root, owner);
}

} // namespace rondix
