// The walkthrough is replayed in the flow as it was, and each step that is taken, and each
// expectation that is met, is written anew in the words of the other one.
#include "editing/rename_in_walks.hpp"

#include "rondix/tools/move_text.hpp"
#include "rondix/tools/state_text.hpp"

#include <array>

namespace rondix {

namespace {

class WalkRenamer {
  public:
    WalkRenamer(const CompiledFlow& before, const CompiledFlow& after, const Walkthrough& walk)
        : before_(before)
        , after_(after)
        , walk_(walk)
        , menus_(before) {
        menus_.start();
    }

    WalkEdits rename() {
        WalkPlayer player(menus_, walk_);
        for (const WalkStep& step : walk_.steps) {
            if (player.done()) break;
            if (!step.expect && !step.begin) rename_step(step);
            player.step();
            if (step.expect) rename_expectation(*step.expect);
        }
        result_.followed = player.report().passed;
        return std::move(result_);
    }

  private:
    std::string_view after(TextRef text) const { return after_.text(text); }

    /// The words of an entry are to be others; its quotes stay.
    void change(SourceRange place, const std::string& from, const std::string& to) {
        if (from == to || !place.known()) return;
        if (walk_.source.text().compare(place.begin, place.end - place.begin, from) != 0) return;
        result_.edits.push_back({place, to});
    }

    // --- steps

    void rename_step(const WalkStep& step) {
        static constexpr std::array<std::string_view, 4> pointing = {"point at ", "slide to ",
                                                                     "hold ", "press "};
        const std::string& text = step.text;
        if (text.starts_with(lets_go)) {
            const SceneId scene = before_.scene(text.substr(lets_go.size()));
            if (scene != no_scene)
                change(step.place, text,
                       std::string(lets_go) + std::string(after(after_[scene].id)));
            return;
        }
        std::string fault;
        if (const auto move = read_move(before_, menus_.menu_state(), text, fault))
            return change(step.place, text, with_rest(text, *move));
        for (const std::string_view words : pointing) // a control, and a row of it
            if (text.starts_with(words)) return rename_control(step, words);
    }

    /// `change name to a text` says no more than the move does; what else stands behind, stays.
    std::string with_rest(const std::string& text, Move move) const {
        const std::string was = move_text(before_, move);
        const std::string is = move_text(after_, move);
        return text.starts_with(was) ? is + text.substr(was.size()) : was == is ? text : is;
    }

    void rename_control(const WalkStep& step, std::string_view words) {
        const std::string rest = step.text.substr(words.size());
        const std::string name = rest.substr(0, rest.find(' '));
        const ControlId control = before_.control(menus_.menu_state().foremost(), name);
        if (control == no_control) return;
        change(step.place, step.text,
               std::string(words) + std::string(after(after_[control].id)) +
                   rest.substr(name.size()));
    }

    // --- expectations

    void rename_expectation(const Expectation& expect) {
        const MenuState& now = menus_.menu_state();
        if (expect.screen) one(*expect.screen, before_[now.current()].id, after_[now.current()].id);
        if (expect.scene && now.phase() == Phase::loaded)
            one(*expect.scene, before_[now.scene()].id, after_[now.scene()].id);
        if (expect.focus && menus_.focus() != no_control)
            one(*expect.focus, before_[menus_.focus()].id, after_[menus_.focus()].id);
        if (expect.stack) {
            const std::vector<std::string> is = open_screens(after_, now);
            for (std::size_t i = 0; i < expect.stack->size() && i < is.size(); ++i)
                change((*expect.stack)[i].place, (*expect.stack)[i].text, is[i]);
        }
        if (expect.effects)
            for (const Name& effect : *expect.effects) rename_effect(effect);
    }

    void one(const Name& name, TextRef was, TextRef is) {
        if (before_.text(was) == name.text) change(name.place, name.text, std::string(after(is)));
    }

    /// `load harbour`, `request save`.
    void rename_effect(const Name& effect) {
        static constexpr std::array<std::string_view, 4> of_scenes = {"load ", "unload ",
                                                                      "set aside ", "bring back "};
        static constexpr std::array<std::string_view, 2> of_requests = {"request ", "off "};
        const auto behind = [&](std::string_view words, const auto& rows, const auto& others) {
            if (!effect.text.starts_with(words)) return;
            for (std::size_t i = 0; i < rows.size(); ++i)
                if (effect.text.substr(words.size()) == before_.text(rows[i].id))
                    change(effect.place, effect.text,
                           std::string(words) + std::string(after(others[i].id)));
        };
        for (const std::string_view words : of_scenes) behind(words, before_.scenes, after_.scenes);
        for (const std::string_view words : of_requests)
            behind(words, before_.requests, after_.requests);
    }

    const CompiledFlow& before_;
    const CompiledFlow& after_;
    const Walkthrough& walk_;
    Runner menus_;
    WalkEdits result_;
};

} // namespace

WalkEdits renamed_in(const CompiledFlow& before, const CompiledFlow& after,
                     const Walkthrough& walk) {
    return WalkRenamer(before, after, walk).rename();
}

} // namespace rondix
