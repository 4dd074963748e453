#include "rondix/tools/fix.hpp"

#include "editing/texts.hpp"
#include "fix/proposals.hpp"
#include "proof/budget.hpp"

#include <algorithm>
#include <map>
#include <set>

namespace rondix {

namespace {

/// More changes than this are not tried for one finding.
constexpr std::size_t max_tries = 24;
/// More findings than this are not fixed one after the other.
constexpr std::size_t max_fixes = 500;

using Counts = std::map<std::pair<RuleId, std::string>, int>;

Counts counted(const Findings& findings) {
    Counts counts;
    for (const Finding& finding : findings) ++counts[{finding.rule, finding.text}];
    return counts;
}

/// YAML is read up to its first fault: a file gets better when the next one stands further on.
bool is_further_on(const FlowFile& before, const Finding& finding, const FlowFile& after,
                   const Finding& next) {
    const Source::Spot was = before.sources[finding.place.file].spot(finding.place.begin);
    const Source::Spot is = after.sources[next.place.file].spot(next.place.begin);
    return is.line > was.line;
}

/// How many findings have come up instead of this one; nothing where it is still there, or where
/// others are the fix's fault. Where the flow could not be compiled before, what is looked at
/// after that may have findings of its own.
std::optional<std::size_t> came_up(const FlowFile& before, const CheckResult& was,
                                   const Finding& finding, const FlowFile& after,
                                   const CheckResult& is) {
    if (finding.rule == RuleId::not_yaml && is.findings.size() == 1 &&
        is.findings[0].rule == RuleId::not_yaml && is.findings[0].place.known())
        return is_further_on(before, finding, after, is.findings[0]) ? std::optional<std::size_t>(1)
                                                                     : std::nullopt;
    Counts known = counted(was.findings);
    if (--known[{finding.rule, finding.text}] < 0) return std::nullopt;
    if (!after.compiled && before.compiled) return std::nullopt;
    std::size_t more = 0;
    for (const auto& [what, count] : counted(is.findings)) {
        const auto found = known.find(what);
        if (found != known.end() && count <= found->second) continue;
        const bool later = category_of(what.first) >= Category::wiring;
        if (before.compiled || !later || what.first == finding.rule) return std::nullopt;
        ++more;
    }
    return more;
}

/// Found by looking at it. A theme or another part of the flow that is not there is found before:
/// then there are no tables.
bool comes_from_looks(const FlowFile& file, RuleId rule) {
    return category_of(rule) == Category::looks || (rule == RuleId::missing_file && file.compiled);
}

std::string difference_of(const FlowFile& file, const FileTexts& texts) {
    std::string all;
    for (const Source& source : file.sources)
        if (const auto changed = texts.find(source.name()); changed != texts.end())
            all += difference(source.name(), source.text(), changed->second);
    return all;
}

/// The first of the changes that are tried after which least has come up. What a limit cuts off
/// is not known to fix anything.
std::optional<Fix> find_fix(const FlowFile& file, const CheckResult& result, const Finding& finding,
                            const CheckOptions& options, const LookAt& looks, Budget& budget) {
    const bool from_looks = comes_from_looks(file, finding.rule);
    if (from_looks && !looks) return std::nullopt;
    std::optional<Fix> best;
    std::size_t fewest = 0;
    std::vector<Fix> proposals = proposals_for(file, finding);
    if (proposals.size() > max_tries) proposals.resize(max_tries);
    for (Fix& fix : proposals) {
        budget.look("trying fixes", static_cast<std::size_t>(&fix - proposals.data()),
                    proposals.size());
        const FlowFile after = with_texts(file, with_edits(file, fix.edits));
        const auto comes_up = [&](const LookAt& look) -> std::optional<std::size_t> {
            const CheckResult is = check(after, options, look);
            if (is.stop != Stop::nothing && result.stop == Stop::nothing) return std::nullopt;
            return came_up(file, result, finding, after, is);
        };
        // Looking takes long: what does not help anyway is not looked at.
        auto more = from_looks ? std::optional<std::size_t>(0) : comes_up({});
        if (more && looks) more = comes_up(looks);
        if (!more || (best && *more >= fewest)) continue;
        best = std::move(fix);
        fewest = *more;
        if (fewest == 0) break;
    }
    return best;
}

class FixAll {
  public:
    FixAll(const FlowFile& file, FixWhich which, const CheckOptions& options, const LookAt& looks)
        : file_(file)
        , which_(which)
        , limits_(begun(options))
        , looks_(looks)
        , budget_(limits_)
        , texts_(texts_of(file)) {
        for (const Finding& finding : file.findings)
            if (finding.rule == RuleId::unreadable) texts_.clear(); // there is no text
        read();
    }

    FixResult fix() {
        try {
            for (std::size_t next = 0; fixed_.all.size() < max_fixes; next = not_left_yet()) {
                if (next >= fixed_.left.findings.size()) break;
                if (!fix_one(next)) left_.insert(key_of(fixed_.left.findings[next]));
            }
        } catch (const Stopped& stopped) {
            fixed_.stop = stopped.why;
        }
        if (fixed_.stop == Stop::nothing) fixed_.stop = fixed_.left.stop;
        return std::move(fixed_);
    }

  private:
    void read() {
        now_ = load_flow_texts(file_.sources[0].name(), texts_, file_.flow.root);
        fixed_.left = check(now_, limits_, looks_);
    }

    using Key = std::pair<RuleId, std::string>;
    static Key key_of(const Finding& finding) { return {finding.rule, finding.text}; }

    /// Where the first finding stands that was not tried in vain. (With what is fixed others may
    /// go, before it and behind.)
    std::size_t not_left_yet() const {
        std::multiset<Key> left = left_;
        for (std::size_t i = 0; i < fixed_.left.findings.size(); ++i) {
            const auto known = left.find(key_of(fixed_.left.findings[i]));
            if (known == left.end()) return i;
            left.erase(known);
        }
        return fixed_.left.findings.size();
    }

    /// Whether something was changed.
    bool fix_one(std::size_t which) {
        FixResult::One one;
        one.finding = fixed_.left.findings[which];
        one.sources = now_.sources;
        one.fix = find_fix(now_, fixed_.left, one.finding, limits_, looks_, budget_);
        if (one.fix) {
            const FileTexts changed = with_edits(now_, one.fix->edits);
            one.difference = difference_of(now_, changed);
            one.applied = which_ == FixWhich::all || one.fix->safe;
            if (one.applied) {
                for (const auto& [name, text] : changed) texts_[name] = fixed_.texts[name] = text;
                read();
            }
        }
        const bool applied = one.applied;
        fixed_.all.push_back(std::move(one));
        return applied;
    }

    const FlowFile& file_;
    const FixWhich which_;
    const CheckOptions limits_;
    const LookAt& looks_;
    std::multiset<Key> left_; // tried in vain
    Budget budget_;
    FileTexts texts_;
    FlowFile now_;
    FixResult fixed_;
};

} // namespace

std::optional<Fix> find_fix(const FlowFile& file, const CheckResult& result, const Finding& finding,
                            const CheckOptions& options, const LookAt& looks) {
    const CheckOptions limits = begun(options);
    Budget budget(limits);
    try {
        return find_fix(file, result, finding, limits, looks, budget);
    } catch (const Stopped&) {
        return std::nullopt;
    }
}

FixResult fix_all(const FlowFile& file, FixWhich which, const CheckOptions& options,
                  const LookAt& looks) {
    return FixAll(file, which, options, looks).fix();
}

} // namespace rondix
