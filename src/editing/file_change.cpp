#include "editing/file_change.hpp"

#include "editing/texts.hpp"
#include "editing/yaml_layout.hpp"

#include <algorithm>

namespace rondix {

namespace {

constexpr const char* not_known = "this is written in a way that has to be changed by hand";

std::optional<std::vector<Edit>> one(std::optional<Edit> edit) {
    if (!edit) return std::nullopt;
    return std::vector{std::move(*edit)};
}

std::optional<yaml::Node> read(const Source& source) {
    Findings findings;
    std::optional<yaml::Node> root = yaml::read(source, 0, findings);
    if (!findings.empty()) return std::nullopt;
    return root;
}

bool find_in(const yaml::Node& node, std::uint32_t offset, TreePath& path) {
    if (node.kind == yaml::Kind::text) return node.place.begin <= offset && offset < node.place.end;
    for (std::size_t i = 0; i < node.children.size(); ++i) {
        path.push_back(i);
        if (find_in(node.children[i], offset, path)) return true;
        path.pop_back();
    }
    return false;
}

/// Behind which child of a map a new key comes to stand, by the order of keys; nothing: before all.
std::optional<std::size_t> stands_behind(const yaml::Node& map, const std::string& key,
                                         const std::vector<std::string_view>& order) {
    const auto rank = [&](const std::string& of) {
        return static_cast<std::size_t>(std::ranges::find(order, of) - order.begin());
    };
    if (rank(key) == order.size()) return map.children.size() - 2;
    std::optional<std::size_t> behind;
    for (std::size_t i = 0; i + 1 < map.children.size(); i += 2)
        if (rank(map.children[i].text) < rank(key)) behind = i;
    return behind;
}

} // namespace

FileChange::FileChange(Source source)
    : source_(std::move(source))
    , root_(read(source_)) {}

const yaml::Node& FileChange::at(const TreePath& path) const {
    const yaml::Node* node = &*root_;
    for (const std::size_t child : path) node = &node->children.at(child);
    return *node;
}

yaml::Node& FileChange::in(yaml::Node& root, const TreePath& path) const {
    yaml::Node* node = &root;
    for (const std::size_t child : path) node = &node->children.at(child);
    return *node;
}

std::optional<TreePath> FileChange::find(std::uint32_t offset) const {
    TreePath path;
    if (!root_ || !find_in(*root_, offset, path)) return std::nullopt;
    return path;
}

std::size_t FileChange::number_of(const yaml::Node& map, std::string_view key) {
    if (map.kind != yaml::Kind::map) return map.children.size();
    for (std::size_t i = 0; i + 1 < map.children.size(); i += 2)
        if (map.children[i].text == key) return i;
    return map.children.size();
}

/// On lines of its own.
bool FileChange::is_block(const yaml::Node& node) const {
    const char first = source_.text()[node.place.begin];
    return node.kind != yaml::Kind::text && first != '{' && first != '[';
}

/// A list of maps stands on lines of its own where there is room for that.
std::string FileChange::value_for(const yaml::Node& value,
                                  std::optional<std::uint32_t> column) const {
    const bool maps = value.kind == yaml::Kind::list && !value.children.empty() &&
                      std::ranges::all_of(value.children, [](const yaml::Node& item) {
                          return item.kind == yaml::Kind::map;
                      });
    if (!maps || !column) return " " + write_value(value);
    std::string text;
    for (const yaml::Node& item : value.children)
        text += "\n" + std::string(*column + 2, ' ') + "- " + write_value(item);
    return text;
}

/// The text with the edits is taken if it says what is expected.
std::string FileChange::make(const yaml::Node& expected, std::optional<std::vector<Edit>> edits) {
    if (!edits) return not_known;
    Source changed(source_.name(), with_edits(source_, std::move(*edits)));
    std::optional<yaml::Node> tree = read(changed);
    if (!tree || !same(*tree, expected)) return not_known;
    source_ = std::move(changed);
    root_ = std::move(tree);
    return {};
}

std::string FileChange::set(const TreePath& path, const std::string& key, const yaml::Node& value,
                            const std::vector<std::string_view>& order) {
    const yaml::Node& map = at(path);
    if (map.kind != yaml::Kind::map || map.children.empty()) { // nothing is said there yet
        if (path.empty() || (map.kind == yaml::Kind::text && !map.says_nothing()))
            return "there is no room for '" + key + "'";
        TreePath outer = path;
        const std::size_t child = outer.back();
        outer.pop_back();
        if (at(outer).kind != yaml::Kind::map) return not_known;
        return set(outer, at(outer).children[child - 1].text, map_node(key, value));
    }
    const Layout layout(source_, 0);
    const std::size_t number = number_of(map, key);
    if (number < map.children.size()) {
        yaml::Node expected = *root_;
        in(expected, path).children[number + 1] = value;
        const yaml::Node& name = map.children[number];
        const yaml::Node& old = map.children[number + 1];
        const std::string text = old.says_nothing()
                                     ? value_for(value, layout.column_of(name.place.begin))
                                     : write_value(value);
        const bool is_text = old.kind == yaml::Kind::text;
        return make(expected, layout.set_value(name.place, old.place, is_text, text));
    }
    const bool block = layout.column_of(map.children[0].place.begin).has_value();
    return add(path, key, value,
               key + ":" + value_for(value, block ? std::optional<std::uint32_t>(0) : std::nullopt),
               order);
}

std::string FileChange::add(const TreePath& path, const std::string& key, const yaml::Node& value,
                            const std::string& entry, const std::vector<std::string_view>& order) {
    const yaml::Node& map = at(path);
    if (map.kind != yaml::Kind::map || map.children.empty()) return not_known;
    const std::optional<std::size_t> behind = stands_behind(map, key, order);
    return put_entry(path, behind, {text_node(key), value}, entry);
}

std::string FileChange::copy_key(const TreePath& path, const std::string& key,
                                 const std::string& to) {
    const yaml::Node& map = at(path);
    const std::size_t number = number_of(map, key);
    const SourceRange place = map.children.at(number).place;
    const Layout layout(source_, 0);
    const SourceRange name = layout.with_quotes(place);
    std::string entry = layout.entry_text(place);
    entry.replace(0, name.end - name.begin, to);
    return put_entry(path, number, {text_node(to), map.children[number + 1]}, entry);
}

/// Behind a key of a map; nothing: before all.
std::string FileChange::put_entry(const TreePath& path, std::optional<std::size_t> behind,
                                  std::initializer_list<yaml::Node> what,
                                  const std::string& entry) {
    yaml::Node expected = *root_;
    auto& children = in(expected, path).children;
    children.insert(children.begin() + static_cast<std::ptrdiff_t>(behind ? *behind + 2 : 0), what);
    const SourceRange beside = at(path).children[behind.value_or(0)].place;
    const Layout layout(source_, 0);
    return make(expected,
                one(behind ? layout.add_behind(beside, entry) : layout.add_before(beside, entry)));
}

std::string FileChange::drop(const TreePath& path, const std::string& key) {
    const yaml::Node& map = at(path);
    const std::size_t number = number_of(map, key);
    if (number >= map.children.size()) return "there is no '" + key + "'";
    yaml::Node expected = *root_;
    auto& children = in(expected, path).children;
    const auto first = children.begin() + static_cast<std::ptrdiff_t>(number);
    children.erase(first, first + 2);
    std::optional<SourceRange> next;
    if (number + 2 < map.children.size()) next = map.children[number + 2].place;
    return make(expected, one(Layout(source_, 0).drop_key(map.children[number].place, next)));
}

std::string FileChange::put_item(const TreePath& path, std::size_t before, const std::string& text,
                                 const yaml::Node& item) {
    const yaml::Node& list = at(path);
    if (list.kind != yaml::Kind::list || list.children.empty()) return not_known;
    const bool behind = before >= list.children.size();
    const std::size_t beside = behind ? list.children.size() - 1 : before;
    yaml::Node expected = *root_;
    auto& children = in(expected, path).children;
    children.insert(
        behind ? children.end() : children.begin() + static_cast<std::ptrdiff_t>(before), item);
    return make(expected,
                one(Layout(source_, 0).put_item(list.children[beside].place.begin, behind, text)));
}

std::string FileChange::drop_item(const TreePath& path, std::size_t item) {
    const yaml::Node& list = at(path);
    if (list.kind != yaml::Kind::list || item >= list.children.size()) return not_known;
    yaml::Node expected = *root_;
    auto& children = in(expected, path).children;
    children.erase(children.begin() + static_cast<std::ptrdiff_t>(item));
    return make(expected, one(Layout(source_, 0).drop_item(list.children[item].place.begin)));
}

std::string FileChange::move_item(const TreePath& path, std::size_t from, std::size_t before) {
    const yaml::Node& list = at(path);
    if (list.kind != yaml::Kind::list || from >= list.children.size()) return not_known;
    if (before == from || before == from + 1) return {};
    const FileChange was = *this;
    yaml::Node expected = *root_;
    auto& children = in(expected, path).children;
    const yaml::Node moved = children[from];
    children.erase(children.begin() + static_cast<std::ptrdiff_t>(from));
    const std::size_t to = before > from ? before - 1 : before;
    children.insert(children.begin() + static_cast<std::ptrdiff_t>(std::min(to, children.size())),
                    moved);
    const std::string text = item_text(path, from);
    std::string fault = drop_item(path, from);
    if (fault.empty()) fault = put_item(path, to, text, moved);
    if (fault.empty() && !same(*root_, expected)) fault = not_known;
    if (!fault.empty()) *this = was;
    return fault;
}

std::string FileChange::item_text(const TreePath& path, std::size_t item) const {
    return Layout(source_, 0).item_text(at(path).children.at(item).place.begin);
}

} // namespace rondix
