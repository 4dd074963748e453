#include "rondix/tools/report.hpp"
#include "words/printable.hpp"

#include <nlohmann/json.hpp>

namespace rondix {

namespace {

// Keys stay in the order in which they are written here.
using Json = nlohmann::ordered_json;

Json place_json(SourceRange place, const std::vector<Source>& sources) {
    if (!place.known() || place.file >= sources.size()) return nullptr;
    const Source& source = sources[place.file];
    const Source::Spot begin = source.spot(place.begin);
    if (source.is_in_code()) return {{"file", "in code"}, {"what", source.line(begin.line)}};
    const Source::Spot end = source.spot(place.end);
    return {{"file", source.name()},
            {"line", begin.line},
            {"column", begin.column},
            {"end-line", end.line},
            {"end-column", end.column}};
}

Json finding_json(const Finding& finding, const std::vector<Source>& sources) {
    const RuleRow& row = row_of(finding.rule);
    Json json = {{"rule", row.name},
                 {"severity", row.severity == Severity::error ? "error" : "warning"},
                 {"category", name_of(category_of(finding.rule))},
                 {"text", finding.text},
                 {"place", place_json(finding.place, sources)},
                 {"also", Json::array()},
                 {"how", finding.how},
                 {"how-is-shortest", finding.is_shortest},
                 {"lost-after", finding.lost_after == 0 ? finding.how.size() : finding.lost_after},
                 {"here", finding.here},
                 {"disabled", finding.disabled},
                 {"with", finding.with.empty() ? Json(nullptr) : Json(finding.with)},
                 {"answers", finding.answers},
                 {"around", finding.around},
                 {"among", finding.among},
                 {"fix", finding.fix},
                 {"meant", finding.meant.empty() ? Json(nullptr) : Json(finding.meant)}};
    for (const Finding::Also& also : finding.also)
        json["also"].push_back({{"place", place_json(also.place, sources)}, {"text", also.text}});
    return json;
}

Json figures_json(const Figures& figures) {
    Json json = {{"scenes", figures.scenes},
                 {"screens", figures.screens},
                 {"buttons", figures.buttons},
                 {"controls", figures.controls},
                 {"flags", figures.flags},
                 {"tracked-flags", figures.tracked_flags},
                 {"heads", figures.heads},
                 {"moves", figures.moves},
                 {"deepest-stack", figures.deepest.size()},
                 {"deepest", figures.deepest},
                 {"longest-way-out", nullptr},
                 {"furthest", figures.furthest},
                 {"left-out", figures.left_out},
                 {"listed", nullptr}};
    if (figures.way_out_known) json["longest-way-out"] = figures.longest_way_out;
    if (figures.states > 0)
        json["listed"] = {{"states", figures.states}, {"moves", figures.listed_moves}};
    if (figures.each_screen.empty()) return json;
    json["each-screen-exact"] = figures.each_screen_exact;
    const auto number = [](const std::optional<std::size_t>& value) {
        return value ? Json(*value) : Json(nullptr);
    };
    const auto alone = [&](const ScreenFigures& row) {
        Json by_device = Json::object();
        for (std::size_t i = 0; i < row.from_start_alone.size(); ++i)
            by_device[figures.alone[i]] = number(row.from_start_alone[i]);
        return by_device;
    };
    for (const ScreenFigures& row : figures.each_screen)
        json["each-screen"].push_back({{"screen", row.screen},
                                       {"from-start", number(row.from_start)},
                                       {"from-start-alone", alone(row)},
                                       {"to-play", number(row.to_play)},
                                       {"to-quit", number(row.to_quit)},
                                       {"way-out", number(row.way_out)},
                                       {"ways-in", row.ways_in},
                                       {"deepest", row.deepest},
                                       {"paused", row.paused},
                                       {"running", row.running}});
    return json;
}

std::string_view stop_word(Stop stop) {
    switch (stop) {
    case Stop::heads: return "heads";
    case Stop::memory: return "memory";
    case Stop::time: return "time";
    case Stop::flags: return "flags";
    case Stop::cases: return "cases";
    case Stop::circle: return "circle";
    case Stop::asked: return "asked";
    case Stop::nothing: break;
    }
    return "";
}

std::string_view verdict_word(const FlowFile& file, const CheckResult& result) {
    if (!file.readable) return "cannot-be-used";
    switch (result.verdict) {
    case Verdict::proved: return "proved";
    case Verdict::failed: return "failed";
    case Verdict::undecided: break;
    }
    return "undecided";
}

} // namespace

std::string check_json(const FlowFile& file, const CheckResult& result) {
    Json json = {
        {"rondix-check", 1},
        {"flow", file.sources[0].name()},
        {"game", file.flow.game},
        {"verdict", verdict_word(file, result)},
        {"stopped", result.stop == Stop::nothing ? Json(nullptr) : Json(stop_word(result.stop))},
        {"safe-screens", result.safe_screens},
        {"findings", Json::array()},
        {"allowed", Json::array()},
        {"open", Json::array()},
        {"figures", file.compiled ? figures_json(result.figures) : Json(nullptr)}};
    for (const Finding& finding : result.findings)
        json["findings"].push_back(finding_json(finding, file.sources));
    for (const AllowedFinding& allowed : result.allowed)
        json["allowed"].push_back(
            {{"finding", finding_json(allowed.finding, file.sources)}, {"reason", allowed.reason}});
    for (const OpenPoint& open : result.open)
        json["open"].push_back({{"rule", row_of(open.rule).name},
                                {"text", open.text},
                                {"place", place_json(open.place, file.sources)}});
    return in_plain_json(json.dump(2, ' ', false, Json::error_handler_t::replace)) + "\n";
}

} // namespace rondix
