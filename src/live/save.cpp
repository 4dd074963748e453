// A menu state by its names.
#include "rondix/saved_state.hpp"

namespace rondix {

namespace {

class Saving {
  public:
    explicit Saving(const Runner& menus)
        : menus_(menus)
        , flow_(menus.flow())
        , now_(menus.menu_state()) {}

    SavedState run() {
        saved_.game = name(flow_.game);
        saved_.phase = now_.phase();
        if (now_.phase() != Phase::none) saved_.scene = name(flow_[now_.scene()].id);
        for (std::size_t height = 0; height < now_.depth(); ++height) save_screen(height);
        for (std::size_t i = 0; i < flow_.flags.size(); ++i)
            if (flow_.flags[i].kind == FlagKind::plain)
                saved_.flags.emplace_back(name(flow_.flags[i].id), now_.flag(FlagId(i)));
        for (std::size_t i = 0; i < flow_.events.size(); ++i)
            if (const auto seconds = menus_.time_until_due(EventId(i)))
                saved_.waiting.emplace_back(name(flow_.events[i].id), *seconds);
        for (std::size_t i = 0; i < flow_.settings.size(); ++i) save_setting(SettingId(i));
        return std::move(saved_);
    }

  private:
    std::string name(TextRef text) const { return std::string(flow_.text(text)); }

    void save_screen(std::size_t height) {
        const ScreenId id = now_.screen_at(height);
        SavedScreen screen{name(flow_[id].id), {}};
        const ControlId focus = menus_.focus_of(id);
        if (focus != no_control) screen.focus = name(flow_[focus].id);
        for (std::size_t i = 0; i < flow_.pages.size(); ++i) {
            const Pages& pages = flow_.pages[i];
            if (pages.screen != id) continue;
            const std::uint16_t page = page_of(flow_, now_, PagesId(i));
            screen.pages.emplace_back(name(pages.id), name(flow_.words[pages.names.begin + page]));
        }
        const ScreenId question = now_.question_at(height);
        if (question != no_screen) screen.question = name(flow_[question].id);
        saved_.stack.push_back(std::move(screen));
    }

    void save_setting(SettingId id) {
        const Setting& setting = flow_[id];
        if (setting.kind == SettingKind::text)
            saved_.settings.emplace_back(name(setting.id), menus_.text_of(id));
        else if (is_counted(setting.kind))
            saved_.settings.emplace_back(
                name(setting.id),
                name(flow_.words[setting.words.begin + menus_.kept_value_of(id)]));
    }

    const Runner& menus_;
    const CompiledFlow& flow_;
    const MenuState& now_;
    SavedState saved_;
};

} // namespace

SavedState saved(const Runner& menus) {
    if (menus.menu_state().depth() == 0) return {};
    return Saving(menus).run();
}

} // namespace rondix
