#include "compiling/style_layers.hpp"

#include "rondix/tools/names.hpp"

#include <algorithm>

namespace rondix {

namespace {

/// `extends: none` drops what the built-in theme, or an earlier one, says of a style.
constexpr std::string_view begins_with_nothing = "none";

} // namespace

bool StyleLayers::begins_anew(const FlowStyle& style) {
    return style.like && style.like->text == begins_with_nothing;
}

bool StyleLayers::is_plain_name(const FlowStyle& used) {
    return std::ranges::all_of(used.states, [](const auto& said) { return said.empty(); });
}

StyleLayers::StyleLayers(const Flow& flow, Findings& findings)
    : findings_(findings) {
    for (std::string_view name : standard_style_names) add_name({std::string(name), {}});
    for (const Theme& theme : flow.themes)
        for (const FlowStyle& style : theme.styles) {
            if (style.id.text == begins_with_nothing)
                rondix::add_finding(findings_, RuleId::bad_name, style.id.place,
                                    "'extends: none' means no style, so none has that name")
                    .fix = "give it another name";
            named_[add_name(style.id)].said.push_back({&theme, &style});
        }
}

std::size_t StyleLayers::add_name(const Name& id) {
    const auto [found, is_new] = by_name_.try_emplace(id.text, named_.size());
    if (is_new) named_.push_back({id, {}, {}, State::untouched});
    if (id.place.known()) named_[found->second].id.place = id.place;
    return found->second;
}

std::optional<std::size_t> StyleLayers::find(const Name& name) {
    const auto found = by_name_.find(name.text);
    if (found != by_name_.end()) return found->second;
    std::vector<std::string_view> names;
    for (const Named& named : named_) names.push_back(named.id.text);
    rondix::add_finding(findings_, RuleId::unknown_name, name.place,
                        "there is no style '" + name.text + "'" + suggestion(name.text, names));
    return std::nullopt;
}

const std::vector<StyleLayer>& StyleLayers::of(std::size_t i) {
    if (named_[i].state != State::untouched) return named_[i].layers;
    named_[i].state = State::under_way;
    const Name* like = nullptr;
    std::vector<StyleLayer> said;
    for (const StyleLayer& layer : named_[i].said) {
        if (layer.style->like) like = &*layer.style->like;
        if (begins_anew(*layer.style)) said.clear();
        said.push_back(layer);
    }
    std::vector<StyleLayer> layers;
    if (like && like->text != begins_with_nothing)
        if (const auto model = find(*like)) {
            if (named_[*model].state == State::under_way)
                rondix::add_finding(findings_, RuleId::like_circle, like->place,
                                    "this makes a cycle: the style '" + like->text +
                                        "' already extends this one");
            else
                layers = of(*model);
        }
    layers.insert(layers.end(), said.begin(), said.end());
    named_[i].layers = std::move(layers);
    named_[i].state = State::done;
    return named_[i].layers;
}

} // namespace rondix
