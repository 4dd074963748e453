// Controls that are added, copied, moved, and made into parts.
#include "editing/changer.hpp"
#include "editing/texts.hpp"

#include "rondix/tools/names.hpp"

#include <algorithm>

namespace rondix {

Changed add_control(const FlowFile& file, const NameAsked& screen, const std::string& control,
                    const std::string& before) {
    Changer changer(file);
    std::string fault;
    const std::optional<yaml::Node> node = read_value(control, fault);
    if (node && (node->kind != yaml::Kind::map || kind_key_of(*node).empty()))
        fault = "a control is written as '{ button: play, text: Play, press: ... }'";
    if (!fault.empty()) changer.fail(fault);
    if (!fault.empty() || !changer.open(screen)) return changer.finish();
    FileChange& text = changer.text();
    TreePath list = changer.declared().value();
    const std::size_t child = FileChange::number_of(text.at(list), "controls");
    const bool has_some = child < text.at(list).children.size() &&
                          text.at(list).children[child + 1].kind == yaml::Kind::list &&
                          !text.at(list).children[child + 1].children.empty();
    if (!has_some) {
        yaml::Node all;
        all.kind = yaml::Kind::list;
        all.children.push_back(*node);
        if (before.empty())
            changer.done(text.set(list, "controls", all, grammar::keys_of(owner_of(screen.kind))));
        else
            changer.fail(in_quotes(screen.text) + " has no control " + in_quotes(before));
        return changer.finish();
    }
    list.push_back(child + 1);
    const std::size_t count = text.at(list).children.size();
    const std::size_t at = before.empty() ? count : place_of_control(text.at(list), before);
    if (!before.empty() && at == count)
        changer.fail(in_quotes(screen.text) + " has no control " + in_quotes(before) +
                     " of its own");
    else
        changer.done(text.put_item(list, at, write_value(*node), *node));
    return changer.finish();
}

namespace {

/// The screen that `open NAME` or `go NAME` leads to, if there is none of that name.
std::string missing_screen(const FlowFile& file, const std::string& press) {
    const std::size_t blank = press.find(' ');
    const std::string step = press.substr(0, blank);
    if (blank == std::string::npos || (step != "open" && step != "go")) return {};
    const std::string name = press.substr(blank + 1);
    const auto known = file.names.find(NameKind::screen, name);
    const bool is_there = std::ranges::any_of(known, &IndexedName::is_declared);
    return is_name(name) && !is_there ? name : std::string();
}

} // namespace

std::string plain_screen(const std::string& name) {
    return "{ title: " + write_value(text_node(title_from(name))) +
           ", controls: [{ button: back, text: Back, press: back }] }";
}

Changed link(const FlowFile& file, const NameAsked& control, const std::string& press) {
    const std::string screen = missing_screen(file, press);
    if (screen.empty()) return set_key(file, control, "press", press);
    Changed made = add_entry(file, {NameKind::screen, screen}, plain_screen(screen));
    if (!made.fault.empty()) return made;
    Changed linked = set_key(with_texts(file, made.texts), control, "press", press);
    if (!linked.fault.empty()) return linked;
    for (auto& [path, text] : linked.texts) made.texts[path] = std::move(text);
    return made;
}

Changed move_control(const FlowFile& file, const NameAsked& control, const std::string& before) {
    Changer changer(file);
    if (!changer.open(control)) return changer.finish();
    const Declared& declared = changer.declared();
    if (!declared.is_item) {
        changer.fail("only controls can be moved");
        return changer.finish();
    }
    const yaml::Node& list = changer.text().at(declared.holder);
    const std::size_t to = before.empty() ? list.children.size() : place_of_control(list, before);
    if (!before.empty() && to == list.children.size())
        changer.fail("there is no control " + in_quotes(before) + " beside it");
    else
        changer.done(changer.text().move_item(declared.holder, declared.child, to));
    return changer.finish();
}

namespace {

/// A copy of an item under another name: the same text, but for the name.
std::string copy_item(FileChange& text, const Declared& control, const std::string& to) {
    yaml::Node copied = text.at(control.value());
    const std::string kind = kind_key_of(copied);
    const std::size_t name = FileChange::number_of(copied, kind) + 1;
    const std::uint32_t begin = copied.place.begin;
    const SourceRange place = copied.children[name].place;
    std::string item = text.item_text(control.holder, control.child);
    if (place.begin < begin || place.end - begin > item.size()) return "its name stands elsewhere";
    // In brackets the text of an item begins where the item does, and so it does behind a dash.
    item.replace(place.begin - begin, place.end - place.begin, to);
    copied.children[name] = text_node(to);
    return text.put_item(control.holder, control.child + 1, item, copied);
}

} // namespace

Changed copy(const FlowFile& file, const NameAsked& thing, const std::string& to) {
    Changer changer(file);
    if (!is_name(to)) changer.fail(in_quotes(to) + " cannot be a name");
    if (!is_name(to) || !changer.open(thing)) return changer.finish();
    const Declared& declared = changer.declared();
    FileChange& text = changer.text();
    const yaml::Node& holder = text.at(declared.holder);
    if (declared.is_item) {
        if (place_of_control(holder, to) < holder.children.size())
            changer.fail("there is a control " + in_quotes(to) + " beside it already");
        else
            changer.done(copy_item(text, declared, to));
    } else if (FileChange::number_of(holder, to) < holder.children.size()) {
        changer.fail("there is a " + std::string(name_of(thing.kind)) + " " + in_quotes(to) +
                     " already");
    } else {
        changer.done(text.copy_key(declared.holder, holder.children[declared.child].text, to));
    }
    return changer.finish();
}

namespace {

/// "controls:" and the items from `first` on, each as it stands there.
std::string as_part(const FileChange& text, const TreePath& list, std::size_t first,
                    std::size_t count) {
    std::string lines = "controls:";
    for (std::size_t i = first; i < first + count; ++i) {
        lines += "\n  - ";
        for (const char c : text.item_text(list, i)) {
            lines += c;
            if (c == '\n') lines += "  ";
        }
    }
    return lines;
}

/// Lines under a key.
std::string under(const std::string& key, const std::string& lines) {
    std::string out = key + ":\n  ";
    for (const char c : lines) {
        out += c;
        if (c == '\n') out += "  ";
    }
    return out;
}

std::string add_part(FileChange& text, const std::string& part, const yaml::Node& controls,
                     const std::string& lines) {
    const yaml::Node value = map_node("controls", controls);
    const std::size_t table = FileChange::number_of(*text.root(), "parts");
    if (table < text.root()->children.size())
        return text.add({table + 1}, part, value, under(part, lines));
    return text.add({}, "parts", map_node(part, value), under("parts", under(part, lines)),
                    grammar::keys_of(grammar::Owner::flow));
}

/// Which of the items the controls are, one behind the other; or what is wrong with that.
std::string first_of(const yaml::Node& list, const std::vector<std::string>& controls,
                     const std::string& screen, std::size_t& first) {
    first = place_of_control(list, controls.front());
    for (std::size_t i = 0; i < controls.size(); ++i)
        if (first + i >= list.children.size() ||
            name_of_control(list.children[first + i]) != controls[i])
            return in_quotes(controls[i]) + " is no control of " + in_quotes(screen) +
                   (i == 0 ? " itself" : " that stands behind " + in_quotes(controls[i - 1]));
    return {};
}

/// Where the controls of a screen or part stand; empty: it has none itself.
TreePath controls_of(const Changer& changer, const FileChange& text) {
    TreePath list = changer.declared().value();
    const std::size_t key = FileChange::number_of(text.at(list), "controls");
    if (key >= text.at(list).children.size()) return {};
    list.push_back(key + 1);
    return list;
}

} // namespace

Changed extract_part(const FlowFile& file, const NameAsked& screen,
                     const std::vector<std::string>& controls, const std::string& part) {
    Changer changer(file);
    std::string fault;
    if (controls.empty()) fault = "say which controls";
    if (!is_name(part)) fault = in_quotes(part) + " cannot be a name";
    for (const IndexedName* name : file.names.find(NameKind::part, part))
        if (name->is_declared()) fault = "there is a part " + in_quotes(part) + " already";
    if (!changer.done(fault) || !changer.open(screen)) return changer.finish();
    FileChange& text = changer.text();
    const TreePath list = controls_of(changer, text);
    std::size_t first = 0;
    if (list.empty()) fault = in_quotes(screen.text) + " has no controls of its own";
    if (fault.empty()) fault = first_of(text.at(list), controls, screen.text, first);
    if (!changer.done(fault)) return changer.finish();
    yaml::Node items;
    items.kind = yaml::Kind::list;
    for (std::size_t i = first; i < first + controls.size(); ++i)
        items.children.push_back(text.at(list).children[i]);
    const std::string lines = as_part(text, list, first, controls.size());
    const bool in_brackets = text.source().text()[text.at(list).place.begin] == '[';
    const std::string use = in_brackets ? "{ part: " + part + " }" : "part: " + part;
    fault = text.put_item(list, first, use, map_node("part", text_node(part)));
    for (std::size_t i = 0; i < controls.size() && fault.empty(); ++i)
        fault = text.drop_item(list, first + 1);
    if (fault.empty()) fault = add_part(text, part, items, lines);
    changer.done(fault);
    return changer.finish();
}

} // namespace rondix
