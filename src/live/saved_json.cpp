// A saved menu state as JSON: names alone, so that it can be read with another flow.
#include "live/saved_json.hpp"

#include <array>
#include <stdexcept>

namespace rondix {

namespace {

using live::Json;

constexpr std::size_t max_bytes = 1u << 20;
constexpr int version = 1;
constexpr std::array<std::string_view, 4> phases = {"none", "loaded", "loading", "failed"};

template <class Value>
Json as_object(const std::vector<std::pair<std::string, Value>>& pairs) {
    Json object = Json::object();
    for (const auto& [name, value] : pairs) object[name] = value;
    return object;
}

struct Wrong : std::runtime_error {
    explicit Wrong(const std::string& words, StatusCode of = StatusCode::damaged)
        : std::runtime_error(words)
        , code(of) {}
    StatusCode code;
};

Wrong wrong_kind(const std::string& name, const std::string& where) {
    return Wrong("'" + name + "' in " + where + " has the wrong type");
}

/// What stands at `key`; `where` is how to say it.
const Json& at(const Json& object, const char* key, const std::string& where) {
    if (!object.is_object()) throw Wrong(where + " must be an object");
    const auto found = object.find(key);
    if (found == object.end()) throw Wrong(where + " has no '" + key + "'");
    return *found;
}

std::string text_at(const Json& object, const char* key, const std::string& where) {
    const Json& value = at(object, key, where);
    if (!value.is_string())
        throw Wrong("'" + std::string(key) + "' of " + where + " must be a text");
    return value.get<std::string>();
}

template <class Value>
std::vector<std::pair<std::string, Value>> pairs_at(const Json& object, const char* key,
                                                    const std::string& where) {
    std::vector<std::pair<std::string, Value>> pairs;
    if (!object.is_object() || !object.contains(key)) return pairs;
    const std::string here = "'" + std::string(key) + "' of " + where;
    const Json& map = object.at(key);
    if (!map.is_object()) throw Wrong(here + " must be an object");
    for (const auto& [name, value] : map.items()) {
        bool fits = value.is_string();
        if constexpr (std::is_same_v<Value, bool>) fits = value.is_boolean();
        if constexpr (std::is_same_v<Value, double>) fits = value.is_number();
        if (!fits) throw wrong_kind(name, here);
        pairs.emplace_back(name, value.template get<Value>());
    }
    return pairs;
}

Phase phase_of(const std::string& word) {
    for (std::size_t i = 1; i < phases.size(); ++i)
        if (phases[i] == word) return Phase(i);
    throw Wrong("'is' of the scene must be loaded, loading or failed");
}

SavedState read(const Json& json) {
    const std::string whole = "the saved state";
    if (!json.is_object() || !json.contains("rondix-state"))
        throw Wrong("this is not a saved state", StatusCode::other_format);
    if (json["rondix-state"] != version)
        throw Wrong("this state was saved by another version of Rondix", StatusCode::other_version);
    SavedState saved;
    saved.game = text_at(json, "game", whole);
    if (json.contains("scene")) {
        saved.scene = text_at(json["scene"], "id", "the scene");
        saved.phase = phase_of(text_at(json["scene"], "is", "the scene"));
    }
    const Json& stack = at(json, "stack", whole);
    if (!stack.is_array()) throw Wrong("'stack' must be a list of screens");
    for (const Json& row : stack) {
        const std::string here =
            "screen " + std::to_string(saved.stack.size() + 1) + " of the stack";
        SavedScreen screen{
            text_at(row, "screen", here), {}, pairs_at<std::string>(row, "pages", here)};
        if (row.contains("focus")) screen.focus = text_at(row, "focus", here);
        if (row.contains("question")) screen.question = text_at(row, "question", here);
        saved.stack.push_back(std::move(screen));
    }
    saved.flags = pairs_at<bool>(json, "flags", whole);
    saved.waiting = pairs_at<double>(json, "waiting", whole);
    saved.settings = pairs_at<std::string>(json, "settings", whole);
    return saved;
}

/// The line and column of a byte, from 1.
std::string spot(const std::string& text, std::size_t byte) {
    std::size_t line = 1, column = 1;
    for (std::size_t i = 0; i + 1 < byte && i < text.size(); ++i) {
        ++column;
        if (text[i] == '\n') ++line, column = 1;
    }
    return std::to_string(line) + ":" + std::to_string(column);
}

} // namespace

Json live::as_json(const SavedState& saved) {
    Json json = {{"rondix-state", version}, {"game", saved.game}};
    if (saved.phase != Phase::none)
        json["scene"] = {{"id", saved.scene},
                         {"is", phases[static_cast<std::size_t>(saved.phase)]}};
    json["stack"] = Json::array();
    for (const SavedScreen& screen : saved.stack) {
        Json row = {{"screen", screen.screen}};
        if (!screen.focus.empty()) row["focus"] = screen.focus;
        if (!screen.pages.empty()) row["pages"] = as_object(screen.pages);
        if (!screen.question.empty()) row["question"] = screen.question;
        json["stack"].push_back(std::move(row));
    }
    json["flags"] = as_object(saved.flags);
    if (!saved.waiting.empty()) json["waiting"] = as_object(saved.waiting);
    json["settings"] = as_object(saved.settings);
    return json;
}

Status live::from_json(const Json& json, SavedState& saved) {
    try {
        saved = read(json);
        return {};
    } catch (const Wrong& wrong) {
        return {wrong.code, wrong.what()};
    }
}

std::string saved_text(const SavedState& saved) {
    return live::as_json(saved).dump(2, ' ', false, Json::error_handler_t::replace) + "\n";
}

Status read_saved(const std::string& text, SavedState& saved) {
    saved = {};
    if (text.size() > max_bytes) return {StatusCode::other_format, "the file is too large"};
    try {
        return live::from_json(Json::parse(text), saved);
    } catch (const Json::parse_error& error) {
        return {StatusCode::other_format, spot(text, error.byte) + ": this is not JSON"};
    } catch (const Json::exception&) { // such as a number that no computer holds
        return {StatusCode::damaged, "a number in it is too large"};
    }
}

} // namespace rondix
