#include "edit_words.hpp"

#include "name_words.hpp"

#include <algorithm>

namespace rondix::tool {

namespace {

using Words = std::vector<std::string>;

struct Form {
    std::string_view words;
    std::size_t least, most; ///< words behind the first
    Changed (*make)(const FlowFile& file, const Words& words);
};

NameAsked thing(const Words& words) {
    return {name_kind(words[1]).value_or(NameKind::screen), words[2]};
}

/// A screen, or a part of that name.
NameAsked holder(const FlowFile& file, const std::string& name) {
    const bool is_part = file.names.find(NameKind::screen, name).empty() &&
                         !file.names.find(NameKind::part, name).empty();
    return {is_part ? NameKind::part : NameKind::screen, name};
}

Changed set(const FlowFile& file, const Words& words) {
    const bool has_key = words.size() == 5;
    return set_key(file, thing(words), has_key ? words[3] : "", words.back());
}

Changed drop(const FlowFile& file, const Words& words) {
    return drop_key(file, thing(words), words[3]);
}

Changed add(const FlowFile& file, const Words& words) {
    if (words[1] != "control")
        return add_entry(file, thing(words), words.size() > 3 ? words[3] : "");
    if (words.size() < 4)
        return {"say which control: '{ button: play, text: Play, press: ... }'", {}};
    return add_control(file, holder(file, words[2]), words[3], words.size() > 4 ? words[4] : "");
}

Changed copy_one(const FlowFile& file, const Words& words) {
    return copy(file, thing(words), words[3]);
}

Changed move(const FlowFile& file, const Words& words) {
    return move_control(file, thing(words), words.size() > 3 ? words[3] : "");
}

Changed remove_one(const FlowFile& file, const Words& words) {
    return remove(file, thing(words));
}

Changed rename_one(const FlowFile& file, const Words& words) {
    Renamed renamed = rename(file, thing(words), words[3]);
    return {std::move(renamed.fault), std::move(renamed.texts)};
}

Changed part(const FlowFile& file, const Words& words) {
    return extract_part(file, holder(file, words[2]), {words.begin() + 3, words.end()}, words[1]);
}

constexpr std::size_t any = 1000;
const std::vector<Form>& forms() {
    static const std::vector<Form> all = {
        {"set", 3, 4, set},       {"drop", 3, 3, drop},         {"add", 2, 4, add},
        {"copy", 3, 3, copy_one}, {"move", 2, 3, move},         {"remove", 2, 2, remove_one},
        {"part", 3, any, part},   {"rename", 3, 3, rename_one},
    };
    return all;
}

} // namespace

const char* const forms_of_changes = R"(Changes:
  set KIND NAME KEY VALUE        set control title.play text "Set sail"; KEY may be place.offset, or pieces.0.style
  set KIND NAME VALUE            set colour night "#101c2c"
  drop KIND NAME KEY             take a key out again
  add KIND NAME [VALUE]          add screen credits "{ title: Credits }"
  add control SCREEN CONTROL [BEFORE]
                                 add control title "{ button: credits, text: Credits, press: open credits }" leave
  copy KIND NAME NEW             copy control title.play again
  move control NAME [BEFORE]     before another one, or to the end
  remove KIND NAME               what uses it has to be gone
  rename KIND NAME NEW           in the flow alone; rondix rename does it in walkthroughs as well
  part PART SCREEN CONTROL...    make a part of controls that stand one behind the other)";

std::vector<std::pair<std::string, std::string>> changes_in_words() {
    std::vector<std::pair<std::string, std::string>> all;
    for (const Form& form : forms()) {
        const std::string_view text = forms_of_changes;
        const std::size_t at = text.find("\n  " + std::string(form.words) + " ") + 3;
        const std::size_t end = std::min(text.find("  ", at), text.find('\n', at));
        all.emplace_back(form.words, text.substr(at, end - at));
    }
    return all;
}

Changed change_by_words(const FlowFile& file, const Words& words) {
    std::vector<std::string_view> known;
    for (const Form& form : forms()) {
        known.push_back(form.words);
        if (words.empty() || form.words != words[0]) continue;
        if (words.size() < form.least + 1 || words.size() > form.most + 1)
            return {"'" + words[0] + "' has too " +
                        (words.size() < form.least + 1 ? "few" : "many") + " words behind it",
                    {}};
        if (words[0] != "part")
            if (std::string fault = is_kind_of_name(words[1]); !fault.empty())
                return {std::move(fault), {}};
        if (words[0] == "move" && words[1] != "control") return {"only controls are moved", {}};
        return form.make(file, words);
    }
    const std::string word = words.empty() ? "" : words[0];
    return {"'" + word + "' is no change" + suggestion(word, known).text, {}};
}

} // namespace rondix::tool
