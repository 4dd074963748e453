#include "rondix/move_text.hpp"

#include "rondix/names.hpp"

#include <array>

namespace rondix {

namespace {

enum class Subject : std::uint8_t { nothing, control, key, event, flag };

struct Form {
    MoveKind kind;
    std::string_view words;
    Subject subject;
};

// In the order of MoveKind.
constexpr std::array<Form, 12> forms = {{
    {MoveKind::press, "press", Subject::control},
    {MoveKind::back, "back", Subject::nothing},
    {MoveKind::menu, "menu", Subject::nothing},
    {MoveKind::key, "key", Subject::key},
    {MoveKind::other_key, "any key", Subject::nothing},
    {MoveKind::loaded, "loaded", Subject::nothing},
    {MoveKind::load_failed, "load fails", Subject::nothing},
    {MoveKind::give_up, "load given up", Subject::nothing},
    {MoveKind::event, "event", Subject::event},
    {MoveKind::due, "due", Subject::event},
    {MoveKind::raise, "game raises", Subject::flag},
    {MoveKind::lower, "game lowers", Subject::flag},
}};

const Form* form_of(std::string_view text) {
    for (const Form& form : forms) {
        if (text == form.words) return &form;
        const bool begins = text.starts_with(form.words) && text[form.words.size()] == ' ';
        if (begins && form.subject != Subject::nothing) return &form;
    }
    return nullptr;
}

std::string_view subject_text(const CompiledFlow& flow, Move move, Subject subject) {
    switch (subject) {
    case Subject::control: return flow.text(flow[move.control()].id);
    case Subject::key: return flow.text(flow.keys[move.subject]);
    case Subject::event: return flow.text(flow[move.as_event()].id);
    case Subject::flag: return flow.text(flow[move.flag()].id);
    case Subject::nothing: break;
    }
    return {};
}

/// The names that could stand behind the words of a move, and where each stands in its table.
struct Candidates {
    std::vector<std::string_view> names;
    std::uint32_t first = 0;
    std::string where;
};

Candidates candidates(const CompiledFlow& flow, const Situation& situation, Subject subject) {
    Candidates all;
    if (subject == Subject::control) {
        const Screen& screen = flow[situation.current()];
        all.first = screen.controls.begin;
        all.where = "a control of '" + std::string(flow.text(screen.id)) + "'";
        for (std::uint32_t i = screen.controls.begin; i < screen.controls.end(); ++i)
            all.names.push_back(flow.text(flow.controls[i].id));
    } else if (subject == Subject::key) {
        all.where = "a key of this flow";
        for (Text key : flow.keys) all.names.push_back(flow.text(key));
    } else if (subject == Subject::event) {
        all.where = "an event of this flow";
        for (const Event& event : flow.events) all.names.push_back(flow.text(event.id));
    } else {
        all.where = "a flag of this flow";
        for (const Flag& flag : flow.flags) all.names.push_back(flow.text(flag.id));
    }
    return all;
}

} // namespace

std::string move_text(const CompiledFlow& flow, Move move) {
    const Form& form = forms[static_cast<std::size_t>(move.kind)];
    std::string text(form.words);
    if (form.subject != Subject::nothing)
        text += ' ', text += subject_text(flow, move, form.subject);
    return text;
}

bool is_move_text(std::string_view text) {
    return form_of(text) != nullptr;
}

std::optional<Move> read_move(const CompiledFlow& flow, const Situation& situation,
                              std::string_view text, std::string& fault) {
    const Form* form = form_of(text);
    if (!form) {
        std::vector<std::string_view> words;
        words.reserve(forms.size());
        for (const Form& row : forms) words.push_back(row.words);
        fault = "'" + std::string(text) + "' is no move" +
                suggestion(text.substr(0, text.find(' ')), words);
        return std::nullopt;
    }
    if (form->subject == Subject::nothing) return Move{form->kind, 0};
    if (text.size() == form->words.size()) {
        fault = "'" + std::string(text) + "' of what? A name is missing";
        return std::nullopt;
    }
    const std::string_view name = text.substr(form->words.size() + 1);
    const Candidates all = candidates(flow, situation, form->subject);
    for (std::size_t i = 0; i < all.names.size(); ++i)
        if (all.names[i] == name)
            return Move{form->kind, all.first + static_cast<std::uint32_t>(i)};
    fault = "'" + std::string(name) + "' is not " + all.where + suggestion(name, all.names);
    return std::nullopt;
}

} // namespace rondix
