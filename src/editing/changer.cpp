#include "editing/changer.hpp"

#include "editing/texts.hpp"

#include <algorithm>
#include <map>

namespace rondix {

using grammar::Owner;

std::string in_quotes(std::string_view text) {
    return "'" + std::string(text) + "'";
}

Owner owner_of(NameKind kind) {
    switch (kind) {
    case NameKind::screen: return Owner::screen;
    case NameKind::part: return Owner::part;
    case NameKind::scene: return Owner::scene;
    case NameKind::flag: return Owner::flag;
    case NameKind::setting: return Owner::setting;
    case NameKind::event: return Owner::event;
    case NameKind::request: return Owner::request;
    case NameKind::control: return Owner::control;
    case NameKind::group: return Owner::group;
    case NameKind::key: return Owner::named_key;
    default: return Owner::nothing;
    }
}

std::string kind_key_of(const yaml::Node& control) {
    if (control.kind != yaml::Kind::map) return {};
    for (std::size_t i = 0; i + 1 < control.children.size(); i += 2)
        for (const grammar::ControlRow& row : grammar::controls)
            if (control.children[i].text == row.name) return control.children[i].text;
    return {};
}

std::string name_of_control(const yaml::Node& control) {
    const std::string kind = kind_key_of(control);
    return kind.empty() ? kind : control.children[FileChange::number_of(control, kind) + 1].text;
}

std::size_t place_of_control(const yaml::Node& list, const std::string& name) {
    for (std::size_t i = 0; i < list.children.size(); ++i)
        if (name_of_control(list.children[i]) == name) return i;
    return list.children.size();
}

bool Changer::open(const NameAsked& thing) {
    std::string fault;
    const IndexedName* name = find_name(file_, thing, fault);
    if (!name) return fail(fault);
    const std::size_t dot = thing.text.find('.');
    if (is_of_screens(thing.kind) && dot != std::string::npos)
        return open_on(thing.kind, thing.text.substr(0, dot), name->text);
    const auto at = std::ranges::find(name->places, true, &NamePlace::declares);
    return at != name->places.end() && open_at(*at);
}

bool Changer::open_file(std::uint16_t file) {
    const Source& source = file_.sources[file];
    if (source.is_in_code()) return fail("a flow that is written in C++ is changed there");
    const bool is_open = text_ && file_number_ == file && text_->source().text() == source.text();
    file_number_ = file;
    if (!is_open) text_.emplace(source);
    return text_->root() || fail(source.name() + " is no YAML");
}

bool Changer::open_at(const NamePlace& at) {
    constexpr const char* not_known = "it is declared in a way that is not known";
    if (!open_file(at.place.file)) return false;
    const std::optional<TreePath> path = text_->find(at.place.begin);
    if (!path || path->size() < 2) return fail(not_known);
    declared_ = {*path, path->back()};
    declared_.holder.pop_back();
    // The name of a control stands behind its kind, in the map that is the control.
    declared_.is_item = declared_.child % 2 == 1;
    if (!declared_.is_item) return true;
    declared_.child = declared_.holder.back();
    declared_.holder.pop_back();
    return text_->at(declared_.holder).kind == yaml::Kind::list || fail(not_known);
}

/// Of a screen or part, where that declares it itself.
bool Changer::open_on(NameKind kind, const std::string& on, const std::string& name) {
    const bool is_screen = !file_.names.find(NameKind::screen, on).empty();
    if (!open({is_screen ? NameKind::screen : NameKind::part, on})) return false;
    TreePath all = declared_.value();
    const bool control = kind == NameKind::control;
    const std::size_t key = FileChange::number_of(text_->at(all), control ? "controls" : "groups");
    if (key >= text_->at(all).children.size())
        return fail(in_quotes(on) + " declares no " + in_quotes(name) + " itself");
    all.push_back(key + 1);
    const yaml::Node& holder = text_->at(all);
    declared_ = {all,
                 control ? place_of_control(holder, name) : FileChange::number_of(holder, name),
                 control};
    return declared_.child < holder.children.size() ||
           fail(in_quotes(on) + " declares no " + in_quotes(name) + " itself");
}

/// As it reads now, if the flow has no errors that it did not have.
Changed Changer::finish() {
    if (!result_.fault.empty()) return std::move(result_);
    const std::string& name = text_->source().name();
    const FlowFile after = with_texts(file_, {{name, text_->source().text()}});
    std::map<std::pair<RuleId, std::string>, int> known;
    for (const Finding& finding : file_.findings) ++known[{finding.rule, finding.text}];
    for (const Finding& finding : after.findings) {
        if (finding.severity() != Severity::error) continue;
        if (--known[{finding.rule, finding.text}] >= 0) continue;
        result_.fault = "that would be an error: " + finding.text;
        return std::move(result_);
    }
    if (text_->source().text() != file_.sources[file_number_].text())
        result_.texts[name] = text_->source().text();
    return std::move(result_);
}

} // namespace rondix
