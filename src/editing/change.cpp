#include "editing/changer.hpp"

#include "rondix/tools/names.hpp"

#include <algorithm>
#include <charconv>

namespace rondix {

namespace {

using grammar::Owner;

/// The key of a flow under which names of this kind are declared; empty: elsewhere.
std::string table_of(NameKind kind) {
    switch (kind) {
    case NameKind::screen: return "screens";
    case NameKind::part: return "parts";
    case NameKind::scene: return "scenes";
    case NameKind::flag: return "flags";
    case NameKind::setting: return "settings";
    case NameKind::event: return "events";
    case NameKind::request: return "requests";
    case NameKind::style: return "styles";
    case NameKind::colour: return "palette";
    case NameKind::cue: return "cues";
    case NameKind::tune: return "tunes";
    default: return {};
    }
}

std::vector<std::string> split(const std::string& key) {
    std::vector<std::string> words(1);
    for (const char c : key)
        if (c == '.')
            words.emplace_back();
        else
            words.back() += c;
    return words;
}

std::optional<std::size_t> number(const std::string& word) {
    std::size_t value = 0;
    const auto [end, fault] = std::from_chars(word.data(), word.data() + word.size(), value);
    if (fault != std::errc() || end != word.data() + word.size()) return std::nullopt;
    return value;
}

std::vector<std::string_view> keys_in_order(Owner owner, const yaml::Node& map) {
    if (owner == Owner::nothing) return {};
    if (owner == Owner::control)
        for (const grammar::ControlRow& row : grammar::controls)
            if (FileChange::number_of(map, row.name) < map.children.size())
                return grammar::keys_of(row.kind);
    return grammar::keys_of(owner);
}

/// A key within something, followed as far as it is there.
struct KeyPath {
    TreePath map;                  ///< the innermost map or list that is there
    Owner owner{};                 ///< of that
    std::vector<std::string> rest; ///< behind it; the last one is the key itself
};

std::string follow(const FileChange& text, const TreePath& from, Owner owner,
                   const std::string& key, KeyPath& path) {
    path = {from, owner, split(key)};
    while (path.rest.size() > 1) {
        const yaml::Node& here = text.at(path.map);
        const std::string word = path.rest.front();
        if (here.kind == yaml::Kind::list) {
            const auto item = number(word);
            if (!item || *item >= here.children.size())
                return in_quotes(word) + " is none of its " + std::to_string(here.children.size()) +
                       " items";
            path.map.push_back(*item);
        } else {
            const std::size_t child = FileChange::number_of(here, word);
            if (child >= here.children.size()) return {};
            const yaml::Node& value = here.children[child + 1];
            if (value.says_nothing()) return {};
            if (value.kind == yaml::Kind::text)
                return in_quotes(word) + " is " + in_quotes(value.text) + " there, and has no keys";
            path.map.push_back(child + 1);
            const grammar::KeyRow* row = grammar::find(path.owner, word);
            path.owner = row ? row->of : Owner::nothing;
        }
        path.rest.erase(path.rest.begin());
    }
    return {};
}

std::string set(FileChange& text, const KeyPath& path, yaml::Node value) {
    const yaml::Node& here = text.at(path.map);
    const std::string& key = path.rest.front();
    if (here.kind == yaml::Kind::list) {
        const auto item = number(key);
        if (!item || *item >= here.children.size()) return in_quotes(key) + " is none of its items";
        const std::string fault = text.put_item(path.map, *item, write_value(value), value);
        return fault.empty() ? text.drop_item(path.map, *item + 1) : fault;
    }
    for (std::size_t i = path.rest.size(); i-- > 1;)
        value = map_node(path.rest[i], std::move(value));
    return text.set(path.map, key, value, keys_in_order(path.owner, here));
}

/// And what is empty without it, within `thing`.
std::string drop(FileChange& text, const TreePath& thing, const KeyPath& path) {
    const std::string& key = path.rest.front();
    if (path.rest.size() > 1) return "there is no " + in_quotes(key);
    TreePath holder = path.map;
    const bool of_list = text.at(holder).kind == yaml::Kind::list;
    const std::size_t count = text.at(holder).children.size();
    const auto item = of_list ? number(key) : std::nullopt;
    std::size_t child =
        of_list ? item.value_or(count) : FileChange::number_of(text.at(holder), key);
    if (of_list && child >= count) return in_quotes(key) + " is none of its items";
    if (child >= count) return text.drop(holder, key); // which says so
    const auto is_alone = [&] {
        const yaml::Node& node = text.at(holder);
        return node.children.size() == (node.kind == yaml::Kind::list ? 1 : 2);
    };
    while (holder.size() > thing.size() && is_alone()) {
        child = holder.back();
        holder.pop_back();
        if (text.at(holder).kind == yaml::Kind::map) --child; // its key
    }
    const yaml::Node& node = text.at(holder);
    return node.kind == yaml::Kind::list ? text.drop_item(holder, child)
                                         : text.drop(holder, node.children[child].text);
}

} // namespace

namespace {

/// One key of what is open. False: it was not done, and the Changer says why.
bool set_one(Changer& changer, const NameAsked& thing, const std::string& key,
             const std::string& value) {
    std::string fault;
    std::optional<yaml::Node> node = read_value(value, fault);
    if (!node) return changer.fail(fault);
    const Declared& declared = changer.declared();
    if (key.empty() && declared.is_item)
        return changer.fail("say which key of " + in_quotes(thing.text) + " is meant");
    if (key.empty()) {
        const std::string name = changer.text().at(declared.holder).children[declared.child].text;
        return changer.done(changer.text().set(declared.holder, name, *node));
    }
    KeyPath path;
    return changer.done(
               follow(changer.text(), declared.value(), owner_of(thing.kind), key, path)) &&
           changer.done(set(changer.text(), path, std::move(*node)));
}

} // namespace

Changed set_key(const FlowFile& file, const NameAsked& thing, const std::string& key,
                const std::string& value) {
    return set_keys_of(file, thing, {{key, value}});
}

Changed set_keys_of(const FlowFile& file, const NameAsked& thing, const KeysToSet& keys) {
    if (keys.empty()) return {};
    Changer changer(file);
    if (!changer.open(thing)) return changer.finish();
    for (const auto& [key, value] : keys)
        if (!set_one(changer, thing, key, value)) break;
    return changer.finish();
}

std::optional<std::string> key_value(const FlowFile& file, const NameAsked& thing,
                                     const std::string& key) {
    return KeyReader(file).value(thing, key);
}

std::optional<std::string> KeyReader::value(const NameAsked& thing, const std::string& key) {
    KeyPath path;
    if (!opened_.open(thing)) return std::nullopt;
    const FileChange& text = opened_.text();
    const std::string fault =
        follow(text, opened_.declared().value(), owner_of(thing.kind), key, path);
    if (!fault.empty() || path.rest.size() > 1) return std::nullopt;
    const yaml::Node& here = text.at(path.map);
    if (here.kind == yaml::Kind::list) {
        const auto item = number(path.rest.front());
        if (!item || *item >= here.children.size()) return std::nullopt;
        return write_value(here.children[*item]);
    }
    const std::size_t child = FileChange::number_of(here, path.rest.front());
    if (child >= here.children.size()) return std::nullopt;
    return write_value(here.children[child + 1]);
}

Changed drop_key(const FlowFile& file, const NameAsked& thing, const std::string& key) {
    Changer changer(file);
    if (!changer.open(thing)) return changer.finish();
    KeyPath path;
    const TreePath value = changer.declared().value();
    if (changer.done(follow(changer.text(), value, owner_of(thing.kind), key, path)))
        changer.done(drop(changer.text(), value, path));
    return changer.finish();
}

Changed add_entry(const FlowFile& file, const NameAsked& thing, const std::string& value) {
    Changer changer(file);
    const std::string table = table_of(thing.kind);
    std::string fault;
    const std::optional<yaml::Node> node = read_value(value, fault);
    if (table.empty())
        fault = "a " + std::string(name_of(thing.kind)) + " is declared on a screen";
    else if (!is_name(thing.text))
        fault = in_quotes(thing.text) + " cannot be a name";
    for (const IndexedName* name : file.names.find(thing.kind, thing.text))
        if (name->is_declared())
            fault = "there is a " + std::string(name_of(thing.kind)) + " " + in_quotes(thing.text) +
                    " already";
    if (!fault.empty()) changer.fail(fault);
    if (!fault.empty() || !changer.open_flow()) return changer.finish();
    const std::size_t at = FileChange::number_of(*changer.text().root(), table);
    if (at < changer.text().root()->children.size())
        changer.done(changer.text().set({at + 1}, thing.text, *node));
    else
        changer.done(changer.text().set({}, table, map_node(thing.text, *node),
                                        grammar::keys_of(Owner::flow)));
    return changer.finish();
}

namespace {

/// "it is used in game.flow.yaml:10 and game.flow.yaml:16".
std::string uses_of(const FlowFile& file, const NameAsked& thing) {
    std::string fault;
    const IndexedName* name = find_name(file, thing, fault);
    std::vector<std::string> uses;
    for (const NamePlace& one : name ? name->places : std::vector<NamePlace>{}) {
        if (one.declares) continue;
        const Source& source = file.sources[one.place.file];
        uses.push_back(source.name() + ":" + std::to_string(source.spot(one.place.begin).line));
    }
    if (uses.empty()) return {};
    const bool many = uses.size() > 5;
    if (many) uses.resize(5);
    std::string text;
    for (std::size_t i = 0; i < uses.size(); ++i)
        text += (i == 0 ? "" : !many && i + 1 == uses.size() ? " and " : ", ") + uses[i];
    return in_quotes(thing.text) + " is used in " + text + (many ? " and elsewhere" : "");
}

} // namespace

Changed remove(const FlowFile& file, const NameAsked& thing) {
    Changer changer(file);
    if (!changer.open(thing)) return changer.finish();
    const Declared& declared = changer.declared();
    FileChange& text = changer.text();
    std::string fault =
        declared.is_item
            ? text.drop_item(declared.holder, declared.child)
            : text.drop(declared.holder, text.at(declared.holder).children[declared.child].text);
    if (!changer.done(std::move(fault))) return changer.finish();
    Changed changed = changer.finish();
    if (const std::string uses = uses_of(file, thing); !changed.fault.empty() && !uses.empty())
        changed.fault = uses;
    return changed;
}

} // namespace rondix
