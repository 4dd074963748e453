#include "rondix/tools/move_text.hpp"

#include "rondix/tools/names.hpp"

#include <array>

namespace rondix {

namespace {

enum class Subject : std::uint8_t {
    nothing,
    control,
    row,     ///< a control, and of a list with several kinds of rows which: `voyages row 2`
    setting, ///< of a control, and its value: `volume to 70`
    own,     ///< a setting and its value
    pages,   ///< and where they turn: `sections next`
    key,
    event,
    request,
    flag
};

struct Form {
    MoveKind kind;
    std::string_view words;
    Subject subject;
};

// In the order of MoveKind.
constexpr std::array<Form, 21> forms = {{
    {MoveKind::press, "press", Subject::row},
    {MoveKind::change, "change", Subject::setting},
    {MoveKind::turn, "turn", Subject::pages},
    {MoveKind::back, "back", Subject::nothing},
    {MoveKind::menu, "menu", Subject::nothing},
    {MoveKind::key, "key", Subject::key},
    {MoveKind::other_key, "any key", Subject::nothing},
    {MoveKind::loaded, "loaded", Subject::nothing},
    {MoveKind::load_failed, "load fails", Subject::nothing},
    {MoveKind::done, "done", Subject::request},
    {MoveKind::failed, "fails", Subject::request},
    {MoveKind::moves_on, "moves on", Subject::nothing},
    {MoveKind::idle, "idle", Subject::nothing},
    {MoveKind::load_timeout, "load times out", Subject::nothing},
    {MoveKind::request_timeout, "times out", Subject::request},
    {MoveKind::due, "due", Subject::event},
    {MoveKind::event, "event", Subject::event},
    {MoveKind::raise, "game raises", Subject::flag},
    {MoveKind::lower, "game lowers", Subject::flag},
    {MoveKind::set, "game sets", Subject::own},
    {MoveKind::start, "start", Subject::nothing},
}};

const Form* form_of(std::string_view text) {
    for (const Form& form : forms) {
        if (text == form.words) return &form;
        const bool begins = text.starts_with(form.words) && text[form.words.size()] == ' ';
        if (begins && form.subject != Subject::nothing) return &form;
    }
    return nullptr;
}

std::string value_text(const CompiledFlow& flow, SettingId setting, std::uint16_t value) {
    if (flow[setting].kind == SettingKind::text) return "a text";
    return std::string(flow.text(flow.words[flow[setting].words.begin + value]));
}

std::string turn_text(const CompiledFlow& flow, Move move) {
    if (move.value == next_page) return "next";
    if (move.value == previous_page) return "previous";
    return std::string(flow.text(flow.words[flow[move.pages()].names.begin + move.value]));
}

std::string subject_text(const CompiledFlow& flow, Move move, Subject subject) {
    const auto name = [&](TextRef text) { return std::string(flow.text(text)); };
    switch (subject) {
    case Subject::control: return name(flow[move.control()].id);
    case Subject::row: {
        const Control& row = flow[move.control()];
        const bool several = row.presses > 1;
        return name(row.id) + (several ? " row " + std::to_string(move.value + 1) : "");
    }
    case Subject::setting:
        return name(flow[move.control()].id) + " to " +
               value_text(flow, flow[move.control()].setting, move.value);
    case Subject::own:
        return name(flow[move.setting()].id) + " to " +
               value_text(flow, move.setting(), move.value);
    case Subject::pages: return name(flow[move.pages()].id) + " " + turn_text(flow, move);
    case Subject::key: return name(flow.keys[move.subject]);
    case Subject::event: return name(flow[move.as_event()].id);
    case Subject::request: return name(flow[move.request()].id);
    case Subject::flag: return name(flow[move.flag()].id);
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

Candidates candidates(const CompiledFlow& flow, const MenuState& state, Subject subject) {
    Candidates all;
    const auto add = [&](const auto& rows, const char* where) {
        all.where = where;
        for (const auto& row : rows) all.names.push_back(flow.text(row.id));
    };
    switch (subject) {
    case Subject::control:
    case Subject::row:
    case Subject::setting: {
        const Screen& screen = flow[state.foremost()];
        all.first = screen.controls.begin;
        all.where = "a control of '" + std::string(flow.text(screen.id)) + "'";
        for (std::uint32_t i = screen.controls.begin; i < screen.controls.end(); ++i)
            all.names.push_back(flow.text(flow.controls[i].id));
        break;
    }
    case Subject::pages:
        all.where = "pages of '" + std::string(flow.text(flow[state.current()].id)) + "'";
        for (const Pages& row : flow.pages)
            all.names.push_back(row.screen == state.current() ? flow.text(row.id)
                                                              : std::string_view());
        break;
    case Subject::key:
        all.where = "a key of this flow";
        for (TextRef key : flow.keys) all.names.push_back(flow.text(key));
        break;
    case Subject::event: add(flow.events, "an event of this flow"); break;
    case Subject::request: add(flow.requests, "a request of this flow"); break;
    case Subject::own: add(flow.settings, "a setting of this flow"); break;
    default: add(flow.flags, "a flag of this flow");
    }
    return all;
}

/// What stands behind the name, from `rest` on. False: it cannot be.
bool read_value(const CompiledFlow& flow, Subject subject, std::string_view rest, Move& move,
                std::string& fault) {
    const std::string quoted = "'" + std::string(rest) + "'";
    std::vector<std::string_view> words;
    const auto find = [&](std::string_view word) {
        for (std::size_t i = 0; i < words.size(); ++i)
            if (words[i] == word) return move.value = static_cast<std::uint16_t>(i), true;
        fault =
            "'" + std::string(word) + "' is not one of its values" + suggestion(word, words).text;
        return false;
    };
    if (subject == Subject::row) {
        if (rest.empty()) return true;
        if (!rest.starts_with("row ")) return fault = quoted + " is not expected here", false;
        std::vector<std::string> numbers;
        for (int i = 1; i <= flow[move.control()].presses; ++i)
            numbers.push_back(std::to_string(i));
        words.assign(numbers.begin(), numbers.end());
        return find(rest.substr(4));
    }
    if (subject == Subject::pages) {
        if (rest == "next") return move.value = next_page, true;
        if (rest == "previous") return move.value = previous_page, true;
        return fault = "pages turn 'next' or 'previous'", false;
    }
    const SettingId setting =
        subject == Subject::own ? move.setting() : flow[move.control()].setting;
    if (setting == no_setting) return fault = "this control changes no setting", false;
    if (!rest.starts_with("to ")) return fault = "the new value is missing: '... to 70'", false;
    if (flow[setting].kind == SettingKind::text) return true;
    const IndexRange values = flow[setting].words;
    for (std::uint32_t i = values.begin; i < values.end(); ++i)
        words.push_back(flow.text(flow.words[i]));
    return find(rest.substr(3));
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

std::optional<Move> read_move(const CompiledFlow& flow, const MenuState& state,
                              std::string_view text, std::string& fault) {
    const Form* form = form_of(text);
    if (!form) {
        std::vector<std::string_view> words;
        words.reserve(forms.size());
        for (const Form& row : forms) words.push_back(row.words);
        fault = "'" + std::string(text) + "' is no move" +
                suggestion(text.substr(0, text.find(' ')), words).text;
        return std::nullopt;
    }
    if (form->subject == Subject::nothing) return Move{form->kind};
    if (text.size() == form->words.size()) {
        fault = "'" + std::string(text) + "' needs a name";
        return std::nullopt;
    }
    std::string_view name = text.substr(form->words.size() + 1);
    std::string_view rest;
    const bool has_value = form->subject == Subject::row || form->subject == Subject::setting ||
                           form->subject == Subject::own || form->subject == Subject::pages;
    if (const std::size_t space = name.find(' '); has_value && space != name.npos) {
        rest = name.substr(space + 1);
        name = name.substr(0, space);
    }
    const Candidates all = candidates(flow, state, form->subject);
    for (std::size_t i = 0; i < all.names.size(); ++i) {
        if (all.names[i] != name) continue;
        Move move{form->kind, 0, all.first + static_cast<std::uint32_t>(i)};
        if (has_value && !read_value(flow, form->subject, rest, move, fault)) return std::nullopt;
        return move;
    }
    fault = "'" + std::string(name) + "' is not " + all.where + suggestion(name, all.names).text;
    return std::nullopt;
}

} // namespace rondix
