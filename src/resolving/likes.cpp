#include "reading/grammar_keys.hpp"
#include "resolving/directory.hpp"
#include "resolving/resolve.hpp"
#include "rondix/tools/names.hpp"

#include <algorithm>
#include <array>
#include <tuple>

namespace rondix {

namespace {

/// A key that a screen takes from the one that it is like, where it does not say it itself.
template <class Member>
struct Inherited {
    std::string_view key;
    Member FlowScreen::*screen = nullptr;
    Member FlowScreenLooks::*looks = nullptr;

    void take(FlowScreen& mine, const FlowScreen& from) const {
        Member& own = screen ? mine.*screen : mine.looks.*looks;
        if (!own) own = screen ? from.*screen : from.looks.*looks;
    }
};
template <class Member>
constexpr Inherited<Member> of_screen(std::string_view key, Member FlowScreen::*screen) {
    return {key, screen, nullptr};
}
template <class Member>
constexpr Inherited<Member> of_looks(std::string_view key, Member FlowScreenLooks::*looks) {
    return {key, nullptr, looks};
}

constexpr std::tuple inherited = {of_screen("title", &FlowScreen::title),
                                  of_screen("play", &FlowScreen::play),
                                  of_screen("pauses", &FlowScreen::pauses),
                                  of_screen("dim", &FlowScreen::dim),
                                  of_screen("back", &FlowScreen::back),
                                  of_screen("menu", &FlowScreen::menu),
                                  of_looks("style", &FlowScreenLooks::ground),
                                  of_looks("heading", &FlowScreenLooks::heading),
                                  of_looks("layout", &FlowScreenLooks::layout),
                                  of_looks("enters", &FlowScreenLooks::enters),
                                  of_looks("leaves", &FlowScreenLooks::leaves),
                                  of_looks("music", &FlowScreenLooks::music),
                                  of_screen("urgent", &FlowScreen::urgent),
                                  of_screen("closes-when", &FlowScreen::closes_when),
                                  of_screen("moves-on", &FlowScreen::moves_on),
                                  of_screen("idle", &FlowScreen::idle),
                                  of_screen("focus", &FlowScreen::focus),
                                  of_screen("wrap", &FlowScreen::wraps),
                                  of_screen("pointer", &FlowScreen::pointer),
                                  of_screen("pads", &FlowScreen::for_opener)};

/// Those that are merged by name, below.
constexpr std::array<std::string_view, 3> merged = {"keys", "controls", "groups"};

constexpr bool is_taken(std::string_view key) {
    const bool is_one =
        std::apply([&](const auto&... one) { return ((one.key == key) || ...); }, inherited);
    return is_one || std::find(merged.begin(), merged.end(), key) != merged.end();
}

// What the grammar says is inherited is, and nothing else.
constexpr bool agrees_with_the_grammar() {
    std::size_t count = 0;
    for (const grammar::KeyRow& row : grammar::rows::keys) {
        if (row.owner != grammar::Owner::screen) continue;
        if ((row.how == grammar::inherited) != is_taken(row.key)) return false;
        count += row.how == grammar::inherited ? 1 : 0;
    }
    return count == std::tuple_size_v<decltype(inherited)> + merged.size();
}
static_assert(agrees_with_the_grammar());

class Likes {
  public:
    Likes(Flow& flow, Findings& findings)
        : flow_(flow)
        , findings_(findings)
        , names_(flow.screens)
        , state_(flow.screens.size()) {}

    void expand() {
        for (std::size_t i = 0; i < flow_.screens.size(); ++i) expand(i);
    }

  private:
    enum class State : std::uint8_t { untouched, under_way, done };

    /// Follows a chain of `extends` to its end without recursion, then fills in from there.
    void expand(std::size_t first) {
        std::vector<std::size_t> chain;
        std::size_t at = first;
        while (at != NameTable::none && state_[at] == State::untouched) {
            state_[at] = State::under_way;
            chain.push_back(at);
            const std::optional<Name>& like = flow_.screens[at].like;
            if (!like) break;
            at = names_.find(like->text);
            if (at != NameTable::none && state_[at] == State::under_way) report_circle(*like);
        }
        std::reverse(chain.begin(), chain.end());
        for (const std::size_t screen : chain) {
            fill(flow_.screens[screen]);
            state_[screen] = State::done;
        }
    }

    void report_circle(const Name& like) {
        add_finding(findings_, RuleId::like_circle, like.place,
                    "this makes a cycle: '" + like.text + "' already extends this screen")
            .fix = "write the contents of one of them out";
    }

    void fill(FlowScreen& screen) {
        const std::size_t model = screen.like ? names_.find(screen.like->text) : NameTable::none;
        if (model == NameTable::none || state_[model] != State::done) {
            if (!screen.like && !screen.drop.empty())
                add_finding(findings_, RuleId::unknown_name, screen.drop.front().place,
                            "'drop' removes what 'extends' brings, but there is no 'extends' here");
            return;
        }
        const FlowScreen& from = flow_.screens[model];
        if (!screen.play) screen.play_place = from.play_place;
        std::apply([&](const auto&... one) { (one.take(screen, from), ...); }, inherited);
        take_groups(screen.looks, from.looks);
        take_keys(screen, from);
        take_controls(screen, from);
    }

    static void take_groups(FlowScreenLooks& mine, const FlowScreenLooks& from) {
        for (const FlowGroup& theirs : from.groups) {
            const bool said = std::any_of(mine.groups.begin(), mine.groups.end(),
                                          [&](auto& own) { return own.id.text == theirs.id.text; });
            if (!said) mine.groups.push_back(theirs);
        }
    }

    static void take_keys(FlowScreen& screen, const FlowScreen& from) {
        for (const FlowKey& theirs : from.keys) {
            const bool said = std::any_of(screen.keys.begin(), screen.keys.end(), [&](auto& mine) {
                return mine.key.text == theirs.key.text;
            });
            if (!said) screen.keys.push_back(theirs);
        }
    }

    void take_controls(FlowScreen& screen, const FlowScreen& from) {
        std::vector<FlowControl> controls;
        std::vector<FlowControl>& mine = screen.controls;
        const auto own = [&](const std::string& id) {
            return std::find_if(mine.begin(), mine.end(),
                                [&](auto& control) { return control.id.text == id; });
        };
        for (const FlowControl& theirs : from.controls) {
            if (drops(screen, theirs.id.text)) continue;
            const auto said = own(theirs.id.text);
            controls.push_back(said == mine.end() ? theirs : *said);
            if (said != mine.end()) mine.erase(said);
        }
        for (FlowControl& control : mine) controls.push_back(std::move(control));
        mine = std::move(controls);
        check_drops(screen, from);
    }

    static bool drops(const FlowScreen& screen, const std::string& id) {
        return std::any_of(screen.drop.begin(), screen.drop.end(),
                           [&](const Name& name) { return name.text == id; });
    }

    void check_drops(const FlowScreen& screen, const FlowScreen& from) {
        std::vector<std::string_view> names;
        for (const FlowControl& control : from.controls) names.push_back(control.id.text);
        for (const Name& name : screen.drop)
            if (std::find(names.begin(), names.end(), name.text) == names.end())
                add_finding(findings_, RuleId::unknown_name, name.place,
                            "'" + from.id.text + "' has no control '" + name.text + "' to drop" +
                                suggestion(name.text, names))
                    .also.push_back({from.id.place, "'" + from.id.text + "' stands here"});
    }

    Flow& flow_;
    Findings& findings_;
    NameTable names_;
    std::vector<State> state_;
};

} // namespace

void expand_likes(Flow& flow, Findings& findings) {
    Likes(flow, findings).expand();
}

} // namespace rondix
