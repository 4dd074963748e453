#include "rondix/tools/suppression.hpp"

#include "rondix/tools/names.hpp"
#include "yaml/yaml_marks.hpp"

#include <algorithm>
#include <optional>
#include <string>

namespace rondix {

namespace {

constexpr std::string_view mark = "# allow:", former_mark = "# fine:";

std::string_view trimmed(std::string_view text) {
    while (!text.empty() && (text.front() == ' ' || text.front() == '\t')) text.remove_prefix(1);
    while (!text.empty() && (text.back() == ' ' || text.back() == '\t' || text.back() == '\r'))
        text.remove_suffix(1);
    return text;
}

struct Suppression {
    SourceRange place;       // of the comment
    Edit away;               // what takes it out of the file
    std::uint32_t about = 0; // the line
    std::optional<RuleId> rule;
    std::string reason;
    bool used = false;
};

class Suppressions {
  public:
    explicit Suppressions(const FlowFile& file)
        : file_(file) {
        for (std::size_t i = 0; i < file.sources.size(); ++i)
            if (!file.sources[i].is_in_code()) read(static_cast<std::uint16_t>(i));
    }

    /// The one that a finding is answered by.
    Suppression* about(const Finding& finding) {
        if (finding.severity() != Severity::warning || !finding.place.known()) return nullptr;
        for (Suppression& suppression : all_)
            if (suppression.place.file == finding.place.file && suppression.rule == finding.rule &&
                suppression.about ==
                    file_.sources[finding.place.file].spot(finding.place.begin).line)
                return &suppression;
        return nullptr;
    }

    void tell_faults(Findings& findings) const {
        findings.insert(findings.end(), faults_.begin(), faults_.end());
    }

    void tell_unused(bool looks_were_checked, Findings& findings) const {
        for (const Suppression& suppression : all_) {
            if (suppression.used || !suppression.rule) continue;
            if (category_of(*suppression.rule) == Category::looks && !looks_were_checked) continue;
            Finding& finding = add_finding(findings, RuleId::unused_allow, suppression.place,
                                           "there is no finding here of the rule '" +
                                               std::string(row_of(*suppression.rule).name) + "'");
            finding.fix = "remove the comment";
            finding.edits.push_back(suppression.away);
            finding.safe = true;
        }
    }

  private:
    void read(std::uint16_t file) {
        const Source& source = file_.sources[file];
        const std::string_view text = source.text();
        const auto has = [&](std::string_view one) { return text.find(one) != text.npos; };
        if (!has(mark) && !has(former_mark)) return;
        for (const yaml::Stretch& comment : yaml::marks_of(text).comments) {
            const bool is_former = text.substr(comment.begin).starts_with(former_mark);
            if (is_former) tell_former({comment.begin, comment.begin + size_of(true), file});
            if (!is_former && !text.substr(comment.begin).starts_with(mark)) continue;
            const std::uint32_t number = source.spot(comment.begin).line;
            const std::string_view line = source.line(number);
            const auto begin = static_cast<std::uint32_t>(line.data() - text.data());
            read_comment(file, number, line, comment.begin - begin, size_of(is_former));
        }
    }

    static std::uint32_t size_of(bool is_former) {
        return static_cast<std::uint32_t>((is_former ? former_mark : mark).size());
    }

    /// It counts, and is to be written anew.
    void tell_former(SourceRange place) {
        Finding& finding = add_finding(faults_, RuleId::unreadable_allow, place,
                                       "this is written '" + std::string(mark) + "'");
        finding.fix = "write it so";
        finding.edits.push_back({place, std::string(mark)});
        finding.safe = true;
    }

    void read_comment(std::uint16_t file, std::uint32_t number, std::string_view line,
                      std::size_t at, std::size_t mark_size) {
        const Source& source = file_.sources[file];
        const auto begin = static_cast<std::uint32_t>(line.data() - source.text().data());
        const auto end = static_cast<std::uint32_t>(begin + line.size());
        Suppression suppression;
        suppression.place = {static_cast<std::uint32_t>(begin + at), end, file};
        const bool alone = trimmed(line.substr(0, at)).empty();
        suppression.about = alone ? next_line(source, number) : number;
        const std::size_t kept = alone ? 0 : line.find_last_not_of(" \t", at - 1) + 1;
        const std::size_t next = std::min(source.text().find('\n', end), source.text().size() - 1);
        const std::uint32_t behind = alone ? static_cast<std::uint32_t>(next + 1) : end;
        suppression.away = {{static_cast<std::uint32_t>(begin + kept), behind, file}, ""};
        const std::string_view said = trimmed(line.substr(at + mark_size));
        const std::size_t comma = said.find_first_of(", \t");
        const std::string name(said.substr(0, comma));
        const auto from = static_cast<std::uint32_t>(said.data() - source.text().data());
        read_rule(name, {from, static_cast<std::uint32_t>(from + name.size()), file}, suppression);
        std::string_view reason =
            comma == std::string_view::npos ? "" : trimmed(said.substr(comma));
        while (!reason.empty() && (reason.front() == ',' || reason.front() == ' '))
            reason.remove_prefix(1);
        if (reason.starts_with("because ")) reason.remove_prefix(8);
        suppression.reason = trimmed(reason);
        if (suppression.rule && suppression.reason.empty()) {
            add_finding(faults_, RuleId::unreadable_allow, suppression.place,
                        "this comment gives no reason")
                .fix = "add one: '# allow: " + name + ", because ...'";
            return;
        }
        all_.push_back(std::move(suppression));
    }

    /// The next line that holds more than a comment.
    static std::uint32_t next_line(const Source& source, std::uint32_t number) {
        const auto last = source.spot(static_cast<std::uint32_t>(source.text().size())).line;
        for (++number; number <= last; ++number) {
            const std::string_view line = trimmed(source.line(number));
            if (!line.empty() && line.front() != '#') return number;
        }
        return 0;
    }

    void read_rule(const std::string& name, SourceRange place, Suppression& suppression) {
        std::vector<std::string_view> names;
        for (const RuleRow& row : rule_table()) {
            if (row.name == name && row.severity == Severity::warning) suppression.rule = row.rule;
            if (row.severity == Severity::warning) names.push_back(row.name);
        }
        if (suppression.rule) return;
        const bool error = std::any_of(rule_table().begin(), rule_table().end(),
                                       [&](const RuleRow& row) { return row.name == name; });
        Finding& finding =
            add_finding(faults_, RuleId::unreadable_allow, name.empty() ? suppression.place : place,
                        error ? Said("'" + name + "' is an error, which cannot be allowed")
                              : "there is no warning '" + name + "'" + suggestion(name, names));
        if (!finding.meant.empty()) return;
        finding.fix = "remove it, or write it as in '# allow: no-title, because ...'";
        finding.edits.push_back(suppression.away);
    }

    const FlowFile& file_;
    std::vector<Suppression> all_;
    Findings faults_;
};

} // namespace

void take_out_allowed(const FlowFile& file, CheckResult& result, bool looks_were_checked) {
    Suppressions suppressions(file);
    Findings left;
    for (Finding& finding : result.findings) {
        if (Suppression* found = suppressions.about(finding)) {
            found->used = true;
            result.allowed.push_back({std::move(finding), found->reason});
        } else {
            left.push_back(std::move(finding));
        }
    }
    result.findings = std::move(left);
    Findings more;
    suppressions.tell_faults(more);
    // What was not looked at may be allowed later.
    if (file.compiled && result.stop == Stop::nothing)
        suppressions.tell_unused(looks_were_checked, more);
    add_findings(result, more);
}

} // namespace rondix
