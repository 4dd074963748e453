// SARIF 2.1.0 (OASIS, errata 01): findings for tools that gather those of many programs.
//
// The moves into a trap are a code flow, fixes are fixes, further places related locations, what
// the flow allows is suppressed with its reason. Columns count code points.
#include "rondix/tools/report.hpp"
#include "words/printable.hpp"

#include <nlohmann/json.hpp>

#include <map>

namespace rondix {

namespace {

using Json = nlohmann::ordered_json;

/// A path as a relative URI: what it may not hold is written in percent.
std::string uri(const std::string& path) {
    constexpr std::string_view plain =
        "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789-._~/";
    constexpr char digits[] = "0123456789ABCDEF";
    std::string text;
    for (const char c : path) {
        if (plain.find(c) != std::string_view::npos) {
            text += c;
        } else {
            const auto byte = static_cast<unsigned char>(c);
            text += {'%', digits[byte >> 4], digits[byte & 15]};
        }
    }
    return path.starts_with('/') ? "file://" + text : text;
}

Json region(SourceRange place, const Source& source) {
    const Source::Spot begin = source.spot(place.begin), end = source.spot(place.end);
    return {{"startLine", begin.line},
            {"startColumn", begin.column},
            {"endLine", end.line},
            {"endColumn", end.column}};
}

/// Where something stands; in code, and where that is not known, by name alone.
Json location(SourceRange place, const std::vector<Source>& sources) {
    if (!place.known() || place.file >= sources.size()) return Json::object();
    const Source& source = sources[place.file];
    const std::string line(source.line(source.spot(place.begin).line));
    if (source.is_in_code())
        return {{"logicalLocations", Json::array({Json{{"fullyQualifiedName", line}}})}};
    return {
        {"physicalLocation",
         {{"artifactLocation", {{"uri", uri(source.name())}}}, {"region", region(place, source)}}}};
}

Json with_message(Json json, const std::string& text) {
    json["message"] = {{"text", text}};
    return json;
}

Json code_flow(const Finding& finding, const std::vector<Source>& sources) {
    Json steps = Json::array();
    const auto add = [&](Json where, const std::string& text) {
        steps.push_back({{"location", with_message(std::move(where), text)}});
    };
    for (const std::string& move : finding.how) add(Json::object(), move);
    add(location(finding.place, sources), finding.text);
    const Json flow = {{"threadFlows", Json::array({Json{{"locations", std::move(steps)}}})}};
    return Json::array({flow});
}

Json json_of(const Fix& fix, const std::vector<Source>& sources) {
    std::map<std::uint16_t, Json> changes;
    for (const Edit& edit : fix.edits)
        if (edit.place.file < sources.size())
            changes.try_emplace(edit.place.file, Json::array())
                .first->second.push_back(
                    {{"deletedRegion", region(edit.place, sources[edit.place.file])},
                     {"insertedContent", {{"text", edit.text}}}});
    Json all = Json::array();
    for (auto& [file, replacements] : changes)
        all.push_back({{"artifactLocation", {{"uri", uri(sources[file].name())}}},
                       {"replacements", std::move(replacements)}});
    return {{"description", {{"text", fix.what}}}, {"artifactChanges", std::move(all)}};
}

Json result_json(const Finding& finding, const std::vector<Source>& sources) {
    const RuleRow& row = row_of(finding.rule);
    std::string text = finding.text;
    if (!finding.here.empty()) {
        text += ". Here the player can:";
        for (const std::string& move : finding.here) text += " " + move + ";";
        text.pop_back();
    }
    if (!finding.answers.empty()) {
        text += ". Stuck while:";
        for (const std::string& answer : finding.answers) text += " " + answer + ";";
        text.pop_back();
    }
    if (!finding.fix.empty()) text += ". To fix it, " + finding.fix;
    Json json = {{"ruleId", row.name},
                 {"ruleIndex", static_cast<std::size_t>(finding.rule)},
                 {"level", row.severity == Severity::error ? "error" : "warning"},
                 {"message", {{"text", text}}},
                 {"locations", Json::array()}};
    if (const Json where = location(finding.place, sources); !where.empty())
        json["locations"].push_back(where);
    for (const Finding::Also& also : finding.also)
        json["relatedLocations"].push_back(with_message(location(also.place, sources), also.text));
    if (!finding.how.empty()) json["codeFlows"] = code_flow(finding, sources);
    return json;
}

Json rules() {
    Json all = Json::array();
    for (const RuleRow& row : rule_table())
        all.push_back({{"id", row.name},
                       {"shortDescription", {{"text", row.meaning}}},
                       {"fullDescription", {{"text", row.why}}},
                       {"defaultConfiguration",
                        {{"level", row.severity == Severity::error ? "error" : "warning"}}}});
    return all;
}

} // namespace

std::string check_sarif(const FlowFile& file, const CheckResult& result,
                        const CheckOptions& options, const LookAt& looks) {
    Json results = Json::array();
    for (const Finding& finding : result.findings) {
        Json one = result_json(finding, file.sources);
        if (const auto fix = find_fix(file, result, finding, options, looks))
            one["fixes"] = Json::array({json_of(*fix, file.sources)});
        results.push_back(std::move(one));
    }
    for (const AllowedFinding& allowed : result.allowed) {
        Json one = result_json(allowed.finding, file.sources);
        one["suppressions"] =
            Json::array({Json{{"kind", "inSource"}, {"justification", allowed.reason}}});
        results.push_back(std::move(one));
    }
    const Json run = {{"tool", {{"driver", {{"name", "rondix"}, {"rules", rules()}}}}},
                      {"columnKind", "unicodeCodePoints"},
                      {"results", std::move(results)}};
    const Json json = {{"$schema", "https://docs.oasis-open.org/sarif/sarif/v2.1.0/errata01/os/"
                                   "schemas/sarif-schema-2.1.0.json"},
                       {"version", "2.1.0"},
                       {"runs", Json::array({run})}};
    return in_plain_json(json.dump(2, ' ', false, Json::error_handler_t::replace)) + "\n";
}

} // namespace rondix
