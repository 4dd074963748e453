// A menu state found again by its names in a flow that may be another than the one it was saved in.
//
// What comes out is a menu state as the rules make them, whatever was saved: the bottom is what the
// scene asks for, play screens stand nowhere else, and nothing is open twice. What does not fit is
// left out and said.
#include "rondix/saved_state.hpp"

#include "rondix/verify_from_state.hpp"
#include "run/runner_snapshot.hpp"

#include <algorithm>

namespace rondix {

namespace {

class Restoring {
  public:
    /// `old`: the Runner whose tickets the game still has, or none.
    Restoring(Runner& menus, const SavedState& saved, const Runner* old)
        : menus_(menus)
        , flow_(menus.flow())
        , saved_(saved)
        , old_(old)
        , snapshot_(flow_) {}

    /// Without options, nothing is proved.
    Restored run(const CheckOptions* options) {
        for (const auto& [name, value] : saved_.settings) restore_setting(name, value);
        menus_.start();
        if (old_) keep_loaded_scenes();
        snapshot_.state = menus_.menu_state(); // with what conditions ask about settings and rows
        for (const auto& [name, raised] : saved_.flags) restore_flag(name, raised);
        if (!restore_scene()) return home();
        for (std::size_t i = 0; i < saved_.stack.size(); ++i) restore_screen(i, !options);
        for (const auto& [name, seconds] : saved_.waiting) restore_waiting(name, seconds);
        if (old_) keep_tickets();
        const Verdict verdict =
            options ? verify_from_state(flow_, snapshot_.state, *options) : Verdict::proved;
        if (verdict != Verdict::proved) {
            drop(verdict == Verdict::failed
                     ? "a player could get stuck from there, so the flow restarts"
                     : "whether a player could get stuck from there is undecided, so the flow "
                       "restarts");
            return home();
        }
        menus_.resume_from(snapshot_, paused_before());
        return {false, std::move(dropped_)};
    }

  private:
    std::string_view name(TextRef text) const { return flow_.text(text); }
    void drop(std::string what) { dropped_.push_back(std::move(what)); }
    void drop_name(const char* what, const std::string& name) {
        drop(std::string("there is no ") + what + " '" + name + "' any more");
    }

    /// The flow's own start; the game learns that the scene it has is not needed, where it has one.
    Restored home() {
        HostState game;
        if (old_ && saved_.phase == Phase::loaded) game.scene = flow_.scene(saved_.scene);
        game.paused = paused_before();
        menus_.start(game);
        return {true, std::move(dropped_)};
    }

    void put_scene(SceneId scene, Phase phase) {
        snapshot_.state.keep(0);
        snapshot_.state.drop_waiting();
        snapshot_.state.set_scene(scene, phase);
    }

    bool paused_before() const { return old_ && paused(old_->flow(), old_->menu_state()); }

    // --- settings, flags, answers that wait

    void restore_setting(const std::string& id, const std::string& value) {
        const SettingId setting = flow_.setting(id);
        if (setting == no_setting) return drop_name("setting", id);
        const Setting& row = flow_[setting];
        if (row.kind == SettingKind::text) {
            menus_.set_text(setting, value);
            return;
        }
        for (std::uint16_t i = 0; is_counted(row.kind) && i < row.values; ++i)
            if (name(flow_.words[row.words.begin + i]) == value) {
                menus_.set_setting(setting, i);
                return;
            }
        drop("the setting '" + id + "' cannot be '" + value + "' any more");
    }

    void restore_flag(const std::string& id, bool raised) {
        const FlagId flag = flow_.flag(id);
        if (flag == no_flag || flow_[flag].kind != FlagKind::plain)
            drop_name("flag", id);
        else
            snapshot_.state.set_flag(flag, raised);
    }

    void restore_waiting(const std::string& id, double seconds) {
        const EventId event = flow_.event(id);
        if (event == no_event || flow_[event].action == unsaid) return drop_name("answer to", id);
        const Event& row = flow_[event];
        if (row.after_ms == 0 && !row.waits)
            return drop("the answer to '" + id + "' is no longer pending");
        snapshot_.state.set_waiting(event, true);
        snapshot_.until_due[index(event)] = std::clamp(seconds, 0.0, row.after_ms / 1000.0);
    }

    // --- the scene and the stack

    /// The scene, and the screen at the bottom. False: there is nothing to go on with.
    bool restore_scene() {
        if (saved_.stack.empty()) return drop("no screen is open"), false;
        if (saved_.phase == Phase::none) {
            const ScreenId bottom = bottom_of_menus();
            if (flow_.first_scene != no_scene || bottom == no_screen)
                return drop("'" + saved_.stack[0].screen + "' needs a scene"), false;
            put_scene(no_scene, Phase::none);
            snapshot_.state.push(bottom);
            return true;
        }
        const SceneId scene = flow_.scene(saved_.scene);
        if (scene == no_scene) return drop_name("scene", saved_.scene), false;
        put_scene(scene, saved_.phase);
        snapshot_.state.push(bottom_of(scene));
        return true;
    }

    /// A play screen stays at the bottom of its scene, the loading screen while it is loaded;
    /// others may have been swapped.
    ScreenId bottom_of(SceneId scene) const {
        if (saved_.phase == Phase::loading) return flow_.loading.screen;
        const ScreenId root =
            saved_.phase == Phase::loaded ? flow_[scene].root : flow_.loading.failed;
        const ScreenId was = bottom_of_menus();
        return flow_[root].play || was == no_screen ? root : was;
    }

    /// The screen that stood at the bottom, where it may stand there.
    ScreenId bottom_of_menus() const {
        const ScreenId screen = flow_.screen(saved_.stack[0].screen);
        const bool fits =
            screen != no_screen && stands_anywhere(screen) && flow_[screen].request == no_request;
        return fits ? screen : no_screen;
    }

    bool stands_anywhere(ScreenId screen) const {
        return !flow_[screen].play && !flow_[screen].question;
    }

    void restore_screen(std::size_t height, bool with_question) {
        const SavedScreen& saved = saved_.stack[height];
        const ScreenId screen = flow_.screen(saved.screen);
        MenuState& now = snapshot_.state;
        if (screen == no_screen) return drop_name("screen", saved.screen);
        if (height > 0) {
            if (!stands_anywhere(screen) || now.is_open(screen))
                return drop("'" + saved.screen + "' can no longer be open there");
            now.push(screen);
        } else if (screen != now.bottom()) {
            return drop("'" + saved.screen + "' is no longer at the bottom");
        }
        for (const auto& [pages, page] : saved.pages) restore_pages(screen, pages, page);
        if (!saved.question.empty()) restore_question(saved.question, with_question);
        if (saved.focus.empty()) return;
        const ControlId focus = flow_.control(screen, saved.focus);
        if (focus != no_control && is_usable_kind(flow_[focus].kind))
            snapshot_.focus[index(screen)] = focus;
        else
            drop_name("control", saved.screen + "." + saved.focus);
    }

    void restore_question(const std::string& id, bool with_question) {
        const ScreenId question = flow_.screen(id);
        if (!with_question)
            drop("the open question has been cancelled");
        else if (question == no_screen || !flow_[question].question)
            drop_name("question", id);
        else
            snapshot_.state.ask(question);
    }

    void restore_pages(ScreenId screen, const std::string& id, const std::string& page) {
        const PagesId pages = flow_.pages_named(screen, id);
        if (pages == no_pages) return drop_name("pages", screen, id);
        const Pages& row = flow_[pages];
        for (std::uint16_t i = 0; i < row.names.count; ++i) {
            if (name(flow_.words[row.names.begin + i]) != page) continue;
            const std::uint16_t now = page_of(flow_, snapshot_.state, pages);
            const std::size_t top = snapshot_.state.depth() - 1;
            snapshot_.state.set_pages(
                static_cast<std::uint16_t>(snapshot_.state.pages_at(top) + (i - now) * row.unit));
            return;
        }
        drop_name("page", screen, page);
    }
    void drop_name(const char* what, ScreenId on, const std::string& id) {
        drop_name(what, std::string(name(flow_[on].id)) + "." + id);
    }

    // --- what the game is at

    void keep_loaded_scenes() {
        const CompiledFlow& before = old_->flow();
        for (std::size_t i = 0; i < before.scenes.size(); ++i) {
            const SceneId scene = flow_.scene(before.text(before.scenes[i].id));
            if (old_->is_loaded(SceneId(i)) && scene != no_scene) menus_.set_loaded(scene);
        }
    }

    void keep_tickets() {
        if (saved_.phase == Phase::loading) snapshot_.load = old_->load_ticket();
        const CompiledFlow& before = old_->flow();
        for (std::size_t i = 0; i < before.requests.size(); ++i) {
            const RequestTicket ticket = old_->request_ticket(RequestId(i));
            if (ticket == RequestTicket{}) continue;
            const std::string id(before.text(before.requests[i].id));
            const RequestId request = flow_.request(id);
            if (request == no_request)
                drop_name("request", id);
            else
                snapshot_.tickets[index(request)] = ticket;
        }
    }

    Runner& menus_;
    const CompiledFlow& flow_;
    const SavedState& saved_;
    const Runner* old_;
    RunnerSnapshot snapshot_;
    std::vector<std::string> dropped_;
};

} // namespace

CheckOptions while_running() {
    CheckOptions options;
    options.max_seconds = 0.05;
    options.max_megabytes = 64;
    return options;
}

Restored restore(Runner& menus, const SavedState& saved, const CheckOptions& options) {
    return Restoring(menus, saved, nullptr).run(&options);
}

Restored restore_unproved(Runner& menus, const SavedState& saved) {
    return Restoring(menus, saved, nullptr).run(nullptr);
}

static Restored take_over(Runner& fresh, const Runner& old, const CheckOptions* options) {
    Restored restored = Restoring(fresh, saved(old), &old).run(options);
    Bindings bindings = fresh.bindings();
    bindings.take_choices(fresh.flow(), old.bindings(), old.flow());
    fresh.choose_bindings(bindings);
    return restored;
}

Restored take_over(Runner& fresh, const Runner& old, const CheckOptions& options) {
    return take_over(fresh, old, &options);
}

Restored take_over_unproved(Runner& fresh, const Runner& old) {
    return take_over(fresh, old, nullptr);
}

} // namespace rondix
