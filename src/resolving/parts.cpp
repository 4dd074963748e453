// Parts: pieces of screens, put where screens name them, before anything else is resolved. What the
// screen says itself wins, as it does with `extends`.
#include "resolving/directory.hpp"
#include "resolving/resolve.hpp"
#include "rondix/tools/names.hpp"

#include <algorithm>
#include <optional>
#include <set>

namespace rondix {

namespace {

class Parts {
  public:
    Parts(Flow& flow, Findings& findings)
        : flow_(flow)
        , findings_(findings)
        , names_(flow.parts) {}

    void expand() {
        for (FlowScreen& screen : flow_.screens) {
            // From the last on, so that the places of those before stay right.
            for (std::size_t i = screen.parts.size(); i-- > 0;) put(screen, screen.parts[i]);
            screen.parts.clear();
        }
        if (has_errors(findings_)) return; // what seems unused may be what a wrong name meant
        for (const FlowScreen& part : flow_.parts)
            if (!used_.contains(part.id.text))
                add_finding(findings_, RuleId::part_unused, part.id.place,
                            "no screen uses the part '" + part.id.text + "'");
    }

  private:
    void put(FlowScreen& screen, const FlowPartUse& use) {
        if (!names_.has(use.name.text)) {
            Finding& finding = add_finding(findings_, RuleId::unknown_name, use.name.place,
                                           "there is no part '" + use.name.text + "'" +
                                               suggestion(use.name.text, names_.names()));
            if (flow_.parts_place.known())
                finding.also.push_back({flow_.parts_place, "parts are declared here"});
            else
                finding.fix = "the flow has no 'parts:'; declare it there";
            return;
        }
        used_.insert(use.name.text);
        const FlowScreen& part = flow_.parts[names_.find(use.name.text)];
        std::vector<FlowControl> controls;
        for (const FlowControl& control : part.controls)
            controls.push_back(take_own(screen, control.id.text).value_or(control));
        screen.controls.insert(screen.controls.begin() + static_cast<std::ptrdiff_t>(use.at),
                               controls.begin(), controls.end());
        for (const FlowGroup& group : part.looks.groups)
            if (!has(screen.looks.groups, group.id.text)) screen.looks.groups.push_back(group);
        for (const FlowKey& key : part.keys) {
            const bool said = std::any_of(screen.keys.begin(), screen.keys.end(),
                                          [&](auto& own) { return own.key.text == key.key.text; });
            if (!said) screen.keys.push_back(key);
        }
    }

    /// The screen's own control of a name, which comes to stand where the part has it.
    static std::optional<FlowControl> take_own(FlowScreen& screen, const std::string& id) {
        const auto own = std::find_if(screen.controls.begin(), screen.controls.end(),
                                      [&](auto& control) { return control.id.text == id; });
        if (own == screen.controls.end()) return std::nullopt;
        const auto at = static_cast<std::size_t>(own - screen.controls.begin());
        FlowControl control = std::move(*own);
        screen.controls.erase(own);
        for (FlowPartUse& use : screen.parts)
            if (use.at > at) --use.at;
        return control;
    }

    template <class Rows>
    static bool has(const Rows& rows, const std::string& id) {
        return std::any_of(rows.begin(), rows.end(), [&](auto& row) { return row.id.text == id; });
    }

    Flow& flow_;
    Findings& findings_;
    const NameTable names_;
    std::set<std::string> used_;
};

} // namespace

void expand_parts(Flow& flow, Findings& findings) {
    Parts(flow, findings).expand();
}

} // namespace rondix
