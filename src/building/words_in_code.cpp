// What is said in code, word by word: values, steps, controls, screens, settings. Each becomes what
// a flow file would have in its place.
#include "rondix/tools/flow_in_code.hpp"

#include "reading/grammar.hpp"

#include <cstdio>

namespace rondix::in_code {

namespace {

std::string shortest(double number) {
    char text[32];
    std::snprintf(text, sizeof text, "%.9g", number);
    return text;
}

/// A step as a flow file writes it.
Does step(StepKind kind, const std::string& words = "") {
    const std::string name(grammar::row_of(kind).name);
    return Does(Value(words.empty() ? name : name + " " + words));
}

Control control(ControlKind kind, const std::string& id) {
    return {std::string(grammar::row_of(kind).name), id};
}

Value names(const std::vector<std::string>& texts) {
    return list({texts.begin(), texts.end()});
}

} // namespace

Value::Value(double number)
    : text(shortest(number)) {}

Value list(std::vector<Value> values) {
    std::vector<Value::Entry> entries;
    entries.reserve(values.size());
    for (Value& value : values) entries.emplace_back("", std::move(value));
    return {Value::Kind::list, std::move(entries)};
}

Value map(std::vector<Value::Entry> entries) {
    return {Value::Kind::map, std::move(entries)};
}

Value quoted(std::string text) {
    Value value(std::move(text));
    value.quoted = true;
    return value;
}

Value seconds(double time) {
    return {shortest(time) + "s"};
}

// --- what a press does

Does::Does(std::initializer_list<Does> steps)
    : value(Value::Kind::list, {}) {
    for (const Does& step : steps) value.entries.emplace_back("", step.value);
}

Does open(const std::string& screen) {
    return step(StepKind::open, screen);
}
Does go(const std::string& screen) {
    return step(StepKind::go, screen);
}
Does back() {
    return step(StepKind::back);
}
Does back_to(const std::string& screen) {
    return step(StepKind::back_to, screen);
}
Does resume() {
    return step(StepKind::resume);
}
Does load(const std::string& scene) {
    return step(StepKind::load, scene);
}
Does load_next() {
    return step(StepKind::load_next);
}
Does load_previous() {
    return step(StepKind::load_previous);
}
Does retry() {
    return step(StepKind::retry);
}
Does home() {
    return step(StepKind::home);
}
Does quit() {
    return step(StepKind::quit);
}
Does request(const std::string& request) {
    return step(StepKind::request, request);
}
Does raise(const std::string& flag) {
    return step(StepKind::raise, flag);
}
Does lower(const std::string& flag) {
    return step(StepKind::lower, flag);
}
Does set(const std::string& setting, const std::string& value) {
    return step(StepKind::set, setting + " " + value);
}
Does reset(const std::string& setting) {
    return step(StepKind::reset, setting);
}
Does turn(const std::string& pages, const std::string& to) {
    return step(StepKind::turn, pages + " " + to);
}
Does tell(const std::string& word) {
    return step(StepKind::tell, word);
}
Does todo(const std::string& text) {
    return step(StepKind::todo, text);
}
Does nothing() {
    return Does("none");
}

Does load_one_of(const std::vector<std::string>& scenes) {
    std::string text = "one-of [";
    for (const std::string& scene : scenes) text += (text.back() == '[' ? "" : ", ") + scene;
    return step(StepKind::load, text + "]");
}

Does when(const std::string& condition, const Does& does) {
    return Does(map({{"when", condition}, {"do", does.value}}));
}

Does otherwise(const Does& does) {
    return Does(map({{"do", does.value}}));
}

Does ask(const std::string& text, const Does& does) {
    return Does(map({{"ask", quoted(text)}, {"do", does.value}}));
}

// --- what a flow is made of

Control button(const std::string& id) {
    return control(ControlKind::button, id);
}
Control toggle(const std::string& id, const std::string& setting) {
    return control(ControlKind::toggle, id).setting(setting);
}
Control slider(const std::string& id, const std::string& setting) {
    return control(ControlKind::slider, id).setting(setting);
}
Control choice(const std::string& id, const std::string& setting) {
    return control(ControlKind::choice, id).setting(setting);
}
Control text_field(const std::string& id, const std::string& setting) {
    return control(ControlKind::text_field, id).setting(setting);
}
Control binding(const std::string& id, const std::string& setting) {
    return control(ControlKind::binding, id).setting(setting);
}
Control rows(const std::string& id) {
    return control(ControlKind::list, id);
}
Control pages(const std::string& id, const std::vector<std::string>& groups) {
    return control(ControlKind::pages, id).also("show", names(groups));
}
Control label(const std::string& id) {
    return control(ControlKind::label, id);
}
Control picture(const std::string& id, const std::string& file) {
    return control(ControlKind::picture, id).also("file", file);
}
Control panel(const std::string& id) {
    return control(ControlKind::panel, id);
}

Screen screen(std::string id) {
    return Screen(std::move(id));
}

Screen& Screen::key(const std::string& name, const Does& does) {
    keys.emplace_back(name, does.value);
    return *this;
}

Screen& Screen::key(const std::string& name, const Does& does, const std::string& keyboard,
                    const std::string& pad) {
    std::vector<Value::Entry> said = {{"do", does.value}, {"key", keyboard}};
    if (!pad.empty()) said.emplace_back("pad", pad);
    keys.emplace_back(name, map(std::move(said)));
    return *this;
}

Screen& Screen::moves_on(double after, const Does& does) {
    return also("moves-on", map({{"after", seconds(after)}, {"do", does.value}}));
}

Screen& Screen::idle(double after, const Does& does) {
    return also("idle", map({{"after", seconds(after)}, {"do", does.value}}));
}

Screen& Screen::with(const Control& control) {
    controls.push_back(control.said());
    return *this;
}

Setting& Setting::labels(const std::vector<std::string>& texts) {
    std::vector<Value> values;
    values.reserve(texts.size());
    for (const std::string& text : texts) values.push_back(quoted(text));
    return also("labels", list(std::move(values)));
}

Setting yes_no() {
    return {};
}
Setting number(double from, double to) {
    return Setting().also("from", from).also("to", to);
}
Setting one_of(const std::vector<std::string>& values) {
    return Setting().also("one-of", names(values));
}
Setting text_value(int max_length) {
    return Setting().also("max-length", max_length);
}
Setting key_for(std::string button_or_key) {
    return Setting().also("binds", std::move(button_or_key));
}

} // namespace rondix::in_code
