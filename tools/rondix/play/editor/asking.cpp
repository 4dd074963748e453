// What the editor asks for, with a list of what there is, and what becomes of the answer.
#include "play/editor/editor.hpp"

#include "editing/changer.hpp"
#include "editing/yaml_value.hpp"
#include "reading/style_words.hpp"
#include "walks_of.hpp"

#include "rondix/tools/names.hpp"
#include "rondix/tools/rename.hpp"

#include <algorithm>

namespace rondix::tool {

namespace {

/// One that no control of the screen has.
std::string free_name(const std::vector<Thing>& things, const std::string& like) {
    for (int number = 2;; ++number) {
        std::string name = like + "-" + std::to_string(number);
        if (std::ranges::none_of(things, [&](const Thing& one) { return one.name == name; }))
            return name;
    }
}

/// Without the last letter.
void drop_letter(std::string& text) {
    while (!text.empty() && (static_cast<unsigned char>(text.back()) & 0xC0) == 0x80)
        text.pop_back();
    if (!text.empty()) text.pop_back();
}

/// Whose keys those of a thing are.
grammar::Owner owner_of(const Thing& thing) {
    switch (thing.place.of) {
    case PlaceOf::control: return grammar::Owner::control;
    case PlaceOf::piece: return grammar::Owner::piece;
    default: return grammar::Owner::group;
    }
}

std::vector<Choice> screens_of(const FlowFile& file, const std::string& typed,
                               const std::string& but) {
    std::vector<Choice> all;
    for (const FlowScreen& screen : file.flow.screens)
        if (screen.id.text != but && screen.id.text.find(typed) != std::string::npos)
            all.push_back({screen.id.text, "screen"});
    return all;
}

/// A key of a place or group can be asked for by its path.
TypedKey typed_key(const Thing& thing, const std::string& path) {
    const std::string key = path.substr(path.rfind('.') + 1);
    TypedKey typed{owner_of(thing), key, thing.place.screen->id.text, {}};
    if (path.starts_with("place.")) typed.owner = grammar::Owner::place;
    if (thing.place.control) typed.kind = thing.place.control->kind;
    return typed;
}

bool is_text(const Thing& thing, const std::string& key) {
    const grammar::KeyRow* row = grammar::find(owner_of(thing), key);
    return row && row->form == grammar::Form::text;
}

/// What the player reads is typed as it is, all else as YAML.
std::string as_typed(const Thing& thing, const std::string& key, const std::string& value) {
    std::string fault;
    const auto node = is_text(thing, key) ? read_value(value, fault) : std::nullopt;
    return node && node->kind == yaml::Kind::text ? node->text : value;
}
std::string as_value(const Thing& thing, const std::string& key, const std::string& typed) {
    return is_text(thing, key) ? write_value(text_node(typed)) : typed;
}

bool may_have(const Thing& thing, const std::string& key) {
    if (thing.is(PlaceOf::control)) return grammar::has_key(thing.place.control->kind, key);
    return grammar::find(owner_of(thing), key) != nullptr;
}

} // namespace

std::string Editor::value_of(const Thing& thing, const std::string& key) const {
    return values_.of(session_, thing.place.name, thing.place.path + key);
}

void Editor::ask(Asks what, const std::string& key) {
    const Thing* one = thing();
    const bool of_screen = what == Asks::add || what == Asks::screen || what == Asks::copy_screen ||
                           what == Asks::drop_screen;
    if (!one && !of_screen) return;
    if (what == Asks::key && !may_have(*one, key))
        return host_.say("a " + kind_of(*one) + " has no " + in_quotes(key));
    const bool has_name = one && (one->is(PlaceOf::control) || one->is(PlaceOf::group));
    if (what == Asks::name && !has_name) return host_.say(one->name + " has no name");
    if (what == Asks::copy && !one->is(PlaceOf::control))
        return host_.say("only controls can be copied here");
    Prompt prompt{what, key, {}, {}, {}};
    if (what == Asks::key) prompt.text = as_typed(*one, key, value_of(*one, key));
    if (what == Asks::name)
        prompt.text = one->place.control ? one->name : one->place.group->id.text;
    if (what == Asks::copy) prompt.text = free_name(things(), one->name);
    if (what == Asks::property)
        for (const StyleRow& row : style_said(session_.file(), one->place, state_, alone_).rows)
            if (row.key == key) prompt.text = row.value;
    if (key == "press" && prompt.text.starts_with("todo ")) prompt.text.clear();
    prompt_ = std::move(prompt);
    // Until something is typed, all that its last word could be.
    const std::string text = prompt_->text;
    prompt_->text.resize(text.find_last_of(' ') + 1);
    retyped();
    prompt_->text = text;
    SDL_StartTextInput();
    SDL_FlushEvent(SDL_TEXTINPUT);
}

/// The choices are those for what is typed now.
void Editor::retyped() {
    const FlowFile& file = session_.file();
    const Thing* one = thing();
    Prompt& asked = *prompt_;
    asked.at.reset();
    asked.choices.clear();
    switch (asked.asks) {
    case Asks::key:
        if (one) asked.choices = choices_for(file, typed_key(*one, asked.key), asked.text);
        break;
    case Asks::other:
        if (one && page_ == Page::style) {
            choose_property(asked);
            break;
        }
        if (!one) break;
        if (const std::size_t blank = asked.text.find(' '); blank != std::string::npos) {
            const std::string key = asked.text.substr(0, blank);
            asked.choices = choices_for(file, typed_key(*one, key), asked.text.substr(blank + 1));
            for (Choice& choice : asked.choices) choice.text = key + " " + choice.text;
        } else {
            const std::vector<std::string_view> keys =
                one->is(PlaceOf::control) ? grammar::keys_of(one->place.control->kind)
                                          : grammar::keys_of(owner_of(*one));
            for (const std::string_view key : keys)
                if (key.starts_with(asked.text))
                    asked.choices.push_back({std::string(key) + " ", ""});
        }
        break;
    case Asks::add:
        if (asked.text.find(' ') != std::string::npos) break;
        for (const grammar::ControlRow& row : grammar::controls)
            if (row.name.starts_with(asked.text))
                asked.choices.push_back({std::string(row.name) + " ", "and a name"});
        break;
    case Asks::property: asked.choices = style_choices(file, asked.key, asked.text); break;
    case Asks::drop_screen:
        asked.choices = screens_of(file, asked.text, foremost_screen(session_));
        break;
    default: break;
    }
}

/// `fill brass`.
void Editor::choose_property(Prompt& asked) const {
    const std::size_t blank = asked.text.find(' ');
    if (blank != std::string::npos) {
        const std::string key = asked.text.substr(0, blank);
        asked.choices = style_choices(session_.file(), key, asked.text.substr(blank + 1));
        for (Choice& choice : asked.choices) choice.text = key + " " + choice.text;
        return;
    }
    for (const StyleWord& word : style_words())
        if (word.key.starts_with(asked.text))
            asked.choices.push_back({std::string(word.key) + " ", std::string(word.help)});
}

/// It stands where it was typed, and may go on from there.
void Editor::take_choice(std::size_t number) {
    if (!prompt_ || number >= prompt_->choices.size()) return;
    prompt_->text = prompt_->choices[number].text;
    retyped();
}

bool Editor::take_key_of_prompt(const SDL_KeyboardEvent& event) {
    Prompt& asked = *prompt_;
    const std::size_t count = asked.choices.size();
    switch (event.keysym.sym) {
    case SDLK_RETURN:
        if (asked.at)
            take_choice(*asked.at);
        else
            answer();
        break;
    case SDLK_TAB:
        if (count > 0) take_choice(asked.at.value_or(0));
        break;
    case SDLK_DOWN:
        if (count > 0) asked.at = asked.at ? std::min(*asked.at + 1, count - 1) : 0;
        break;
    case SDLK_UP:
        if (asked.at) asked.at = *asked.at == 0 ? std::nullopt : std::optional(*asked.at - 1);
        break;
    case SDLK_ESCAPE: prompt_.reset(); break;
    case SDLK_BACKSPACE:
        (event.keysym.mod & KMOD_CTRL) != 0 ? asked.text.clear() : drop_letter(asked.text);
        retyped();
        break;
    case SDLK_m:
        if ((event.keysym.mod & KMOD_CTRL) != 0 &&
            (asked.key == "press" || asked.asks == Asks::drop_screen))
            show(Sheet::to_link);
        break;
    default: break;
    }
    return true;
}

void Editor::answer() {
    const Prompt asked = *prompt_;
    prompt_.reset();
    switch (asked.asks) {
    case Asks::add: return add(asked.text);
    case Asks::screen: return add_screen(asked.text);
    case Asks::copy_screen: return copy_screen(asked.text);
    case Asks::drop_screen: return drop_screen(asked.text);
    case Asks::part: return make_part(asked.text);
    default: break;
    }
    if (const Thing* one = thing()) answer_for_thing(asked, Thing(*one));
    if (!asked.then.empty() && !prompt_) ask(Asks::key, asked.then);
}

void Editor::answer_for_thing(const Prompt& asked, const Thing& one) {
    switch (asked.asks) {
    case Asks::key: return set(one, asked.key, asked.text);
    case Asks::other: {
        const std::size_t blank = asked.text.find(' ');
        const std::string value = blank == std::string::npos ? "" : asked.text.substr(blank + 1);
        const std::string key = asked.text.substr(0, blank);
        return page_ == Page::style ? set_property(key, value) : set(one, key, value);
    }
    case Asks::property: return set_property(asked.key, asked.text);
    case Asks::colour: return name_colour(asked.key, asked.text);
    case Asks::name: return rename_to(one, asked.text);
    case Asks::copy: {
        // (What the flow says of it is gone once the flow is read anew.)
        const bool has_press = grammar::has_key(one.place.control->kind, "press");
        if (!make("copy " + in_quotes(one.name), copy(session_.file(), one.place.name, asked.text)))
            return;
        chosen_ = {asked.text};
        ask(Asks::key, "text"); // what must differ
        if (prompt_ && has_press) prompt_->then = "press";
        return;
    }
    default: return;
    }
}

/// An empty value: it is not said any more.
void Editor::set(const Thing& one, const std::string& key, const std::string& value) {
    const FlowFile& file = session_.file();
    const std::string path = one.place.path + key;
    if (value.empty())
        make("no " + key + " of " + in_quotes(one.name), drop_key(file, one.place.name, path));
    else if (key == "press" && one.is(PlaceOf::control))
        make("press of " + in_quotes(one.name), link(file, one.place.name, value));
    else
        make(key + " of " + in_quotes(one.name),
             set_key(file, one.place.name, path, as_value(one, key, value)));
}

void Editor::rename_to(const Thing& one, const std::string& name) {
    const std::string& was = one.place.control ? one.name : one.place.group->id.text;
    if (name == was) return;
    const FlowFile& file = session_.file();
    Renamed renamed = rename(file, one.place.name, name, walks_of(file.sources[0].name(), {}));
    if (!make("rename " + in_quotes(was) + " to " + in_quotes(name),
              {std::move(renamed.fault), std::move(renamed.texts)}))
        return;
    chosen_ = {one.place.control ? name : "group " + name};
}

/// At the end of the current screen: a button, which does nothing yet, or another kind; then what
/// it does.
void Editor::add(const std::string& typed) {
    const std::size_t blank = typed.find(' ');
    const std::string name = blank == std::string::npos ? typed : typed.substr(blank + 1);
    const std::string kind = blank == std::string::npos ? "button" : typed.substr(0, blank);
    const auto row = std::ranges::find(grammar::controls, kind, &grammar::ControlRow::name);
    if (row == grammar::controls.end()) return host_.say("there is no control " + in_quotes(kind));
    if (!is_name(name)) return host_.say(in_quotes(name) + " cannot be a name");
    const FlowFile& file = session_.file();
    const std::string screen = foremost_screen(session_);
    std::string more;
    if (grammar::has_key(row->kind, "text")) more += ", text: " + title_from(name);
    if (row->kind == ControlKind::button || row->kind == ControlKind::list)
        more += ", press: todo " + name;
    if (row->setting != grammar::OfSetting::none && row->setting != grammar::OfSetting::any) {
        const std::vector<Choice> settings =
            choices_for(file, {grammar::Owner::control, "setting", screen, row->kind}, "");
        if (settings.empty())
            return host_.say("the flow has no setting for " + std::string(row->what) + " yet");
        more += ", setting: " + settings.front().text;
    }
    if (!make("add " + in_quotes(name), add_control(file, {NameKind::screen, screen},
                                                    "{ " + kind + ": " + name + more + " }")))
        return;
    chosen_ = {name};
    if (row->kind == ControlKind::button) return ask(Asks::key, "press");
    if (more.find("setting: ") != std::string::npos) return ask(Asks::key, "setting");
}

} // namespace rondix::tool
