#include "rondix/tools/mend.hpp"

#include "mend/proposals.hpp"
#include "proof/watch.hpp"

#include <algorithm>
#include <map>
#include <set>

namespace rondix {

namespace {

/// More changes than this are not tried for one finding.
constexpr std::size_t most_tries = 24;
/// More findings than this are not mended one after the other.
constexpr std::size_t most_mends = 500;

using Counts = std::map<std::pair<Slug, std::string>, int>;

Counts counted(const Findings& findings) {
    Counts counts;
    for (const Finding& finding : findings) ++counts[{finding.slug, finding.text}];
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
/// others are the mend's fault. Where the flow could not be compiled before, what is looked at
/// after that may have findings of its own.
std::optional<std::size_t> came_up(const FlowFile& before, const CheckResult& was,
                                   const Finding& finding, const FlowFile& after,
                                   const CheckResult& is) {
    if (finding.slug == Slug::not_yaml && is.findings.size() == 1 &&
        is.findings[0].slug == Slug::not_yaml && is.findings[0].place.known())
        return is_further_on(before, finding, after, is.findings[0]) ? std::optional<std::size_t>(1)
                                                                     : std::nullopt;
    Counts known = counted(was.findings);
    if (--known[{finding.slug, finding.text}] < 0) return std::nullopt;
    if (!after.compiled && before.compiled) return std::nullopt;
    std::size_t more = 0;
    for (const auto& [what, count] : counted(is.findings)) {
        const auto found = known.find(what);
        if (found != known.end() && count <= found->second) continue;
        const bool later = category_of(what.first) >= Category::wiring;
        if (before.compiled || !later || what.first == finding.slug) return std::nullopt;
        ++more;
    }
    return more;
}

/// Found by looking at it. A theme or another part of the flow that is not there is found before:
/// then there are no tables.
bool comes_from_looks(const FlowFile& file, Slug slug) {
    return category_of(slug) == Category::looks || (slug == Slug::missing_file && file.compiled);
}

FileTexts texts_of(const FlowFile& file) {
    FileTexts texts;
    for (const Source& source : file.sources) texts[source.name()] = source.text();
    return texts;
}

std::string difference_of(const FlowFile& file, const FileTexts& texts) {
    std::string all;
    for (const Source& source : file.sources)
        if (const auto changed = texts.find(source.name()); changed != texts.end())
            all += difference(source.name(), source.text(), changed->second);
    return all;
}

} // namespace

namespace {

/// What is put in ends its lines as the file does.
std::string with_line_ends_of(std::string_view text, const std::string& file) {
    if (file.find("\r\n") == std::string::npos) return std::string(text);
    std::string out;
    for (const char c : text) {
        if (c == '\n' && !out.ends_with('\r')) out += '\r';
        out += c;
    }
    return out;
}

} // namespace

FileTexts with_edits(const FlowFile& file, const std::vector<Edit>& edits) {
    std::vector<Edit> ordered = edits;
    std::sort(ordered.begin(), ordered.end(), [](const Edit& a, const Edit& b) {
        return a.place.begin > b.place.begin; // what stands behind first: places stay right
    });
    FileTexts texts;
    for (const Edit& edit : ordered) {
        if (edit.place.file >= file.sources.size()) continue;
        const Source& source = file.sources[edit.place.file];
        std::string& text = texts.try_emplace(source.name(), source.text()).first->second;
        if (edit.place.begin > edit.place.end || edit.place.end > text.size()) continue;
        text.replace(edit.place.begin, edit.place.end - edit.place.begin,
                     with_line_ends_of(edit.text, source.text()));
    }
    return texts;
}

namespace {

/// The first of the changes that are tried after which least has come up. What a limit cuts off
/// is not known to mend anything.
std::optional<Mend> find_mend(const FlowFile& file, const CheckResult& result,
                              const Finding& finding, const CheckOptions& options,
                              const LookAt& looks, Watch& watch) {
    const bool from_looks = comes_from_looks(file, finding.slug);
    if (from_looks && !looks) return std::nullopt;
    std::optional<Mend> best;
    std::size_t fewest = 0;
    std::vector<Mend> proposals = proposals_for(file, finding);
    if (proposals.size() > most_tries) proposals.resize(most_tries);
    for (Mend& mend : proposals) {
        watch.look("trying what mends it", static_cast<std::size_t>(&mend - proposals.data()),
                   proposals.size());
        FileTexts texts = texts_of(file);
        for (auto& [name, text] : with_edits(file, mend.edits)) texts[name] = text;
        const FlowFile after = load_flow_texts(file.sources[0].name(), texts, file.flow.root);
        const auto comes_up = [&](const LookAt& look) -> std::optional<std::size_t> {
            const CheckResult is = check_all(after, options, look);
            if (is.stop != Stop::nothing && result.stop == Stop::nothing) return std::nullopt;
            return came_up(file, result, finding, after, is);
        };
        // Looking takes long: what does not help anyway is not looked at.
        auto more = from_looks ? std::optional<std::size_t>(0) : comes_up({});
        if (more && looks) more = comes_up(looks);
        if (!more || (best && *more >= fewest)) continue;
        best = std::move(mend);
        fewest = *more;
        if (fewest == 0) break;
    }
    return best;
}

class MendAll {
  public:
    MendAll(const FlowFile& file, MendWhich which, const CheckOptions& options, const LookAt& looks)
        : file_(file)
        , which_(which)
        , limits_(begun(options))
        , looks_(looks)
        , watch_(limits_)
        , texts_(texts_of(file)) {
        for (const Finding& finding : file.findings)
            if (finding.slug == Slug::unreadable) texts_.clear(); // there is no text
        read();
    }

    Mended mend() {
        try {
            for (std::size_t next = 0; mended_.all.size() < most_mends; next = not_left_yet()) {
                if (next >= mended_.left.findings.size()) break;
                if (!mend_one(next)) left_.insert(key_of(mended_.left.findings[next]));
            }
        } catch (const Stopped& stopped) {
            mended_.stop = stopped.why;
        }
        if (mended_.stop == Stop::nothing) mended_.stop = mended_.left.stop;
        return std::move(mended_);
    }

  private:
    void read() {
        now_ = load_flow_texts(file_.sources[0].name(), texts_, file_.flow.root);
        mended_.left = check_all(now_, limits_, looks_);
    }

    using Key = std::pair<Slug, std::string>;
    static Key key_of(const Finding& finding) { return {finding.slug, finding.text}; }

    /// Where the first finding stands that was not tried in vain. (With what is mended others may
    /// go, before it and behind.)
    std::size_t not_left_yet() const {
        std::multiset<Key> left = left_;
        for (std::size_t i = 0; i < mended_.left.findings.size(); ++i) {
            const auto known = left.find(key_of(mended_.left.findings[i]));
            if (known == left.end()) return i;
            left.erase(known);
        }
        return mended_.left.findings.size();
    }

    /// Whether something was changed.
    bool mend_one(std::size_t which) {
        Mended::One one;
        one.finding = mended_.left.findings[which];
        one.sources = now_.sources;
        one.mend = find_mend(now_, mended_.left, one.finding, limits_, looks_, watch_);
        if (one.mend) {
            const FileTexts changed = with_edits(now_, one.mend->edits);
            one.difference = difference_of(now_, changed);
            one.applied = which_ == MendWhich::all || one.mend->safe;
            if (one.applied) {
                for (const auto& [name, text] : changed) texts_[name] = mended_.texts[name] = text;
                read();
            }
        }
        const bool applied = one.applied;
        mended_.all.push_back(std::move(one));
        return applied;
    }

    const FlowFile& file_;
    const MendWhich which_;
    const CheckOptions limits_;
    const LookAt& looks_;
    std::multiset<Key> left_; // tried in vain
    Watch watch_;
    FileTexts texts_;
    FlowFile now_;
    Mended mended_;
};

} // namespace

std::optional<Mend> find_mend(const FlowFile& file, const CheckResult& result,
                              const Finding& finding, const CheckOptions& options,
                              const LookAt& looks) {
    const CheckOptions limits = begun(options);
    Watch watch(limits);
    try {
        return find_mend(file, result, finding, limits, looks, watch);
    } catch (const Stopped&) {
        return std::nullopt;
    }
}

Mended mend_all(const FlowFile& file, MendWhich which, const CheckOptions& options,
                const LookAt& looks) {
    return MendAll(file, which, options, looks).mend();
}

} // namespace rondix
